import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Foreign } from './foreign.worker.ts'

let remote: Remote<Foreign> | undefined

/** The worker that reads files of other origin, started at its first use. */
export function foreign(): Remote<Foreign> {
  remote ??= wrap<Foreign>(new Worker(new URL('./foreign.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
