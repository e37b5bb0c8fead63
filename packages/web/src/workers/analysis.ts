import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { Analysis } from './analysis.worker.ts'

let remote: Remote<Analysis> | undefined

/** The analysis worker, started at its first use. */
export function analysis(): Remote<Analysis> {
  remote ??= wrap<Analysis>(new Worker(new URL('./analysis.worker.ts', import.meta.url), { type: 'module' }))
  return remote
}
