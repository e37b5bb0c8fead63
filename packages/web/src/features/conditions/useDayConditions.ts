import type { DayCondition, EpochMs, Setting, Water } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'

/** What sky and season did, worked out in the worker; undefined until it has answered. */
export function useDayConditions(
  water: Water | undefined,
  setting: Omit<Setting, 'latitude' | 'longitude'>,
  fromMs: EpochMs,
  toMs: EpochMs,
): readonly DayCondition[] | undefined {
  const place = { latitude: water?.latitude ?? null, longitude: water?.longitude ?? null }
  return useAnalysis('conditions', [water?.id, { ...setting, ...place }, { fromMs, toMs }]).value
}
