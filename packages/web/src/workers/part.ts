import { subjectsOf, weighDealt } from '@jotbook/core'
import type { Claim, Confidence, CutForClaims, Dealt } from '@jotbook/core'

/** Parts of a long answer that need nothing of the rest. */
export const part = {
  started: (): void => undefined,
  subjects: subjectsOf,
  claims: (
    [cut, claims, options]: readonly [CutForClaims, readonly Claim[], Confidence],
    next: Dealt['next'],
    early: Dealt['early'],
  ): ReturnType<typeof weighDealt> => weighDealt(cut, claims, { ...options, next, early }),
}

export type Part = typeof part
