import { MINUTE_MS } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'

/** Time, latitude, longitude, and the water under the boat in metres where it was sounded. */
export type TrackPoint = readonly [ms: EpochMs, latitude: number, longitude: number, depthM: number | null]

const RADIUS_M = 6_371_000
const RADIAN = Math.PI / 180

/** Metres between two places near each other. */
export function metresBetween(a: readonly [number, number], b: readonly [number, number]): number {
  const east = (b[1] - a[1]) * Math.cos(((a[0] + b[0]) / 2) * RADIAN)
  return Math.hypot(b[0] - a[0], east) * RADIAN * RADIUS_M
}

const LEAST_MS = 30_000
const LEAST_M = 10
const AT_LEAST_EVERY_MS = 10 * MINUTE_MS

/** Keeps of a track a point every half minute while the boat moves, and every ten minutes while it lies still. */
export class TrackThinner {
  private last: TrackPoint | undefined
  private kept: TrackPoint[] = []

  take(point: TrackPoint): void {
    const { last } = this
    const apart = last ? point[0] - last[0] : Infinity
    if (apart <= 0) return
    const moved = last ? metresBetween([last[1], last[2]], [point[1], point[2]]) : Infinity
    if (apart < AT_LEAST_EVERY_MS && (apart < LEAST_MS || moved < LEAST_M)) return
    this.last = point
    this.kept.push(point)
  }

  drain(): TrackPoint[] {
    const out = this.kept
    this.kept = []
    return out
  }
}

/** Points in order of time, thinned. */
export function thinTrack(points: readonly TrackPoint[]): TrackPoint[] {
  const thinner = new TrackThinner()
  for (const point of [...points].sort((a, b) => a[0] - b[0])) thinner.take(point)
  return thinner.drain()
}

/** Where the boat was at a time, on the line between the points on either side if they are at most twenty minutes apart. */
export function placeAlong(
  track: readonly TrackPoint[],
  ms: EpochMs,
): { latitude: number; longitude: number; depthM: number | null } | undefined {
  const i = track.findIndex(([time]) => time >= ms)
  const [before, after] = [track[i - 1] ?? track[i], track[i]]
  if (!before || !after || after[0] - Math.min(before[0], ms) > 20 * MINUTE_MS) return undefined
  const share = after[0] === before[0] ? 0 : (ms - before[0]) / (after[0] - before[0])
  const along = (from: number, to: number): number => from + share * (to - from)
  return { latitude: along(before[1], after[1]), longitude: along(before[2], after[2]), depthM: after[3] ?? before[3] }
}

/** A stored track, as far as it is one. */
export function trackOf(value: unknown): TrackPoint[] {
  if (!Array.isArray(value)) return []
  return (value as unknown[]).filter((point): point is TrackPoint => {
    if (!Array.isArray(point)) return false
    const [ms, latitude, longitude, depthM] = point as unknown[]
    return (
      [ms, latitude, longitude].every((part) => typeof part === 'number' && Number.isFinite(part)) &&
      (depthM === null || typeof depthM === 'number')
    )
  })
}
