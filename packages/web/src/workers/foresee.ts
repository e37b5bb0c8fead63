import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Foresee } from './foresee.worker.ts'

export type { DaysLikeIt, DeckAnswer, DeckAsked, Foresee, RuleEvidence } from './foresee.worker.ts'

/** Who waits for whom: the deck for nothing, and nothing for the past that is gone through. */
const WORKER_OF = { deck: 'deck', worth: 'past', daysLike: 'beside', rules: 'beside', evidence: 'beside' } as const

const remotes: Partial<Record<string, Remote<Foresee>>> = {}

/** A worker that foretells, started at its first use; apart from the one that answers boards, which it would keep waiting. */
export function foresee(method: keyof Foresee): Remote<Foresee> {
  return (remotes[WORKER_OF[method]] ??= wrap<Foresee>(
    new Worker(new URL('./foresee.worker.ts', import.meta.url), { type: 'module' }),
  ))
}
