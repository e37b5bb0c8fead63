import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Advise } from './advise.worker.ts'

export type { AdviceAsked, AdviceGiven, TestStanding } from './advise.worker.ts'

let remote: Remote<Advise> | undefined

/** The advice worker, started on first use. It is apart from the worker that answers boards, so that neither waits for the other. */
export function advise(): Remote<Advise> {
  remote ??= wrap<Advise>(new Worker(new URL('./advise.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
