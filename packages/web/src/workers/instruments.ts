import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Instruments } from './instruments.worker.ts'

let remote: Remote<Instruments> | undefined

/** The worker that reads logs, tracks and reports, started at its first use. */
export function instruments(): Remote<Instruments> {
  remote ??= wrap<Instruments>(new Worker(new URL('./instruments.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
