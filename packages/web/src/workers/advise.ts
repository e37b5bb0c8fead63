import type { Advise } from './advise.worker.ts'
import { lasting } from './lasting.ts'

export type { Advise, AdviceAsked, AdviceGiven, TestStanding } from './advise.worker.ts'

/** The advice worker. It is apart from the worker that answers boards, so that neither waits for the other. */
export const advise = lasting<Advise>(
  () => new Worker(new URL('./advise.worker.ts', import.meta.url), { type: 'module' }),
)
