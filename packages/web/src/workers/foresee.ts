import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Foresee, ForeseeWorker } from './foresee.worker.ts'

export type { DaysLikeIt, DeckAnswer, DeckAsked, Foresee, RuleEvidence } from './foresee.worker.ts'

/** Who waits for whom: the deck for nothing, and nothing for the past that is gone through. */
const WORKER_OF = { deck: 'deck', worth: 'past', daysLike: 'beside', rules: 'beside', evidence: 'beside' } as const

const remotes: Partial<Record<string, Remote<ForeseeWorker>>> = {}

/** Answers that take seconds. */
export type LongForesight = 'deck' | 'worth'

/** Tells how far the next answer of a method is, until somebody else asks to be told. */
export const watchForesight = (method: LongForesight, onShare: (share: number) => void): void =>
  void foresee(method).watch(proxy(onShare))

/** A worker that foretells, started at its first use; apart from the one that answers boards, which it would keep waiting. */
export function foresee(method: keyof Foresee): Remote<ForeseeWorker> {
  return (remotes[WORKER_OF[method]] ??= wrap<ForeseeWorker>(
    new Worker(new URL('./foresee.worker.ts', import.meta.url), { type: 'module' }),
  ))
}
