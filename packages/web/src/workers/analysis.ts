import type { Analysis } from './analysis.worker.ts'
import { lasting } from './lasting.ts'

/** The analysis worker. */
export const analysis = lasting<Analysis>(
  () => new Worker(new URL('./analysis.worker.ts', import.meta.url), { type: 'module' }),
)
