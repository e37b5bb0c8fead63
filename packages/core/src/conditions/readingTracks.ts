import { HOUR_MS, courseOf, crossings, pieceAt, unwrapDegrees, valueAt } from '../time/index.ts'
import type { EpochMs, Piece, Sample } from '../time/index.ts'
import { before } from './track.ts'
import type { Track } from './track.ts'
import type { PastReading, TimedSetting } from './types.ts'

const ON_THE_CIRCLE = 'windFromDeg'
/** What was read by hand holds against instruments for this long on either side. (ours) */
const HAND_HOLDS_MS = HOUR_MS

/**
 * A condition as it was read, through the trip: the stint's own spot goes before the trip at large; readings that belong to another
 * spot are not used, nor an instrument's within an hour of one by hand. `edges` undefined: a class.
 *
 * Given      the trip's readings, the stint's spot, and the condition's name
 * Returned   its track; unknown where nothing was read within the hours it is carried for
 */
export function readingTrack(
  { readings, spot }: Pick<TimedSetting, 'readings' | 'spot'>,
  condition: string,
  edges?: readonly number[],
): Track {
  const of = (chosen: readonly PastReading[]): Track =>
    edges
      ? numericTrack(condition, samplesOf<number>(chosen, condition, 'number'), edges)
      : classTrack(samplesOf<string>(chosen, condition, 'string'))
  const own = spot ? readings.filter(({ reading }) => reading.spot === spot) : []
  const general = of(
    readings.some(({ reading }) => reading.spot) ? readings.filter(({ reading }) => !reading.spot) : readings,
  )
  return own.length > 0 ? before(of(own), general) : general
}

/** What was seen, as the one word a class is: yes or no, a count, several kinds. */
function wordOf(value: unknown): string | undefined {
  if (typeof value === 'string') return value === '' ? undefined : value
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return String(value)
  return Array.isArray(value) && value.length > 0 ? value.join(';') : undefined
}

/**
 * What was read of one condition.
 *
 * Given      readings in order, the condition, and whether it is a number or words
 * Returned   in the order given, without what an instrument read within some minutes of a hand
 */
export function samplesOf<V extends number | string>(
  readings: readonly PastReading[],
  condition: string,
  type: 'number' | 'string',
): Sample<V>[] {
  const read: Sample<V>[] = []
  const hands: EpochMs[] = []
  const instruments = new Set<Sample<V>>()
  for (const { ms, reading } of readings) {
    const value = type === 'string' ? wordOf(reading[condition]) : reading[condition]
    if (typeof value !== type) continue
    const sample = { ms, value: value as V }
    read.push(sample)
    if ((reading.source ?? 'hand') === 'hand') hands.push(sample.ms)
    else instruments.add(sample)
  }
  if (instruments.size === 0 || hands.length === 0) return read
  return read.filter(
    (sample) => !instruments.has(sample) || !hands.some((ms) => Math.abs(ms - sample.ms) <= HAND_HOLDS_MS),
  )
}

function numericTrack(condition: string, samples: readonly Sample<number>[], edges: readonly number[]): Track {
  if (condition !== ON_THE_CIRCLE) return courseTrack(courseOf(samples, true), edges)
  const everyTurn = [-2, -1, 0, 1, 2].flatMap((turn) => edges.map((edge) => edge + 360 * turn))
  return courseTrack(courseOf(unwrapDegrees(samples), true), [...everyTurn, 0, 360], (piece, ms) => {
    const degrees = valueAt(piece, ms)
    return degrees === null ? null : ((degrees % 360) + 360) % 360
  })
}

/**
 * A course of straight lines, cut where it crosses its edges, goes stale or becomes unknown.
 *
 * Given      pieces side by side in order of time, edges in rising order, and how a piece is read at a moment
 * Returned   its track
 */
export function courseTrack(
  course: readonly Piece<number>[],
  edges: readonly number[],
  value: (piece: Piece<number>, ms: EpochMs) => number | null = valueAt,
): Track {
  return pieceTrack(course, (piece) => crossings(piece, edges), value)
}

const NONE: readonly EpochMs[] = []

/**
 * Words are carried on by the same hours as values, and never joined.
 *
 * Given      words with their times, rising
 * Returned   their track
 */
export const classTrack = (samples: readonly Sample<string>[]): Track =>
  pieceTrack(
    courseOf(samples, false),
    () => NONE,
    ({ start }) => start,
  )

/** A course piece by piece; `within`: where one is cut, in order. */
function pieceTrack<V extends number | string>(
  course: readonly Piece<V>[],
  within: (piece: Piece<V>) => readonly EpochMs[],
  valueOf: (piece: Piece<V>, ms: EpochMs) => V | null,
): Track {
  return {
    cuts: (fromMs, toMs) =>
      course
        .filter((piece) => piece.from < toMs && piece.to > fromMs)
        .flatMap((piece) => [piece.from, ...within(piece)]),
    at: (ms) => {
      const piece = pieceAt(course, ms)
      return { value: valueOf(piece, ms), stale: piece.stale }
    },
    walk: (fromMs, toMs, visit) => {
      let from = fromMs
      for (const piece of course) {
        if (piece.to <= from) continue
        if (piece.from >= toMs) break
        const until = Math.min(piece.to, toMs)
        for (const ms of within(piece)) {
          if (ms <= from || ms >= until) continue
          visit(from, valueOf(piece, (from + ms) / 2), piece.stale)
          from = ms
        }
        visit(from, valueOf(piece, (from + until) / 2), piece.stale)
        from = until
      }
    },
  }
}
