import { at } from '../checked/index.ts'
import { MINUTE_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { skyOver } from './skyOver.ts'

const STEP_MS = 20 * MINUTE_MS

/**
 * Every instant strictly inside a span at which the sun's geometric altitude crosses one of the given altitudes.
 *
 * Method     sampled every 20 minutes; a turning point between samples is found first, so that a short visit above or below an
 *            altitude (noon, polar midnight) is not missed; each crossing by bisection
 * Accuracy   one millisecond of the altitude's own root
 */
export function sunAltitudeCrossings(fromMs: EpochMs, toMs: EpochMs, latitudeDeg: number, longitudeDeg: number, altitudesDeg: readonly number[]): EpochMs[] {
  const sky = skyOver(latitudeDeg, longitudeDeg)
  const altitude = (ms: EpochMs): number => sky.altitudeDeg('sun', ms)
  const nodes = withTurningPoints(samples(fromMs, toMs), altitude)
  const crossings: EpochMs[] = []
  for (let i = 1; i < nodes.length; i++) {
    const [before, after] = [at(nodes, i - 1), at(nodes, i)]
    for (const edge of altitudesDeg) {
      if (before.value >= edge !== after.value >= edge) crossings.push(bisect(before.ms, after.ms, (ms) => altitude(ms) >= edge))
    }
  }
  return crossings.filter((ms) => ms > fromMs && ms < toMs).sort((a, b) => a - b)
}

interface Node {
  readonly ms: EpochMs
  readonly value: number
}

function samples(fromMs: EpochMs, toMs: EpochMs): EpochMs[] {
  const times: EpochMs[] = []
  for (let ms = fromMs; ms < toMs; ms += STEP_MS) times.push(ms)
  return [...times, toMs]
}

function withTurningPoints(times: readonly EpochMs[], f: (ms: EpochMs) => number): Node[] {
  const nodes = times.map((ms) => ({ ms, value: f(ms) }))
  const turning: Node[] = []
  for (let i = 0; i + 1 < nodes.length; i++) {
    const [a, b] = [at(nodes, i), at(nodes, i + 1)]
    const rising = (ms: EpochMs): boolean => f(ms + 1000) > f(ms)
    if (rising(a.ms) === rising(b.ms)) continue
    const ms = bisect(a.ms, b.ms, (t) => rising(t) === rising(b.ms))
    turning.push({ ms, value: f(ms) })
  }
  return [...nodes, ...turning].sort((a, b) => a.ms - b.ms)
}

/** First millisecond at which `holds` is true, given that it is false at `low` and true at `high` or the other way round. */
function bisect(low: EpochMs, high: EpochMs, holds: (ms: EpochMs) => boolean): EpochMs {
  const target = holds(high)
  let [from, to] = [low, high]
  while (to - from > 1) {
    const middle = Math.floor((from + to) / 2)
    if (holds(middle) === target) to = middle
    else from = middle
  }
  return to
}
