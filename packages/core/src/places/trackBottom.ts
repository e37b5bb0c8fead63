import type { EpochMs } from '../time/index.ts'
/** One sounding. */
export interface Sounding {
  readonly ms: EpochMs
  readonly depthM: number
}

/**
 * The bottom under a boat that carried a sounder, by slices of time.
 *
 * Given      a trip's track as stored: points of epoch milliseconds, latitude, longitude and depth in metres (null where none); a span and
 *            the length of a slice, milliseconds
 * Returned   the deepest of each slice, in order of time; undefined for fewer than two slices sounded
 */
export function trackBottom(
  track: unknown,
  fromMs: EpochMs,
  toMs: EpochMs,
  sliceMs: number,
): readonly Sounding[] | undefined {
  const points = Array.isArray(track) ? (track as readonly (readonly (number | null)[])[]) : []
  const deepest = new Map<number, number>()
  for (const [ms, , , depthM] of points) {
    if (typeof ms !== 'number' || typeof depthM !== 'number' || ms < fromMs || ms > toMs) continue
    const slice = Math.round(ms / sliceMs) * sliceMs
    deepest.set(slice, Math.max(deepest.get(slice) ?? 0, depthM))
  }
  if (deepest.size < 2) return undefined
  return [...deepest]
    .map(([ms, depthM]) => ({ ms: Math.max(fromMs, Math.min(toMs, ms)), depthM }))
    .sort((a, b) => a.ms - b.ms)
}
