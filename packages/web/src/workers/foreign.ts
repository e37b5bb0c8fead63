import type { Foreign } from './foreign.worker.ts'
import { lasting } from './lasting.ts'

/** The worker that reads files of other origin. */
export const foreign = lasting<Foreign>(
  () => new Worker(new URL('./foreign.worker.ts', import.meta.url), { type: 'module' }),
)
