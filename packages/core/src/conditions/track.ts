import { countWhile, signChange } from '../numerics/index.ts'
import type { DurationMs, EpochMs } from '../time/index.ts'

export interface TrackValue {
  /** Null is unknown. */
  readonly value: number | string | null
  readonly stale: boolean
}

/** Told of the parts of a span in order: from when on, and what the condition is in the part's middle. */
export type Visit = (fromMs: EpochMs, value: number | string | null, stale: boolean) => void

/** One condition through a trip. */
export interface Track {
  /** Where it changes band, in any order. */
  readonly cuts: (fromMs: EpochMs, toMs: EpochMs) => readonly EpochMs[]
  readonly at: (ms: EpochMs) => TrackValue
  /** Goes through a span from cut to cut. A track is taken at its word between two of them. */
  readonly walk: (fromMs: EpochMs, toMs: EpochMs, visit: Visit) => void
}

/**
 * A track that is walked by its cuts and asked in the middle between two.
 *
 * Given      where a condition changes within a span, rising, and what it is at a moment
 * Returned   the track; its walk visits the stretches between the cuts, in order
 */
export const trackOf = (cuts: Track['cuts'], at: Track['at']): Track => ({
  cuts,
  at,
  walk: (fromMs, toMs, visit) => {
    let from = fromMs
    const part = (until: EpochMs): void => {
      const { value, stale } = at((from + until) / 2)
      visit(from, value, stale)
      from = until
    }
    for (const ms of ascending(cuts(fromMs, toMs))) if (ms > from && ms < toMs) part(ms)
    if (toMs > from) part(toMs)
  },
})

function ascending(times: readonly EpochMs[]): readonly EpochMs[] {
  let latest = -Infinity
  for (const ms of times) {
    if (ms < latest) return [...times].sort((a, b) => a - b)
    latest = ms
  }
  return times
}

/**
 * A track whose values another follows from, known where they are; its cuts are the same.
 *
 * Given      a track of numbers, and what follows from one
 * Returned   the track of what follows; unknown where the first is, stale where it is
 */
export const mapped = (track: Track, of: (value: number) => number | null): Track => ({
  cuts: track.cuts,
  at: (ms) => {
    const { value, stale } = track.at(ms)
    return typeof value === 'number' ? { value: of(value), stale } : UNKNOWN_VALUE
  },
  walk: (fromMs, toMs, visit) =>
    track.walk(fromMs, toMs, (from, value, stale) => {
      if (typeof value === 'number') visit(from, of(value), stale)
      else visit(from, null, false)
    }),
})

/**
 * Number of edges at or below the value: half-open bands `[edge, next)`. Edges ascending.
 *
 * Given      a value, and edges in rising order
 * Returned   0 below the first edge, as many as there are edges from the last one on
 */
export function bandIndex(value: number, edges: readonly number[]): number {
  let index = 0
  while (index < edges.length && value >= (edges[index] ?? Infinity)) index++
  return index
}

export const UNKNOWN_VALUE: TrackValue = { value: null, stale: false }
export const UNKNOWN_TRACK: Track = constantTrack(null)

/**
 * A condition that stays what it is for the whole trip.
 *
 * Given      the value, null where it is not known
 * Returned   a track without cuts
 */
export function constantTrack(value: number | string | null): Track {
  const seen: TrackValue = { value, stale: false }
  return { cuts: () => [], at: () => seen, walk: (fromMs, _, visit) => visit(fromMs, value, false) }
}

/** How a function is looked at for its changes of band. */
export interface Looks {
  readonly everyMs: DurationMs
  /** Times within a span at which it may jump or bend: it is looked at on either side of them too. */
  readonly corners?: (fromMs: EpochMs, toMs: EpochMs) => readonly EpochMs[]
}

/**
 * A condition that can be worked out for any time. Each change of band between two looks is found to the millisecond; a visit to
 * another band that lies between two looks may be missed. Where its corners are looked at, only a smooth turn can do that.
 *
 * Given      the function, edges in rising order, how often it is looked at and at which corners besides
 * Returned   its track
 * Accuracy   one millisecond of each change that is found
 */
export function functionTrack(
  f: (ms: EpochMs) => TrackValue,
  edges: readonly number[],
  { everyMs, corners }: Looks,
): Track {
  const cuts = (fromMs: EpochMs, toMs: EpochMs): EpochMs[] => {
    const found: EpochMs[] = []
    const times = lookTimes(fromMs, toMs, everyMs, corners?.(fromMs, toMs) ?? [])
    let [ms, value] = [times[0] ?? fromMs, f(times[0] ?? fromMs)]
    for (const next of times) {
      if (next === ms) continue
      const then = f(next)
      changes(f, edges, ms, next, value, then, found)
      ms = next
      value = then
    }
    return found
  }
  return trackOf(cuts, f)
}

/** In order: every so often from before a span to after it, and on either side of each corner inside it. */
function lookTimes(fromMs: EpochMs, toMs: EpochMs, everyMs: DurationMs, corners: readonly EpochMs[]): Float64Array {
  const first = Math.floor(fromMs / everyMs)
  const regular = Math.ceil(toMs / everyMs) - first + 1
  const times = new Float64Array(regular + 2 * corners.length).fill(first * everyMs)
  for (let i = 0; i < regular; i++) times[i] = (first + i) * everyMs
  let n = regular
  for (const ms of corners) {
    if (ms <= fromMs || ms >= toMs) continue
    times[n++] = ms - 1
    times[n++] = ms
  }
  return times.sort()
}

/**
 * A condition that only changes at known times, each of which begins a new value.
 *
 * Given      times in rising order, and the value from one on
 * Returned   its track; unknown before the first
 */
export function stepTrack(times: Float64Array, valueFrom: (ms: EpochMs) => number | null): Track {
  const stepAt = (ms: EpochMs): number => countWhile(times, (time) => time <= ms) - 1
  const value = (step: number): number | null => (step < 0 ? null : valueFrom(times[step] ?? NaN))
  return {
    cuts: (fromMs, toMs) =>
      Array.from(
        times.subarray(
          stepAt(fromMs) + 1,
          countWhile(times, (ms) => ms < toMs),
        ),
      ),
    at: (ms) => ({ value: value(stepAt(ms)), stale: false }),
    walk: (fromMs, toMs, visit) => {
      let from = fromMs
      for (let step = stepAt(fromMs); from < toMs; step++) {
        const until = times[step + 1] ?? toMs
        if (until <= from) continue
        visit(from, value(step), false)
        from = until
      }
    },
  }
}

/** Every change of band between two times: one edge between two values is gone to straight, anything else by halving. */
// eslint-disable-next-line max-params -- called at every halving of every span: an object each would cost
function changes(
  f: (ms: EpochMs) => TrackValue,
  edges: readonly number[],
  fromMs: EpochMs,
  toMs: EpochMs,
  from: TrackValue,
  to: TrackValue,
  found: EpochMs[],
): void {
  const [before, after] = [bandKey(from, edges), bandKey(to, edges)]
  if (before === after) return
  if (toMs - fromMs <= 1) {
    found.push(toMs)
    return
  }
  const edge = edges[Math.min(before, after) >> 1]
  if (
    edge !== undefined &&
    Math.abs(before - after) === 2 &&
    typeof from.value === 'number' &&
    typeof to.value === 'number'
  ) {
    // Light falls by powers of ten: its logarithm goes nearly straight.
    const beyond = (value: number): number => (edge > 0 && value > 0 ? Math.log(value / edge) : value - edge)
    const past = (ms: EpochMs): number => {
      const { value } = f(ms)
      return typeof value === 'number' ? beyond(value) : -Infinity
    }
    found.push(signChange(past, fromMs, toMs, beyond(from.value), beyond(to.value)))
    return
  }
  const middle = Math.floor((fromMs + toMs) / 2)
  const between = f(middle)
  changes(f, edges, fromMs, middle, from, between, found)
  changes(f, edges, middle, toMs, between, to, found)
}

/** A number for a band, its staleness and whether it is known. */
function bandKey({ value, stale }: TrackValue, edges: readonly number[]): number {
  if (typeof value !== 'number') return -1
  return 2 * bandIndex(value, edges) + (stale ? 1 : 0)
}

/** Time counted from a moment (or, with `sign` −1, up to it) over `[from, to)`. Null: it is not known. */
export interface Count {
  readonly from: EpochMs
  readonly to: EpochMs
  readonly moment: EpochMs | null
  readonly stale: boolean
}

/**
 * A condition that is the time since something, or until it, in some unit.
 *
 * Given      what counts in a span, in order and side by side; the unit in ms; 1 for since, −1 for until; edges in rising order
 * Returned   its track; unknown where nothing counts
 */
export function countTrack(
  over: (fromMs: EpochMs, toMs: EpochMs) => readonly Count[],
  unitMs: number,
  sign: 1 | -1,
  edges: readonly number[],
): Track {
  /** Where a count passes its edges, in order of time. */
  const passed = ({ from, to, moment }: Count): readonly EpochMs[] => {
    if (moment === null) return []
    const times = edges.map((edge) => Math.round(moment + sign * edge * unitMs)).filter((ms) => ms > from && ms < to)
    return sign > 0 ? times : times.reverse()
  }
  const valueOf = ({ moment }: Count, ms: EpochMs): number | null =>
    moment === null ? null : (sign * (ms - moment)) / unitMs
  return {
    // After the last one nothing is known.
    cuts: (fromMs, toMs) => over(fromMs, toMs).flatMap((count) => [count.from, ...passed(count), count.to]),
    at: (ms) => {
      const count = over(ms, ms + 1).find(({ from, to }) => from <= ms && ms < to)
      return count && count.moment !== null ? { value: valueOf(count, ms), stale: count.stale } : UNKNOWN_VALUE
    },
    walk: (fromMs, toMs, visit) => {
      let from = fromMs
      for (const count of over(fromMs, toMs)) {
        if (count.from > from) visit(from, null, false)
        from = Math.max(from, count.from)
        for (const ms of [...passed(count), Math.min(count.to, toMs)]) {
          if (ms <= from || ms > toMs) continue
          visit(from, valueOf(count, (from + ms) / 2), count.moment !== null && count.stale)
          from = ms
        }
      }
      if (from < toMs) visit(from, null, false)
    },
  }
}

/**
 * The first track where it knows something, else the second.
 *
 * Given      two tracks of one condition; the first may be missing
 * Returned   their track, cut where either is
 */
export function before(first: Track | undefined, second: Track): Track {
  if (!first) return second
  return trackOf(
    (fromMs, toMs) => [...first.cuts(fromMs, toMs), ...second.cuts(fromMs, toMs)],
    (ms) => {
      const own = first.at(ms)
      return own.value === null ? second.at(ms) : own
    },
  )
}
