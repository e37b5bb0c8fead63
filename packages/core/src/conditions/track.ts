import { countWhile, signChange } from '../numerics/index.ts'
import type { EpochMs } from '../time/index.ts'

export interface TrackValue {
  /** Null is unknown. */
  readonly value: number | string | null
  readonly stale: boolean
}

/** One condition through a trip: where it changes band, and what it is at a time. */
export interface Track {
  readonly cuts: (fromMs: EpochMs, toMs: EpochMs) => readonly EpochMs[]
  readonly at: (ms: EpochMs) => TrackValue
}

/** Number of edges at or below the value: half-open bands `[edge, next)`. Edges ascending. */
export function bandIndex(value: number, edges: readonly number[]): number {
  let index = 0
  while (index < edges.length && value >= (edges[index] ?? Infinity)) index++
  return index
}

export const UNKNOWN_VALUE: TrackValue = { value: null, stale: false }
export const UNKNOWN_TRACK: Track = { cuts: () => [], at: () => UNKNOWN_VALUE }

/** A condition that stays what it is for the whole trip. */
export function constantTrack(value: number | string | null): Track {
  const seen: TrackValue = { value, stale: false }
  return { cuts: () => [], at: () => seen }
}

/** How a function is looked at for its changes of band. */
export interface Looks {
  readonly everyMs: number
  /** Times within a span at which it may jump or bend: it is looked at on either side of them too. */
  readonly corners?: (fromMs: EpochMs, toMs: EpochMs) => readonly EpochMs[]
}

/**
 * A condition that can be worked out for any time. Each change of band between two looks is found to the millisecond; a visit to
 * another band that lies between two looks may be missed. Where its corners are looked at, only a smooth turn can do that.
 */
export function functionTrack(f: (ms: EpochMs) => TrackValue, edges: readonly number[], { everyMs, corners }: Looks): Track {
  return {
    at: f,
    cuts: (fromMs, toMs) => {
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
    },
  }
}

/** In order: every so often from before a span to after it, and on either side of each corner inside it. */
function lookTimes(fromMs: EpochMs, toMs: EpochMs, everyMs: number, corners: readonly EpochMs[]): Float64Array {
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

/** A condition that only changes at known times, each of which begins a new value. Times ascending. */
export function stepTrack(times: Float64Array, valueFrom: (ms: EpochMs) => number | null): Track {
  const values = new Map<EpochMs, TrackValue>()
  return {
    cuts: (fromMs, toMs) =>
      Array.from(
        times.subarray(
          countWhile(times, (ms) => ms <= fromMs),
          countWhile(times, (ms) => ms < toMs),
        ),
      ),
    at: (ms) => {
      const from = times[countWhile(times, (time) => time <= ms) - 1]
      if (from === undefined) return UNKNOWN_VALUE
      let known = values.get(from)
      if (!known) values.set(from, (known = { value: valueFrom(from), stale: false }))
      return known
    },
  }
}

/** Every change of band between two times: one edge between two values is gone to straight, anything else by halving. */
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
  if (edge !== undefined && Math.abs(before - after) === 2 && typeof from.value === 'number' && typeof to.value === 'number') {
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

/** A condition that is the time since something, or until it, in some unit. `over` gives what counts in a span, in order; where nothing does it is not known. */
export function countTrack(over: (fromMs: EpochMs, toMs: EpochMs) => readonly Count[], unitMs: number, sign: 1 | -1, edges: readonly number[]): Track {
  return {
    cuts: (fromMs, toMs) =>
      over(fromMs, toMs).flatMap(({ from, to, moment }) => [
        from,
        // After the last one nothing is known.
        to,
        ...(moment === null
          ? []
          : edges
              .map((edge) => Math.round(moment + sign * edge * unitMs))
              .filter((ms) => ms > from && ms < to)
              .sort((a, b) => a - b)),
      ]),
    at: (ms) => {
      const count = over(ms, ms + 1).find(({ from, to }) => from <= ms && ms < to)
      return count && count.moment !== null ? { value: (sign * (ms - count.moment)) / unitMs, stale: count.stale } : UNKNOWN_VALUE
    },
  }
}

/** The first track where it knows something, else the second. */
export function before(first: Track | undefined, second: Track): Track {
  if (!first) return second
  return {
    cuts: (fromMs, toMs) => [...first.cuts(fromMs, toMs), ...second.cuts(fromMs, toMs)],
    at: (ms) => {
      const own = first.at(ms)
      return own.value === null ? second.at(ms) : own
    },
  }
}
