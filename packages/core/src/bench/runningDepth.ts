import { lineDiameterMm } from './line.ts'
import type { Line } from './line.ts'
import { movedBy } from './movedBy.ts'

/** A diver's depth falls with the line's thickness by this power: the trade's two-inch diver runs 7 ft on 12 lb and 12 ft on 8 lb. */
const THICKNESS_POWER = Math.log(12 / 7) / Math.log(Math.sqrt(12 / 8))

/** Line at which a lure's running depth is taken to be said, where nobody says. Common practice, no source. */
export const RATED_LINE: Line = { testLb: 10, material: 'monofilament' }

/** Own bottom contacts weigh against what is said of the lure as if that were so many of them. (ours) */
const SAID_COUNTS = 2

/** How deep it was once seen to run. */
export interface SeenRunning {
  readonly depthM: number
  readonly line: Line
}

/**
 * How deep a diver runs on a line.
 *
 *   depth = said · (thickness it is said at / thickness)^2.66
 *
 * Given      the depth said of it, the line that is said at, the line on the reel, and own contacts with the bottom
 * Returned   metres, on a long cast
 * Valid for  diving lures cast and wound; 4 to 20 lb
 * Source     the power: common practice of the trade, no source (7 ft on 12 lb, 12 ft on 8 lb)
 */
export function runningDepth(
  said: SeenRunning,
  line: Line,
  seen: readonly SeenRunning[] = [],
): { readonly depthM: number; readonly contacts: number } {
  const plain = (on: Line): number => said.depthM * (lineDiameterMm(said.line) / lineDiameterMm(on)) ** THICKNESS_POWER
  const own = movedBy(
    seen.map((one) => one.depthM / plain(one.line)),
    SAID_COUNTS,
  )
  return { depthM: plain(line) * own, contacts: seen.length }
}
