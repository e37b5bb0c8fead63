import { WATCHED, afterFirst, byPitch, fishedTrips } from '../analyses/index.ts'
import type { AfterFirst, Fished, FishedTrip, PitchShare, WatchedEdge } from '../analyses/index.ts'
import type { RateBelief } from '../decisions/index.ts'
import { buildColumns, placeFished, planCuts } from '../effort/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { bookDispersion, tripSpread } from '../query/index.ts'
import { NO_EXPOSURE, fitGammaPoisson, flurryMean, plusExposure } from '../stats/index.ts'
import type { Exposure } from '../stats/index.ts'
import { HOUR_MS, MINUTE_MS } from '../time/index.ts'
import { levelOf } from '../presentation/index.ts'
import type { Id, Stint, Strike } from '../vocabulary/index.ts'
import { catchersAfter } from './catchersAfter.ts'
import { hoursAround } from './changes.ts'
import type { AroundLure } from './changes.ts'

/** What the past says of a rate: what it is drawn to, and what is known of each that was fished. Flurries an hour. */
export interface Beliefs {
  /** Of one that was never fished. */
  readonly prior: RateBelief
  readonly of: (key: string) => RateBelief
  /** All that was fished. */
  readonly keys: readonly string[]
  readonly fished: (key: string) => Exposure
}

/** All that a day's advice on a water rests on. Rates are flurries an hour. */
export interface KnownWater {
  readonly trips: number
  readonly hours: number
  /** Mean strikes to a flurry. */
  readonly flurry: number
  /** Gamma shape of the days. */
  readonly dayShape: number
  /** Null where the water never gave a strike. */
  readonly lures: Beliefs | null
  readonly places: Beliefs | null
  /** What places bring over all their visits: what trying one teaches. */
  readonly placeMeans: Beliefs | null
  /** From one place to the next. */
  readonly travelHours: number
  readonly afterFirst: readonly AfterFirst[]
  readonly pitches: readonly PitchShare[]
  /** Hours and strikes of each lure within half an hour of a find at the surface, at the same place. */
  readonly catchers: ReadonlyMap<string, Exposure>
  readonly changes: Readonly<Record<WatchedEdge, ReadonlyMap<string, AroundLure>>>
}

/** Days differ by so much where a book has too few to say. (ours) */
const USUAL_DAY_SHAPE = 6
/** However alike what was fished, what was not may differ. (ours) */
const LARGEST_SHAPE = 20
/** What one group tells of others. (ours) */
const LONE_SHAPE = 2
/** With fewer visits a trip, trips cannot be told from visits. (ours) */
const FEWEST_VISITS = 1.5
/** Between two places where the book has no gaps to say, and the gaps that count. (ours) */
const USUAL_TRAVEL_H = 0.2
const [SHORTEST_GAP_MS, LONGEST_GAP_MS] = [2 * MINUTE_MS, 60 * MINUTE_MS]

/** A book as it is without a trip and its strikes. */
export const withoutTrip = (book: BookRecords, trip: Id<'trip'>): BookRecords => ({
  ...book,
  trips: book.trips.filter(({ id }) => id !== trip),
  strikes: book.strikes.filter((strike) => strike.trip !== trip),
})

/**
 * What a book knows of a water before a trip: that trip's own records are left out. Takes tenths of a second, once a trip.
 *
 * Given      the book, a water's id, the trip that is under way or is looked back on
 * Returned   rates in flurries an hour; no beliefs where the water never gave a strike
 * Source     rates drawn to their gamma: `fitGammaPoisson`; days: `tripSpread`; flurries: `flurryMean`; what stands in for few trips is ours
 */
export function learnWater(book: BookRecords, water: Id<'water'>, trip?: Id<'trip'>): KnownWater {
  const before = { ...book, trips: book.trips.filter(({ id }) => id !== trip) }
  const onWater = { ...before, trips: before.trips.filter((one) => one.water === water) }
  const columns = buildColumns(before, planCuts(['water'], []))
  const dispersion = bookDispersion(columns, [...columns.hours.keys()])
  const flurry = flurryMean(dispersion)
  const spread = tripSpread(columns, dispersion)
  const dayShape = spread === null ? USUAL_DAY_SHAPE : spread.variance > 0 ? 1 / spread.variance : Infinity
  const fished = fishedTrips(onWater)
  const lures = new Map(book.lures.map((lure) => [lure.id, lure]))
  const isTop = (stint: Stint): boolean => {
    const lure = lures.get(stint.lure)
    return lure !== undefined && levelOf(lure, stint) === 'top'
  }
  const placeMeans = beliefs(fished, ({ stint }) => placeFished(stint), flurry)
  const strikesHere: Strike[] = fished.flatMap(({ bundle }) => bundle.strikes)
  return {
    trips: fished.length,
    hours: fished.flatMap(({ stints }) => stints).reduce((sum, { fromMs, toMs }) => sum + (toMs - fromMs) / HOUR_MS, 0),
    flurry,
    dayShape,
    lures: beliefs(fished, ({ stint }) => stint.lure, flurry),
    places: placeBeliefs(fished, placeMeans, { flurry, dayShape }),
    placeMeans,
    travelHours: travelHours(fished),
    afterFirst: afterFirst(onWater),
    pitches: byPitch(strikesHere),
    catchers: catchersAfter(fished, isTop),
    changes: Object.fromEntries(WATCHED.map(({ edge, change }) => [edge, hoursAround(fished, change)])) as Record<
      WatchedEdge,
      Map<string, AroundLure>
    >,
  }
}

type KeyOf = (fished: Fished) => string | undefined

function exposures(stints: readonly Fished[], keyOf: KeyOf, flurry: number): Map<string, Exposure> {
  const groups = new Map<string, Exposure>()
  for (const one of stints) {
    const key = keyOf(one)
    if (key === undefined) continue
    const own = { events: one.strikes.length / flurry, exposureHours: (one.toMs - one.fromMs) / HOUR_MS }
    groups.set(key, plusExposure(groups.get(key) ?? NO_EXPOSURE, own))
  }
  return groups
}

function beliefs(trips: readonly FishedTrip[], keyOf: KeyOf, flurry: number): Beliefs | null {
  const groups = exposures(
    trips.flatMap(({ stints }) => stints),
    keyOf,
    flurry,
  )
  const prior = priorOf([...groups.values()])
  return prior && beliefsOf(groups, prior)
}

function beliefsOf(groups: ReadonlyMap<string, Exposure>, prior: RateBelief): Beliefs {
  const fished = (key: string): Exposure => groups.get(key) ?? NO_EXPOSURE
  return {
    prior,
    fished,
    keys: [...groups.keys()],
    of: (key) => ({ shape: prior.shape + fished(key).events, rate: prior.rate + fished(key).exposureHours }),
  }
}

/** The gamma that rates of groups come from. Null where nothing ever struck. */
function priorOf(groups: readonly Exposure[]): RateBelief | null {
  const all = groups.reduce(plusExposure, NO_EXPOSURE)
  if (!(all.events > 0 && all.exposureHours > 0)) return null
  const used = groups.filter(({ exposureHours }) => exposureHours > 0)
  if (used.length < 2) return { shape: LONE_SHAPE, rate: (LONE_SHAPE * all.exposureHours) / all.events }
  const { shape, rate } = fitGammaPoisson(used)
  return shape <= LARGEST_SHAPE ? { shape, rate } : { shape: LARGEST_SHAPE, rate: (LARGEST_SHAPE * rate) / shape }
}

/**
 * What a place brings on a visit: places are known by all their hours, and a visit to one differs from the next beyond the luck of the
 * day, which advice takes into account by itself.
 *
 *   variance of visits V = W + B, of trips T = B + W/n, n visits a trip  ⇒  W = (V − T)/(1 − 1/n)
 */
function placeBeliefs(
  trips: readonly FishedTrip[],
  places: Beliefs | null,
  { flurry, dayShape }: { readonly flurry: number; readonly dayShape: number },
): Beliefs | null {
  const keyOf: KeyOf = ({ stint }) => placeFished(stint)
  const ofTrips = trips.map(({ stints }) => [...exposures(stints, keyOf, flurry).values()])
  const visits = ofTrips.flat()
  const visit = priorOf(visits)
  if (!visit || !places) return null
  const each = visits.length / Math.max(1, ofTrips.filter((own) => own.length > 0).length)
  const beyondTrips = 1 / visit.shape - 1 / dayShape
  const within = each >= FEWEST_VISITS ? beyondTrips / (1 - 1 / each) : beyondTrips
  const shape = 1 / Math.max(1 / LARGEST_SHAPE, within)
  const ofMean = (mean: number): RateBelief => ({ shape, rate: shape / mean })
  return {
    prior: ofMean(visit.shape / visit.rate),
    fished: places.fished,
    keys: places.keys,
    of: (key) => {
      const known = places.of(key)
      return ofMean(known.shape / known.rate)
    },
  }
}

/** The middle one of the gaps between stints at two different places. */
function travelHours(trips: readonly FishedTrip[]): number {
  const gaps = trips
    .flatMap(({ stints }) => {
      const sorted = [...stints].sort((one, other) => one.fromMs - other.fromMs)
      return sorted.flatMap((next, i) => {
        const last = sorted[i - 1]
        if (!last || placeFished(last.stint) === placeFished(next.stint)) return []
        const gap = next.fromMs - last.toMs
        return gap >= SHORTEST_GAP_MS && gap <= LONGEST_GAP_MS ? [gap / HOUR_MS] : []
      })
    })
    .sort((one, other) => one - other)
  return gaps[Math.floor(gaps.length / 2)] ?? USUAL_TRAVEL_H
}
