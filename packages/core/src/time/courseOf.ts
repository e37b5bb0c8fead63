import { at } from '../checked/index.ts'
import { HOUR_MS } from './instants.ts'
import type { EpochMs } from './instants.ts'

/** Two readings at most this far apart are joined by a straight line; a carried value is stale beyond it. (analysis.md §1; ours) */
export const FRESH_MS = 3 * HOUR_MS
/** Beyond this a carried value is unknown. */
export const CARRIED_MS = 6 * HOUR_MS
/** Before the first reading it is carried back this far. */
export const CARRIED_BACK_MS = HOUR_MS

export interface Sample<V> {
  readonly ms: EpochMs
  readonly value: V
}

/** Part of a condition's course over `[from, to)`: from `start` in a straight line to `end`; null is unknown. */
export interface Piece<V> {
  readonly from: EpochMs
  readonly to: EpochMs
  readonly start: V | null
  readonly end: V | null
  readonly stale: boolean
}

/**
 * The course of a condition for all time from its readings.
 *
 * Given      samples in any order (of two at one time the later given counts), and whether values may be joined by lines
 * Returned   pieces that cover all time without gap, in order
 */
export function courseOf<V>(samples: readonly Sample<V>[], join: boolean): Piece<V>[] {
  const sorted = inOrder(samples)
  const first = sorted[0]
  if (!first) return [{ from: -Infinity, to: Infinity, start: null, end: null, stale: false }]
  const pieces: Piece<V>[] = [
    { from: -Infinity, to: first.ms - CARRIED_BACK_MS, start: null, end: null, stale: false },
    { from: first.ms - CARRIED_BACK_MS, to: first.ms, start: first.value, end: first.value, stale: false },
  ]
  for (let i = 0; i < sorted.length; i++) {
    const [sample, next] = [at(sorted, i), sorted[i + 1]]
    if (next && join && next.ms - sample.ms <= FRESH_MS) {
      pieces.push({ from: sample.ms, to: next.ms, start: sample.value, end: next.value, stale: false })
    } else {
      carryOn(sample, next?.ms ?? Infinity, pieces)
    }
  }
  return pieces
}

/** In order of time, one a time. Most are given so. */
function inOrder<V>(samples: readonly Sample<V>[]): readonly Sample<V>[] {
  const ordered = samples.every(({ ms }, i) => i === 0 || ms > at(samples, i - 1).ms)
  return ordered
    ? samples
    : [...new Map(samples.map((sample) => [sample.ms, sample])).values()].sort((a, b) => a.ms - b.ms)
}

function carryOn<V>({ ms, value }: Sample<V>, until: EpochMs, pieces: Piece<V>[]): void {
  pieces.push({ from: ms, to: Math.min(ms + FRESH_MS, until), start: value, end: value, stale: false })
  if (until > ms + FRESH_MS)
    pieces.push({ from: ms + FRESH_MS, to: Math.min(ms + CARRIED_MS, until), start: value, end: value, stale: true })
  if (until > ms + CARRIED_MS) pieces.push({ from: ms + CARRIED_MS, to: until, start: null, end: null, stale: false })
}

/** The piece in force at a time. */
export function pieceAt<V>(course: readonly Piece<V>[], ms: EpochMs): Piece<V> {
  let [low, high] = [0, course.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if ((course[middle]?.from ?? Infinity) <= ms) low = middle
    else high = middle - 1
  }
  return at(course, low)
}

/** Value of a numeric piece at a time inside it. */
export function valueAt(piece: Piece<number>, ms: EpochMs): number | null {
  if (piece.start === null || piece.end === null || piece.start === piece.end) return piece.start
  return piece.start + ((piece.end - piece.start) * (ms - piece.from)) / (piece.to - piece.from)
}

const NONE: readonly EpochMs[] = []

/** Where a numeric piece crosses the edges, to the millisecond, in order of time. */
export function crossings({ from, to, start, end }: Piece<number>, edges: readonly number[]): readonly EpochMs[] {
  if (start === null || end === null || start === end || !edges.some((edge) => (edge - start) * (edge - end) < 0))
    return NONE
  const crossed = edges
    .filter((edge) => (edge - start) * (edge - end) < 0)
    .map((edge) => Math.round(from + ((edge - start) / (end - start)) * (to - from)))
  return end > start ? crossed : crossed.reverse()
}

/** Directions unwrapped so that each step takes the shorter way round; half a turn goes clockwise. Degrees in, degrees out (may leave 0–360). */
export function unwrapDegrees(samples: readonly Sample<number>[]): Sample<number>[] {
  let previous: number | undefined
  return [...samples]
    .sort((a, b) => a.ms - b.ms)
    .map(({ ms, value }) => {
      const turn = previous === undefined ? 0 : ((((value - previous) % 360) + 540) % 360) - 180
      previous = previous === undefined ? value : previous + (turn === -180 ? 180 : turn)
      return { ms, value: previous }
    })
}
