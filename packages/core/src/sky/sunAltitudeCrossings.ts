import { at } from '../checked/index.ts'
import { signChange } from '../numerics/index.ts'
import { HOUR_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Sky } from './skyOver.ts'

interface Node {
  readonly ms: EpochMs
  readonly altitudeDeg: number
}

/**
 * Every instant strictly inside a span at which the sun's geometric altitude crosses one of the given altitudes.
 *
 * Given      a sky, a span, and geometric altitudes in degrees
 * Returned   instants in rising order; none for no altitude
 * Method     looked at every hour; a turning point between looks is found first, so that a short visit above or below an altitude (noon,
 *            polar midnight) is not missed; each crossing by regula falsi
 * Accuracy   one millisecond of the altitude's own root
 */
export function sunAltitudeCrossings(
  sky: Sky,
  fromMs: EpochMs,
  toMs: EpochMs,
  altitudesDeg: readonly number[],
): EpochMs[] {
  if (altitudesDeg.length === 0) return []
  const altitude = (ms: EpochMs): number => sky.altitudeDeg('sun', ms)
  const nodes = withTurningPoints(fromMs, toMs, altitude)
  const crossings: EpochMs[] = []
  for (let i = 1; i < nodes.length; i++) {
    const [a, b] = [at(nodes, i - 1), at(nodes, i)]
    for (const edge of altitudesDeg) {
      if (a.altitudeDeg >= edge === b.altitudeDeg >= edge) continue
      crossings.push(signChange((ms) => altitude(ms) - edge, a.ms, b.ms, a.altitudeDeg - edge, b.altitudeDeg - edge))
    }
  }
  return crossings.filter((ms) => ms > fromMs && ms < toMs).sort((a, b) => a - b)
}

/** Looks from the hour before a span to the hour after it, with the highest and lowest points between them. */
function withTurningPoints(fromMs: EpochMs, toMs: EpochMs, altitude: (ms: EpochMs) => number): Node[] {
  const looks: Node[] = []
  for (let ms = Math.floor(fromMs) - HOUR_MS; ms < toMs + 2 * HOUR_MS; ms += HOUR_MS)
    looks.push({ ms, altitudeDeg: altitude(ms) })
  const nodes: Node[] = []
  for (let i = 0; i < looks.length; i++) {
    const [before, here, after] = [looks[i - 1], at(looks, i), looks[i + 1]]
    const turns = before && after && here.altitudeDeg > before.altitudeDeg !== after.altitudeDeg > here.altitudeDeg
    if (turns) nodes.push(turningPoint(before, after, altitude))
    nodes.push(here)
  }
  return nodes.sort((a, b) => a.ms - b.ms)
}

/** Where the altitude stops rising or falling, to the second. */
function turningPoint(before: Node, after: Node, altitude: (ms: EpochMs) => number): Node {
  const slope = (second: number): number =>
    altitude(before.ms + 1000 * second + 500) - altitude(before.ms + 1000 * second - 500)
  const seconds = (after.ms - before.ms) / 1000
  const [first, last] = [slope(0), slope(seconds)]
  const found = first < 0 === last < 0 ? seconds / 2 : signChange(slope, 0, seconds, first, last)
  const ms = before.ms + Math.round(1000 * found)
  return { ms, altitudeDeg: altitude(ms) }
}
