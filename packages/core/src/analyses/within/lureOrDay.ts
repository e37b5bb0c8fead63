import {
  NO_EXPOSURE,
  plusExposure,
  mantelHaenszelByStratum,
  mantelHaenszelRateRatio,
  LEAST,
  strengthOf,
} from '../../stats/index.ts'
import type { Exposure, Adjustment } from '../../stats/index.ts'
import { pairDispersion } from './pairDispersion.ts'
import { NO_RATIO, pooled, pooledOr } from './pooled.ts'
import { fitRandomTrips, randomTripRatio } from './randomTrip.ts'
import type { HourEffects, SideAtHour, TripPair, WithinOptions, WithinRatio } from './randomTrip.ts'

/** A trip of a comparison: all hours of A and B, and those whose lure was chosen whatever had been seen (plan, rotation, test). */
export interface ComparedTrip extends TripPair {
  readonly planned: { readonly a: Exposure; readonly b: Exposure; readonly byHour?: readonly SideAtHour[] }
}

export type Design = 'random-trip' | 'mh'
/** A ratio by one of the designs; by strata of planned stints alone, or of all where too few reasons were logged. */
export type ByDesign = WithinRatio & { readonly design: Design; readonly stints: 'all' | 'planned' }

export interface LureOrDay {
  /** Over all trips, and over those on which both were thrown. */
  readonly crudeAll: number | null
  readonly crude: WithinRatio
  /** The headline, and the other design beside it; null where it cannot be had. */
  readonly within: ByDesign | null
  readonly other: ByDesign | null
  /** Trips with hours of both, and of one only. */
  readonly trips: number
  readonly oneSided: number
  readonly hours: { readonly a: number; readonly b: number }
  /** Whether the two designs tell the same; null where there is only one. */
  readonly agree: boolean | null
  /** Share of the crude difference that is the days': null where there is none to share, or they point apart. */
  readonly shareOfDay: number | null
  /**
   * How strongly something that nobody logged would have to go with both the choice and the fish, as a ratio, to make all of the limits'
   * distance from one; 1 where they hold one.
   */
  readonly sensitivity: number
  /** Variance over mean that strikes were taken to have. */
  readonly dispersion: number
  /** The ratio by random trips were the time of day not held; null where it is not. */
  readonly hourNotHeld: WithinRatio | null
  readonly verdict: 'strong' | 'leaning' | 'no difference shown' | 'too early' | 'cannot tell'
}

/** Designs that differ by more than this do not tell the same. */
const APART = Math.log(1.25)
/** A crude ratio nearer to one than this has no difference to share out. */
const LEAST_CRUDE = Math.log(1.1)

/**
 * Is it the lure, or the day it was thrown on? Two designs, both always computed, for their traps are opposite: luck of its own for each
 * trip stands what is picked up after blanks; holding within trips stands what is thrown on good days, but only where the choice within
 * the trip did not look at the strikes.
 *
 * Given      trips with hours and strikes of A and B; confidence of the limits (default 0.9)
 * Returned   the headline by random trips (or by `design`), the other beside it, and a verdict in words by the stated rule
 * Source     see `randomTripRatio` and `mantelHaenszelRateRatio`; thresholds of the verdict are ours
 */
export function lureOrDay(
  trips: readonly ComparedTrip[],
  { design = 'random-trip', ...given }: WithinOptions & { readonly design?: Design } = {},
): LureOrDay {
  const both = trips.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0)
  const options = { ...given, dispersion: given.dispersion ?? pairDispersion(both) }
  const { random: fitted, hours } = byRandomTrip(trips, options)
  // How strikes bunch is guessed from the trips alone: then the limits are no nearer than how the trips scatter makes them.
  const random = given.dispersion === undefined ? noNarrower(fitted, byStrata(trips, hours, options, 'all')) : fitted
  const hourNotHeld = options.timeOfDay && random ? randomTripRatio(trips, { ...options, timeOfDay: undefined }) : null
  const designs = { 'random-trip': random, mh: byStrata(trips, hours, options) }
  const otherDesign = design === 'mh' ? 'random-trip' : 'mh'
  const [within, other] = [designs[design], designs[otherDesign]]
  const sums = sumOf(trips)
  const crudeAll = ratioOf(sums)
  const agree = within && other ? tellTheSame(within, other) : null
  return {
    crudeAll,
    crude: crudeOf(both, options),
    within,
    other,
    trips: both.length,
    oneSided: trips.length - both.length,
    hours: { a: sums.a.exposureHours, b: sums.b.exposureHours },
    agree,
    shareOfDay: shareOfDay(within?.ratio ?? null, crudeAll),
    sensitivity: within ? sensitivityOf(within) : 1,
    dispersion: options.dispersion,
    hourNotHeld,
    verdict: verdictOf(both.length, sums, { within, other, agree, hourNotHeld }),
  }
}

const sumOf = (trips: readonly Pick<TripPair, 'a' | 'b'>[]): { a: Exposure; b: Exposure } =>
  trips.reduce((sum, { a, b }) => ({ a: plusExposure(sum.a, a), b: plusExposure(sum.b, b) }), {
    a: NO_EXPOSURE,
    b: NO_EXPOSURE,
  })

const ratioOf = ({ a, b }: { a: Exposure; b: Exposure }): number | null =>
  a.events > 0 && b.events > 0 ? a.events / a.exposureHours / (b.events / b.exposureHours) : null

function byRandomTrip(
  trips: readonly ComparedTrip[],
  options: WithinOptions,
): { random: ByDesign | null; hours: HourEffects | null } {
  const { a, b } = sumOf(trips)
  if (!(a.exposureHours > 0 && b.exposureHours > 0)) return { random: null, hours: null }
  const { found, hours } = fitRandomTrips(trips, options)
  return { random: { ...found, design: 'random-trip', stints: 'all' }, hours }
}

/** Held within trips: over planned stints; over all where those hold nothing to compare, which a choice that looked at the strikes spoils. */
function byStrata(
  trips: readonly ComparedTrip[],
  hours: HourEffects | null,
  options: WithinOptions,
  stints: ByDesign['stints'] = 'planned',
): ByDesign | null {
  const of = (strata: readonly ComparedTrip['planned'][]): WithinRatio | null => {
    const adjusted = hours ? strata.map((one) => adjustedStratum(one, hours.effects)) : []
    const adjustment: Adjustment | undefined = hours
      ? { byLevel: adjusted.map(({ byLevel }) => byLevel), covariance: hours.covariance }
      : undefined
    const used = hours ? adjusted.map(({ stratum }) => stratum) : strata
    return pooledOr(mantelHaenszelByStratum(used, { ...options, ...(adjustment ? { adjustment } : {}) }))
  }
  const planned = stints === 'planned' ? of(trips.map((trip) => trip.planned)) : null
  if (planned) return { ...planned, design: 'mh', stints: 'planned' }
  const all = of(trips)
  return all && { ...all, design: 'mh', stints: 'all' }
}

/** The same ratio, its limits as far from it at least as another's are from its own. */
function noNarrower(one: ByDesign | null, other: ByDesign | null): ByDesign | null {
  if (!one || !other || one.ratio === null || other.ratio === null) return one
  return {
    ...one,
    lower: Math.min(one.lower, (one.ratio * other.lower) / other.ratio),
    upper: Math.max(one.upper, (one.ratio * other.upper) / other.ratio),
    pValue: Math.max(one.pValue, other.pValue),
  }
}

/** Hours as if all were ordinary ones of the clock. */
function adjustedStratum({ a, b, byHour = [] }: ComparedTrip['planned'], effects: Float64Array) {
  const byLevel = { a: new Float64Array(effects.length), b: new Float64Array(effects.length) }
  for (const { side, hour, exposureHours } of byHour) byLevel[side][hour]! += exposureHours * Math.exp(effects[hour]!)
  const hoursOf = (side: 'a' | 'b'): number => byLevel[side].reduce((sum, h) => sum + h, 0)
  const stratum = {
    a: { events: a.events, exposureHours: hoursOf('a') },
    b: { events: b.events, exposureHours: hoursOf('b') },
  }
  return { stratum, byLevel }
}

/** E-value of the limit nearest to one: VanderWeele & Ding, Ann. Intern. Med. 167 (2017) 268. */
export function sensitivityOf({ lower, upper }: WithinRatio): number {
  const nearest = lower > 1 ? lower : upper < 1 ? 1 / upper : 1
  return nearest + Math.sqrt(nearest * (nearest - 1))
}

/** The same trips without a luck of their own: one stratum, its counts taken over the dispersion. */
function crudeOf(both: readonly ComparedTrip[], { dispersion = 1, ...options }: WithinOptions): WithinRatio {
  const { a, b } = sumOf(both)
  if (a.events === 0 || b.events === 0) return NO_RATIO
  const over = ({ events, exposureHours }: Exposure): Exposure => ({
    events: events / dispersion,
    exposureHours: exposureHours / dispersion,
  })
  return pooled(mantelHaenszelRateRatio([{ a: over(a), b: over(b) }], options))
}

const excludesOne = ({ lower, upper }: WithinRatio): boolean => lower > 1 || upper < 1

function tellTheSame(one: WithinRatio, two: WithinRatio): boolean {
  if (one.ratio === null || two.ratio === null) return one.ratio === two.ratio
  return Math.abs(Math.log(one.ratio / two.ratio)) <= APART && excludesOne(one) === excludesOne(two)
}

function shareOfDay(within: number | null, crude: number | null): number | null {
  if (within === null || crude === null) return null
  const [held, all] = [Math.log(within), Math.log(crude)]
  return Math.abs(all) < LEAST_CRUDE || held * all < 0 ? null : 1 - held / all
}

/** Where reasons were not logged, a weaker stranger than this may have made the difference: it is no more than leaning. (ours) */
const LEAST_SENSITIVITY = 1.5

function verdictOf(
  both: number,
  { a, b }: { a: Exposure; b: Exposure },
  { within, other, agree, hourNotHeld }: Pick<LureOrDay, 'within' | 'other' | 'agree' | 'hourNotHeld'>,
): LureOrDay['verdict'] {
  const all = plusExposure(a, b)
  const expected = (one: Exposure): number => (one.exposureHours * all.events) / all.exposureHours
  const few = [a, b].some((one) => one.exposureHours < LEAST.hours || expected(one) < LEAST.expected)
  if (!within || few || both < LEAST.trips) return 'too early'
  if (agree === false) return 'cannot tell'
  // Of two sound answers the less sure one counts.
  const strength = strengthOf(Math.max(within.pValue, other?.pValue ?? 0))
  const unlogged = [within, other].every((one) => one?.stints !== 'planned')
  const doubtful =
    (unlogged && sensitivityOf(within) < LEAST_SENSITIVITY) ||
    (hourNotHeld !== null && !leansAsWell(hourNotHeld, within))
  return strength === 'strong' && doubtful ? 'leaning' : strength
}

/** What stands on the adjustment for the hour alone is never sure: without it the answer must lean the same way. (ours) */
function leansAsWell(plain: WithinRatio, held: WithinRatio): boolean {
  const above = ({ ratio, lower }: WithinRatio): boolean => (ratio ?? (lower > 0 ? Infinity : 0)) > 1
  return above(plain) === above(held) && strengthOf(plain.pValue) !== 'no difference shown'
}
