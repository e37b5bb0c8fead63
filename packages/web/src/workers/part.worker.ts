import { expose } from 'comlink'
import { subjectsOf, weighClaims } from '@jotbook/core'
import type { Claim, CutForClaims, UnjudgedTrial, WeighOptions, WeighedClaim } from '@jotbook/core'

/** Parts of a long answer that need nothing of the rest, in a worker beside it. */
const part = {
  started: (): void => undefined,
  subjects: subjectsOf,
  claims: (
    [cut, claims, options]: readonly [CutForClaims, readonly Claim[], Omit<WeighOptions, 'progress' | 'early'>],
    progress: (share: number) => void,
    early: (trial: UnjudgedTrial) => void,
  ): WeighedClaim[] => weighClaims(cut, claims, { ...options, progress, early }),
}

export type Part = typeof part
expose(part)
