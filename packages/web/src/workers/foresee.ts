import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Foresee } from './foresee.worker.ts'

export type { DeckAsked, Foresee } from './foresee.worker.ts'

const remotes: Partial<Record<keyof Foresee, Remote<Foresee>>> = {}

/**
 * The worker that foretells, started at its first use; apart from the one that answers boards, which it would keep waiting. Each method has
 * its own: a deck is not to wait until the past is gone through.
 */
export function foresee(method: keyof Foresee): Remote<Foresee> {
  return (remotes[method] ??= wrap<Foresee>(
    new Worker(new URL('./foresee.worker.ts', import.meta.url), { type: 'module' }),
  ))
}
