import type { Classes } from './classes.ts'

/**
 * Adds up by trip what is expected of some classes, and lists those trips; returns how many there are. The sums are nought before, and
 * whoever asks sets them back to nought.
 */
// eslint-disable-next-line max-params -- called for every window: an object each would cost
export function gather(
  { first, trip }: Classes,
  dueOf: Float64Array,
  chosen: Int32Array,
  sums: Float64Array,
  trips: Int32Array,
): number {
  let count = 0
  for (let i = 0; i < chosen.length; i++) {
    const one = chosen[i]!
    for (let shard = first[one]!; shard < first[one + 1]!; shard++) {
      const e = dueOf[shard]!
      // Hours of which nothing is expected weigh nothing.
      if (e === 0) continue
      const t = trip[shard]!
      const known = sums[t]!
      if (known === 0) trips[count++] = t
      sums[t] = known + e
    }
  }
  return count
}
