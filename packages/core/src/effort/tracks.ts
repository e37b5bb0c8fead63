import { sunAltitudeCrossings, sunPosition } from '../sky/index.ts'
import { epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { courseOf, crossings, pieceAt, unwrapDegrees, valueAt } from './series.ts'
import type { Piece, Sample } from './series.ts'
import type { TripReading, TripRecord } from './types.ts'

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

/** What a trip is cut by: continuous conditions with the edges that matter, and conditions that are classes. */
export interface CutBy {
  readonly edges: Readonly<Record<string, readonly number[]>>
  readonly classes?: readonly string[]
}

export const SUN_ALTITUDE = 'sunAltitudeDeg'
const ON_THE_CIRCLE = 'windFromDeg'

/**
 * The tracks of a trip by condition, for stints at a given spot: the spot's own readings go before the trip's.
 * Readings that belong to another spot are not used.
 */
export function tracksOf(trip: TripRecord, by: CutBy, spot: string | undefined): Record<string, Track> {
  const own = spot === undefined ? [] : trip.readings.filter((reading) => reading.spot === spot)
  const general = trip.readings.filter((reading) => reading.spot === undefined)
  const tracks: Record<string, Track> = {}
  for (const [condition, edges] of Object.entries(by.edges)) {
    const build = (readings: readonly TripReading[]): Track => numericTrack(condition, samplesOf<number>(readings, condition, 'number'), edges)
    tracks[condition] = condition === SUN_ALTITUDE ? sunTrack(trip, edges) : before(own.length > 0 ? build(own) : undefined, build(general))
  }
  for (const condition of by.classes ?? []) {
    const build = (readings: readonly TripReading[]): Track => classTrack(samplesOf<string>(readings, condition, 'string'))
    tracks[condition] = before(own.length > 0 ? build(own) : undefined, build(general))
  }
  return tracks
}

function samplesOf<V extends number | string>(readings: readonly TripReading[], condition: string, type: 'number' | 'string'): Sample<V>[] {
  return readings.filter((reading) => typeof reading[condition] === type).map((reading) => ({ ms: epochMs(reading.time), value: reading[condition] as V }))
}

function numericTrack(condition: string, samples: readonly Sample<number>[], edges: readonly number[]): Track {
  if (condition !== ON_THE_CIRCLE) return courseTrack(courseOf(samples, true), edges, valueAt)
  const everyTurn = [-2, -1, 0, 1, 2].flatMap((turn) => edges.map((edge) => edge + 360 * turn))
  return courseTrack(courseOf(unwrapDegrees(samples), true), [...everyTurn, 0, 360], (piece, ms) => {
    const degrees = valueAt(piece, ms)
    return degrees === null ? null : ((degrees % 360) + 360) % 360
  })
}

function courseTrack(course: readonly Piece<number>[], edges: readonly number[], value: (piece: Piece<number>, ms: EpochMs) => number | null): Track {
  return {
    cuts: (fromMs, toMs) => overlapping(course, fromMs, toMs).flatMap((piece) => [piece.from, ...crossings(piece, edges)]),
    at: (ms) => {
      const piece = pieceAt(course, ms)
      return { value: value(piece, ms), stale: piece.stale }
    },
  }
}

/** Words are carried on by the same hours as values, and never joined. */
function classTrack(samples: readonly Sample<string>[]): Track {
  const course = courseOf(samples, false)
  return {
    cuts: (fromMs, toMs) => overlapping(course, fromMs, toMs).map((piece) => piece.from),
    at: (ms) => {
      const piece = pieceAt(course, ms)
      return { value: piece.start, stale: piece.stale }
    },
  }
}

const overlapping = <V>(course: readonly Piece<V>[], fromMs: EpochMs, toMs: EpochMs): Piece<V>[] =>
  course.filter((piece) => piece.from < toMs && piece.to > fromMs)

/** The first track where it knows something, else the second. */
function before(first: Track | undefined, second: Track): Track {
  if (!first) return second
  return {
    cuts: (fromMs, toMs) => [...first.cuts(fromMs, toMs), ...second.cuts(fromMs, toMs)],
    at: (ms) => {
      const own = first.at(ms)
      return own.value === null ? second.at(ms) : own
    },
  }
}

const SUN_UNKNOWN: Track = { cuts: () => [], at: () => ({ value: null, stale: false }) }

function sunTrack({ latitude, longitude }: TripRecord, edges: readonly number[]): Track {
  if (latitude === null || longitude === null) return SUN_UNKNOWN
  const spans = new Map<string, readonly EpochMs[]>()
  return {
    cuts: (fromMs, toMs) => {
      const span = `${fromMs}-${toMs}`
      const known = spans.get(span) ?? sunAltitudeCrossings(fromMs, toMs, latitude, longitude, edges)
      spans.set(span, known)
      return known
    },
    at: (ms) => ({ value: sunPosition(new Date(ms), latitude, longitude).altitudeDeg, stale: false }),
  }
}
