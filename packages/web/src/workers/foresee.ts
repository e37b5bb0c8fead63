import { proxy } from 'comlink'
import type { Remote } from 'comlink'
import type { Foresee, ForeseeWorker } from './foresee.worker.ts'
import { lasting } from './lasting.ts'

export type { DaysLikeIt, DeckAnswer, DeckAsked, Foresee, RuleEvidence } from './foresee.worker.ts'

const started = () =>
  lasting<ForeseeWorker>(() => new Worker(new URL('./foresee.worker.ts', import.meta.url), { type: 'module' }))

/** Who waits for whom: the deck for nothing, and nothing for the past that is gone through. */
const [deck, past, beside] = [started(), started(), started()]
const WORKER_OF = { deck, worth: past, daysLike: beside, rules: beside, evidence: beside } as const

/** Answers that take seconds. */
export type LongForesight = 'deck' | 'worth'

/** Tells how far the next answer of a method is, until somebody else asks to be told. */
export const watchForesight = (method: LongForesight, onShare: (share: number) => void): void =>
  void foresee(method).watch(proxy(onShare))

/** The worker that foretells it, apart from the one that answers boards, which it would keep waiting. */
export const foresee = (method: keyof Foresee): Remote<ForeseeWorker> => WORKER_OF[method]()
