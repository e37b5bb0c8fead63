import { at, lastOf } from '../checked/index.ts'
import type { Cut } from './cut.ts'
import type { TimedStrike } from './types.ts'

/**
 * The piece each strike falls in: that of its own stint which holds its time. A strike on a cut belongs to the later piece,
 * one at the stint's own end to its last. Undefined where no piece holds it (a loose end).
 */
export function placeStrikes(cuts: readonly Cut[], strikes: readonly TimedStrike[]): (number | undefined)[] {
  const byStint = new Map<string, number[]>()
  cuts.forEach((cut, i) => {
    const pieces = byStint.get(cut.stint.stint)
    if (pieces) pieces.push(i)
    else byStint.set(cut.stint.stint, [i])
  })
  return strikes.map((strike) => {
    const pieces = strike.stint === null ? undefined : byStint.get(strike.stint)
    if (!pieces) return undefined
    const { ms } = strike
    const last = lastOf(pieces)
    return ms === at(cuts, last).toMs ? last : pieces.find((i) => at(cuts, i).fromMs <= ms && ms < at(cuts, i).toMs)
  })
}
