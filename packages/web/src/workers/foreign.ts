import type { Foreign } from './foreign.worker.ts'
import { lasting } from './lasting.ts'

/** The worker that reads files that are no bundle of ours: spreadsheets, logs, tracks. */
export const foreign = lasting<Foreign>(
  () => new Worker(new URL('./foreign.worker.ts', import.meta.url), { type: 'module' }),
)
