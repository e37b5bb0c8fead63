import { useMemo } from 'react'
import type { Id } from '@jotbook/core'
import type { UsualWords } from '@jotbook/core/deck'
import { lureOf } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useAnalysis } from '../../state/useAnalysis.ts'

const NOTHING_USUAL: UsualWords = {}

/**
 * What is usual for lures of its class, and for places on this water; nothing until it is known, and the words stand in the order of the
 * trade. Asked once a class and water, not after each tap: a tap more does not change what is usual.
 */
export function useUsualWords(lure: Id<'lure'> | undefined, water: Id<'water'>): UsualWords {
  const kind = useAppSelector((state) => (lure === undefined ? undefined : lureOf(state, lure)?.class))
  const asked = useMemo(
    (): [string, Id<'water'>] | undefined => (kind === undefined ? undefined : [kind, water]),
    [kind, water],
  )
  const { value, isOfLast } = useAnalysis('usualWords', asked, { once: true })
  return kind === undefined || isOfLast === true ? NOTHING_USUAL : (value ?? NOTHING_USUAL)
}
