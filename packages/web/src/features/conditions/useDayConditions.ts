import { useMemo } from 'react'
import type { DayCondition, Setting, Water } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'

/** What sky and season did, worked out in the worker; undefined until it has answered. */
export function useDayConditions(
  water: Water | undefined,
  setting: Omit<Setting, 'latitude' | 'longitude'>,
  fromMs: number,
  toMs: number,
): readonly DayCondition[] | undefined {
  const key = useMemo(
    () => JSON.stringify([water?.id, water?.latitude, water?.longitude, setting, fromMs, toMs]),
    [water, setting, fromMs, toMs],
  )
  const place = { latitude: water?.latitude ?? null, longitude: water?.longitude ?? null }
  return useAnalysis((worker, book) => worker.conditions(book, water?.id, { ...setting, ...place }, fromMs, toMs), key)
    .value
}
