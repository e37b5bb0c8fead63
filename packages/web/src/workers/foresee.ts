import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Foresee } from './foresee.worker.ts'

export type { DeckAsked, Foresee } from './foresee.worker.ts'

let remote: Remote<Foresee> | undefined

/** The worker that foretells, started at its first use; apart from the one that answers boards, which it would keep waiting. */
export function foresee(): Remote<Foresee> {
  remote ??= wrap<Foresee>(new Worker(new URL('./foresee.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
