import { QuestionError } from '../../checked/index.ts'
import { NO_PAST, Scene, trackIn } from '../../conditions/index.ts'
import { columnInfo, timedTripOf } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { HOUR_MS } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { fishedTrips, inside, selfControlled, totalOf } from './fishedTrips.ts'
import type { Fished, FishedTrip, InsideOut } from './fishedTrips.ts'
import type { Id } from '../../vocabulary/index.ts'

export interface ConditionChange {
  /** A continuous column, such as wind_mps; or a class, such as current, whose every change counts. */
  readonly column: string
  /** Where it is crossed; of a class, the word it changes to. */
  readonly to: number | string
  /** Of a number: only crossings up, or down; default both. */
  readonly direction?: 'up' | 'down'
}

export interface AroundChange {
  readonly crossings: number
  readonly trips: number
  /** The hour before, and the hour after, against the other hours of the same trips with the same setup in hand. */
  readonly before: InsideOut
  readonly after: InsideOut
}

/**
 * Does the bite change when a condition does (the wind dies, the dam stops)?
 *
 * Method     with the setup that was in hand at the crossing, the hours *actually fished* in the hour before and in the hour after it,
 *            each against the rest of that trip's hours with those setups
 * Throws     QuestionError for a column that is no condition
 * Source     self-controlled case series: Farrington (1995)
 */
export const aroundChange = (book: BookRecords, change: ConditionChange, options: Confidence = {}): AroundChange =>
  aroundMoments(momentsOf(withScenes(fishedTrips(book)), change), options)

/** A trip, and what it was like through the day. */
export interface SceneOfTrip {
  readonly trip: FishedTrip
  readonly scene: Scene
}

/** Times are read once a trip, however many changes are looked for. */
export const withScenes = (trips: readonly FishedTrip[]): SceneOfTrip[] =>
  trips.map((trip) => ({ trip, scene: sceneOf(trip) }))

const sceneOf = ({ bundle }: FishedTrip): Scene => new Scene(timedTripOf(bundle), NO_PAST)

/** When a condition changed while a trip was fished, with the stints of that trip. */
export interface Moments {
  readonly trip: Id<'trip'>
  readonly stints: readonly Fished[]
  readonly times: readonly EpochMs[]
}

/** The trips in which a condition changed so. */
export const momentsOf = (trips: readonly SceneOfTrip[], change: ConditionChange): Moments[] =>
  trips.flatMap(({ trip, scene }) => {
    const times = crossings(trip, change, scene)
    return times.length > 0 ? [{ trip: trip.bundle.trip.id, stints: trip.stints, times }] : []
  })

/** The same of some of the stints only: moments while those were fished. */
export const momentsAmong = (moments: readonly Moments[], isOne: (one: Fished) => boolean): Moments[] =>
  moments.flatMap(({ trip, stints, times }) => {
    const own = stints.filter(isOne)
    const during = times.filter((ms) => isDuring(own, ms))
    return during.length > 0 ? [{ trip, stints: own, times: during }] : []
  })

const isDuring = (stints: readonly Fished[], ms: EpochMs): boolean =>
  stints.some(({ fromMs }) => fromMs < ms) && stints.some(({ toMs }) => toMs > ms)

/** The hours around given moments. */
export function aroundMoments(moments: readonly Moments[], options: Confidence = {}): AroundChange {
  const trips = moments.map(({ stints, ...one }) => {
    const held = sameSetups(stints, one.times)
    return { ...one, stints: held, all: totalOf(held) }
  })
  const against = (offset: (ms: EpochMs) => { fromMs: EpochMs; toMs: EpochMs }): InsideOut =>
    selfControlled(
      trips.map(({ trip, stints, times, all }) => ({ trip, inside: inside(stints, times.map(offset)), all })),
      options,
    )
  return {
    crossings: trips.reduce((sum, { times }) => sum + times.length, 0),
    trips: trips.length,
    before: against((ms) => ({ fromMs: ms - HOUR_MS, toMs: ms })),
    after: against((ms) => ({ fromMs: ms, toMs: ms + HOUR_MS })),
  }
}

/** When a condition changed so while a trip was fished. Throws QuestionError for a column that is no condition. */
export function crossings(trip: FishedTrip, change: ConditionChange, scene = sceneOf(trip)): EpochMs[] {
  const { column, to, direction } = change
  const { source, field } = columnInfo(column)
  if (source !== 'reading' && source !== 'worked')
    throw new QuestionError(`${column} is not a condition that changes through a trip`)
  if (trip.stints.length === 0) return []
  const [fromMs, toMs] = [
    Math.min(...trip.stints.map((stint) => stint.fromMs)),
    Math.max(...trip.stints.map((stint) => stint.toMs)),
  ]
  const track = trackIn(scene, field, typeof to === 'number' ? [to] : undefined)
  return track.cuts(fromMs, toMs).filter((ms) => {
    if (!isDuring(trip.stints, ms)) return false
    const [before, after] = [track.at(ms - 1).value, track.at(ms + 1).value]
    if (before === null || after === null) return false
    if (typeof to === 'string') return after === to && before !== to
    const [low, high] = [Number(before) < to, Number(after) < to]
    return low !== high && (direction === undefined || (direction === 'up') === low)
  })
}

/** Stints with a setup that was in hand at a crossing. */
function sameSetups(stints: readonly Fished[], times: readonly EpochMs[]): Fished[] {
  const held = new Set(
    stints.filter(({ fromMs, toMs }) => times.some((ms) => fromMs <= ms && ms <= toMs)).map(({ stint }) => stint.lure),
  )
  return stints.filter(({ stint }) => held.has(stint.lure))
}
