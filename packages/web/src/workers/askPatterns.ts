import type { Id } from '@jotbook/core'
import type { WaterPattern } from '@jotbook/core/patterns'
import { inLongWorker } from './inLongWorker.ts'
import type { Watch } from './inLongWorker.ts'

interface PatternsAsked extends Watch {
  readonly book: Id<'book'>
  readonly water: Id<'water'>
  /** Under which it is kept on the device. */
  readonly key: string
}

/** The pattern book of a water, in a worker of its own. Throws Problem `cancelled` once the signal says so. */
export const askPatterns = ({ book, water, key, ...watch }: PatternsAsked): Promise<WaterPattern[]> =>
  inLongWorker(watch, (long, { desk, progress }) => long.patterns({ book, water, key }, desk, progress))
