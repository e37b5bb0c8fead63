import { at } from '../checked/index.ts'
import { MINUTE_MS } from '../time/index.ts'
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
  while (index < edges.length && value >= at(edges, index)) index++
  return index
}

export const UNKNOWN_TRACK: Track = { cuts: () => [], at: () => ({ value: null, stale: false }) }

/** A condition that stays what it is for the whole trip. */
export function constantTrack(value: number | string | null): Track {
  const seen: TrackValue = { value, stale: false }
  return { cuts: () => [], at: () => seen }
}

const LOOK_MS = 10 * MINUTE_MS

/**
 * A condition that can be worked out for any time. It is looked at every ten minutes, and each change of band between two looks is
 * found to the millisecond; a visit to another band that is shorter than the time between two looks may be missed.
 */
export function functionTrack(f: (ms: EpochMs) => TrackValue, edges: readonly number[], lookMs = LOOK_MS): Track {
  const looks = new Map<number, number>()
  const bandAt = (ms: EpochMs): number => bandKey(f(ms), edges)
  const look = (node: number): number => {
    let band = looks.get(node)
    if (band === undefined) looks.set(node, (band = bandAt(node * lookMs)))
    return band
  }
  return {
    at: f,
    cuts: (fromMs, toMs) => {
      const found: EpochMs[] = []
      for (let node = Math.floor(fromMs / lookMs); node * lookMs < toMs; node++) {
        changes(node * lookMs, (node + 1) * lookMs, look(node), look(node + 1), bandAt, found)
      }
      return found
    },
  }
}

/** A condition that only changes at known times, each of which begins a new value. Times ascending. */
export function stepTrack(times: readonly EpochMs[], valueFrom: (ms: EpochMs) => number | null): Track {
  const values = times.map((ms) => ({ value: valueFrom(ms), stale: false }))
  return {
    cuts: (fromMs, toMs) => times.filter((ms) => ms > fromMs && ms < toMs),
    at: (ms) => values[times.findLastIndex((from) => from <= ms)] ?? { value: null, stale: false },
  }
}

/** Every change of band between two times, by halving. */
function changes(fromMs: EpochMs, toMs: EpochMs, from: number, to: number, bandAt: (ms: EpochMs) => number, found: EpochMs[]): void {
  if (from === to) return
  if (toMs - fromMs <= 1) {
    found.push(toMs)
    return
  }
  const middle = Math.floor((fromMs + toMs) / 2)
  const band = bandAt(middle)
  changes(fromMs, middle, from, band, bandAt, found)
  changes(middle, toMs, band, to, bandAt, found)
}

/** A number for a band, its staleness and whether it is known. */
function bandKey({ value, stale }: TrackValue, edges: readonly number[]): number {
  if (typeof value !== 'number') return -1
  return 2 * bandIndex(value, edges) + (stale ? 1 : 0)
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
