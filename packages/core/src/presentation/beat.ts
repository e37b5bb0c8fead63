import type { DurationMs } from '../time/index.ts'
import { at } from '../checked/index.ts'

/** How a rod is worked, told by tapping each movement of it. */
export interface Beat {
  /** Movements between two pauses. */
  readonly movements: number
  /** Seconds from the first movement of a burst to the end of its last, and at rest: medians. */
  readonly workS: number
  readonly pauseS: number
  /** How far apart the middle half of them lie. */
  readonly workSpreadS: number
  readonly pauseSpreadS: number
}

export type BeatHeard = { readonly kind: 'beat'; readonly beat: Beat } | { readonly kind: 'too few' }

/** A movement of the rod lasts so long. (ours) */
const MOVEMENT_S = 0.4
/** Longer than this nobody is pausing: a fish, a bird's nest, a talk. (ours) */
const LONGEST_PAUSE_S = 90
/** The last taps tell the beat in force. (ours) */
const MOST_TAPS = 60
const LEAST_GAPS = 2
/** Gaps whose longer kind is not at least so many times the shorter kind are all of one kind. (ours) */
const TWO_KINDS = 1.8

/**
 * The beat in taps: within a burst the gaps are short, between bursts long. Where all gaps are alike each movement has a pause of its own.
 *
 * Given      moments of taps, ms, on any clock that runs evenly; gaps over 90 s are left out, and all but the last 60 taps
 * Returned   medians and the spread of the middle half, in tenths of a second; *too few* with fewer than three taps in a row
 * Source     gaps parted in two where the least squares of their logarithms are (Fisher, JASA 53 (1958) 789; Jenks); the rest common practice
 */
export function beatOf(tapsMs: readonly number[]): BeatHeard {
  const taps = tapsMs.slice(-MOST_TAPS)
  const gaps = taps.slice(1).map((ms, i) => (ms - at(taps, i)) / 1000)
  const known = gaps.filter((gap) => gap > 0 && gap <= LONGEST_PAUSE_S)
  if (known.length < LEAST_GAPS) return { kind: 'too few' }
  const edge = edgeOf(known)
  const bursts = burstsOf(gaps, edge)
  const pauses = gaps.filter((gap) => gap > edge && gap <= LONGEST_PAUSE_S).map((gap) => Math.max(0, gap - MOVEMENT_S))
  const work = bursts.map(({ seconds }) => seconds)
  return {
    kind: 'beat',
    beat: {
      movements: Math.round(
        quantile(
          bursts.map(({ movements }) => movements),
          0.5,
        ),
      ),
      workS: tenth(quantile(work, 0.5)),
      pauseS: tenth(quantile(pauses, 0.5)),
      workSpreadS: tenth(quantile(work, 0.75) - quantile(work, 0.25)),
      pauseSpreadS: tenth(quantile(pauses, 0.75) - quantile(pauses, 0.25)),
    },
  }
}

/** The longest gap that still is one within a burst; 0 where all are pauses. */
function edgeOf(gaps: readonly number[]): number {
  const logs = gaps.map(Math.log).sort((a, b) => a - b)
  const scatter = (part: readonly number[]): number => {
    const mean = part.reduce((sum, x) => sum + x, 0) / part.length
    return part.reduce((sum, x) => sum + (x - mean) ** 2, 0)
  }
  let [edge, least] = [1, Infinity]
  for (let i = 1; i < logs.length; i++) {
    const spread = scatter(logs.slice(0, i)) + scatter(logs.slice(i))
    if (spread < least) [edge, least] = [i, spread]
  }
  const mean = (part: readonly number[]): number => part.reduce((sum, x) => sum + x, 0) / part.length
  const apart = Math.exp(mean(logs.slice(edge)) - mean(logs.slice(0, edge)))
  return apart >= TWO_KINDS ? Math.exp(at(logs, edge - 1)) + 1e-9 : 0
}

/** Whole bursts: the first and last may have been caught in the middle, and count only where there are no others. */
function burstsOf(gaps: readonly number[], edge: number): { readonly movements: number; readonly seconds: number }[] {
  const bursts = [{ movements: 1, seconds: MOVEMENT_S }]
  for (const gap of gaps) {
    const last = at(bursts, bursts.length - 1)
    if (gap > edge) bursts.push({ movements: 1, seconds: MOVEMENT_S })
    else bursts[bursts.length - 1] = { movements: last.movements + 1, seconds: last.seconds + gap }
  }
  return bursts.length > 2 ? bursts.slice(1, -1) : bursts
}

/** Quantile by straight lines between order statistics (type 7 of Hyndman & Fan 1996); 0 of none. */
function quantile(values: readonly number[], share: number): number {
  if (values.length === 0) return 0
  const sorted = [...values].sort((a, b) => a - b)
  const place = share * (sorted.length - 1)
  const low = Math.floor(place)
  return at(sorted, low) + (place - low) * (at(sorted, Math.min(low + 1, sorted.length - 1)) - at(sorted, low))
}

const tenth = (seconds: number): number => Math.round(seconds * 10) / 10

/**
 * When each movement of a beat comes, ms from its beginning, for one burst and its pause; and how long that lasts.
 *
 * Given      movements of a burst, its work and its pause in seconds
 * Returned   ms of each movement, and of burst and pause together
 */
export function beatSteps({ movements, workS, pauseS }: Pick<Beat, 'movements' | 'workS' | 'pauseS'>): {
  readonly atMs: readonly number[]
  readonly lastsMs: DurationMs
} {
  const count = Math.max(1, movements)
  const apart = count > 1 ? Math.max(0.15, (workS - MOVEMENT_S) / (count - 1)) : 0
  const atMs = Array.from({ length: count }, (_, i) => Math.round(1000 * i * apart))
  return { atMs, lastsMs: Math.max(300, Math.round(1000 * (Math.max(workS, MOVEMENT_S) + pauseS))) }
}
