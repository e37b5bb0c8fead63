import { at, entry } from '../../checked/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { normalCdf, normalQuantile } from '../../numerics/index.ts'
import type { Claim, ClaimOutcome } from '../../practice/index.ts'
import { spreadOverStints } from '../../query/index.ts'
import {
  alphaOf,
  NO_EXPOSURE,
  plusExposure,
  LEAST,
  mantelHaenszelShareRatio,
  sharesTogether,
  weightRatio,
  weightsTogether,
} from '../../stats/index.ts'
import type { Confidence, Exposure, ShareStratum } from '../../stats/index.ts'
import type { Launches } from '../within/launches.ts'
import { indicators } from '../within/launches.ts'
import { comparedTrips, shareStrata, sizeStrata, tripOf } from '../within/comparedTrips.ts'
import type { PairOptions, ShareOf } from '../within/comparedTrips.ts'
import { randomTripEstimate, randomTripRatio } from '../within/randomTrip.ts'
import type { TripPair, WithinOptions, WithinRatio } from '../within/randomTrip.ts'
import { pooledOr } from '../within/pooled.ts'
import { LEAST_MEASURED } from '../size/fishSizes.ts'
import { asksOfTheClock } from '../within/timeOfDay.ts'
import type { ClockGround, TimeOfDayStart } from '../within/timeOfDay.ts'
import { clausesOf, sidesOf } from './selection.ts'
import type { Selection } from './selection.ts'
import type { Estimate } from './verdict.ts'

/** A claim with the rows it is asked of. */
export interface Question {
  readonly book: BookRecords
  readonly columns: SegmentColumns
  readonly claim: Claim
  readonly selection: Selection
  readonly rows: readonly number[]
  /** Variance over mean of the book's strikes. */
  readonly dispersion: number
  /** Where what the hours do is looked for, and where that begins. */
  readonly ground: () => ClockGround
  readonly clockStart: TimeOfDayStart | undefined
  readonly launches: Launches
  readonly options: Confidence
}

/** What was found, or why nothing can be learnt so. */
export type ClaimResult = { readonly found: Estimate; readonly denominator: string } | { readonly cannot: string }

const cannot = (why: string): ClaimResult => ({ cannot: why })

/**
 * Rate of A over B with a luck of its own for each trip; colours of one body with one for each trip and body.
 *
 * Given      a claim with the two sides of its rows; hours that are counted otherwise than by the clock, and their name
 * Returned   ratio with limits by the profile, the hour of the day held unless the sides are hours themselves; *cannot* where one side has
 *            no hours; `early` under the least of hours, trips with both, or strikes expected of the smaller side (`LEAST`)
 * Source     `randomTripRatio`; what is early: ours
 */
export function rateResult(
  question: Question,
  exposureOf?: PairOptions['exposureOf'],
  denominator = 'hours',
): ClaimResult {
  const { trips, both, options } = heldWithin(question, exposureOf)
  return ofTrips(trips, both, denominator, options)
}

/**
 * The ratio of `rateResult` by itself, as others go on to use it.
 *
 * Given      as `rateResult`
 * Returned   its logarithm with its error; null where that cannot be told, or is early
 * Source     `randomTripEstimate`
 */
export function rateEstimate(question: Question): { readonly logRatio: number; readonly error: number } | null {
  const { trips, both, options } = heldWithin(question)
  const stands = standingOf(trips, both, 'hours')
  return 'cannot' in stands || stands.early ? null : randomTripEstimate(trips, options())
}

/** The trips of a question, on how many both were thrown, and what is held. */
function heldWithin(
  { columns, claim, selection, rows, dispersion, ground, clockStart, launches, options }: Question,
  exposureOf?: PairOptions['exposureOf'],
) {
  const bodies = entry(columns.factors, 'body')
  const stratumOf =
    claim.against === 'same body' ? (row: number) => `${tripOf(columns, row)} ${at(bodies.codes, row)}` : undefined
  const byHour = holdsTheHour(claim)
  const trips = comparedTrips(launches, columns, rows, selection, {
    byHour,
    ...(stratumOf ? { stratumOf } : {}),
    ...(exposureOf ? { exposureOf } : {}),
  })
  const held = (): WithinOptions => {
    if (!byHour) return { ...options, dispersion }
    const others = rows.filter((row) => !selection.inA(row) && !selection.inB(row))
    return { ...options, dispersion, timeOfDay: ground().timeOfDay(others, { start: clockStart }) }
  }
  return { trips, both: trips.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0).length, options: held }
}

/** Unless the two sides are times of the day themselves. */
export const holdsTheHour = (claim: Claim): boolean => !asksOfTheClock(sidesOf(claim))

/**
 * Rate under one condition over the rate under another, between trips: with the water, the season and the hour of the day of each held.
 *
 * Given      a claim whose sides are conditions; the quarter of the year is not held where the claim speaks of a season
 * Returned   as `rateResult`, every trip with hours of either side counted
 * Valid for  what trips differ in and nobody logged (who fished, what was heard at the ramp) is not held
 * Source     `randomTripRatio`; what is held: ours
 */
export function betweenResult(question: Question): ClaimResult {
  const { dispersion, options } = question
  const trips = betweenTrips(question)
  return ofTrips(trips, trips.length, 'hours', () => ({ ...options, dispersion }))
}

/** `options` are asked for where there is something to compare: what the hour does takes as long to learn as the ratio. */
function ofTrips(
  trips: readonly TripPair[],
  enough: number,
  denominator: string,
  options: () => WithinOptions,
): ClaimResult {
  const stands = standingOf(trips, enough, denominator)
  if ('cannot' in stands) return stands
  const { early, strikes } = stands
  if (early && strikes === 0) return { found: NOTHING_YET, denominator }
  return { found: finding(randomTripRatio(trips, options()), early), denominator }
}

/** Whether two sides can be compared, and whether that is early. */
function standingOf(
  trips: readonly TripPair[],
  enough: number,
  denominator: string,
): { readonly cannot: string } | { readonly early: boolean; readonly strikes: number } {
  const sum = (side: 'a' | 'b', field: 'events' | 'exposureHours'): number =>
    trips.reduce((total, trip) => total + trip[side][field], 0)
  const [hoursA, hoursB] = [sum('a', 'exposureHours'), sum('b', 'exposureHours')]
  if (hoursA === 0 || hoursB === 0)
    return { cannot: `no ${denominator} ${hoursA === 0 ? 'of what is claimed' : 'to hold it against'}` }
  const strikes = sum('a', 'events') + sum('b', 'events')
  const least = Math.min(hoursA, hoursB)
  const early =
    (denominator === 'hours' && least < LEAST.hours) ||
    enough < LEAST.trips ||
    (strikes * least) / (hoursA + hoursB) < LEAST.expected
  return { early, strikes }
}

const finding = ({ ratio, lower, upper, pValue, seLogRatio }: WithinRatio, early: boolean): Estimate => ({
  // Where one side never struck the open limit tells the direction.
  ratio: ratio ?? (upper < Infinity ? 0 : lower > 0 ? Infinity : null),
  lower,
  upper,
  pValue,
  seLogRatio,
  early,
})

const SEASONS: ReadonlySet<string> = new Set(['season', 'month', 'fish_season'])

function betweenTrips({ columns, claim, rows, launches, selection: { inA, inB } }: Question): TripPair[] {
  const aboutSeason = clausesOf(claim).some(({ column }) => SEASONS.has(column))
  const byTrip = new Map<string, { a: Exposure; b: Exposure; hourSum: number }>()
  const hours = entry(columns.factors, 'hour')
  for (const row of rows) {
    const side = inA(row) ? 'a' : inB(row) ? 'b' : undefined
    if (!side) continue
    const sums = byTrip.get(tripOf(columns, row)) ?? { a: NO_EXPOSURE, b: NO_EXPOSURE, hourSum: 0 }
    byTrip.set(tripOf(columns, row), sums)
    const own = { events: at(columns.strikes, row), exposureHours: at(columns.hours, row) }
    sums[side] = plusExposure(sums[side], own)
    sums.hourSum += Number(at(hours.levels, at(hours.codes, row))) * own.exposureHours
  }
  const known = indicators([...byTrip.keys()], (trip) => [
    launches.water(trip),
    ...(aboutSeason ? [] : [launches.quarter(trip)]),
  ])
  return [...byTrip].map(([id, { a, b, hourSum }]) => ({
    a,
    b,
    known: [...known(id), (hourSum / (a.exposureHours + b.exposureHours) - 12) / 6],
  }))
}

const LEAST_FISH = 5

/**
 * A share of the strikes of both sides, held within trips.
 *
 * Given      strikes whose outcome was told; which share: hooked of strikes, lost of hooked, landed of strikes
 * Returned   ratio of shares; where fewer trips than the least have both, of all strikes as one stratum, and `denominator` says so
 * Source     `mantelHaenszelShareRatio`
 */
export function shareResult({ columns, selection, rows, options }: Question, of: ShareOf): ClaimResult {
  return shareOfStrata(shareStrata(columns, rows, selection, of), options)
}

/** The same of strata that were counted otherwise. */
export function shareOfStrata(strata: readonly ShareStratum[], options: Question['options']): ClaimResult {
  const together = sharesTogether(strata)
  if (together.a.trials === 0 || together.b.trials === 0)
    return cannot('no strikes whose outcome was told on one of the two sides')
  // Few trips have strikes of both: then all are one stratum, and it says so.
  const within = strata.filter(({ a, b }) => a.trials > 0 && b.trials > 0).length >= LEAST.trips
  const early = Math.min(together.a.trials, together.b.trials) < 2 * LEAST_FISH
  return held(
    mantelHaenszelShareRatio(within ? strata : [together], options),
    early,
    within ? 'strikes, within trips' : 'strikes',
  )
}

/**
 * Weight of landed fish, within the water; from their lengths where too few were weighed.
 *
 * Given      landed fish of both sides; *cannot* unless four in five of either were measured (`LEAST_MEASURED`)
 * Returned   ratio of middle weights, within trips where enough have both, else of all fish as one stratum
 * Source     `weightRatio`; weights from lengths: `weightOf`
 */
export function sizeResult({ columns, selection, rows, options }: Question): ClaimResult {
  const { strata, by, measured } = sizeStrata(columns, rows, selection)
  if (Math.min(measured.a, measured.b) < LEAST_MEASURED)
    return cannot('fewer than four landed fish in five were weighed or measured, or none was landed')
  const together = weightsTogether(strata)
  const within = strata.filter(({ a, b }) => a.length > 0 && b.length > 0).length >= 2 * LEAST.trips
  const early = Math.min(together.a.length, together.b.length) < LEAST_FISH
  return held(
    weightRatio(within ? strata : [together], options),
    early,
    `fish${by === 'weight' ? '' : ' by length'}${within ? ', within trips' : ''}`,
  )
}

export const NOTHING_YET: Estimate = { ratio: null, lower: 0, upper: Infinity, pValue: 1, early: true }

function held(ratio: Parameters<typeof pooledOr>[0], early: boolean, denominator: string): ClaimResult {
  const found = pooledOr(ratio)
  return { found: found ? finding(found, early) : NOTHING_YET, denominator }
}

/**
 * Strikes against clean casts or targets: counted by stint, spread over its hours.
 *
 * Given      stints with casts, fouled ones taken off, or targets; rows of stints without are left out
 * Returned   as `rateResult`, with casts or targets for hours
 * Valid for  casts that come evenly within a stint
 */
export function perCountResult(
  question: Question,
  outcome: Extract<ClaimOutcome, 'per clean cast' | 'per target'>,
): ClaimResult {
  const { book, columns, rows, selection } = question
  const counts = new Map(
    book.stints.map(({ id, casts, fouledCasts, targets }) => [
      id,
      outcome === 'per target' ? targets : casts == null ? null : casts - (fouledCasts ?? 0),
    ]),
  )
  const exposureOf = spreadOverStints(columns, counts)
  const counted = rows.filter((row) => exposureOf(row) > 0)
  const denominator = outcome === 'per target' ? 'targets' : 'clean casts'
  if (!counted.some((row) => selection.inA(row)) || !counted.some((row) => selection.inB(row)))
    return cannot(`no ${denominator} were counted on one of the two sides`)
  return rateResult({ ...question, rows: counted }, exposureOf, denominator)
}

/**
 * Whether the lead of A over B is smaller under the condition than elsewhere.
 *
 *   ln(r_here/r_there) ± z·√(s_here² + s_there²),  s from the limits of each
 *
 * Given      a claim, and the same two sides where its condition does not hold
 * Returned   ratio of the two ratios; nothing yet where either is early, nought or open
 * Source     two independent log ratios: Altman & Bland, BMJ 326 (2003) 219 (from memory)
 */
export function ratioFallsResult(question: Question, elsewhere: Selection): ClaimResult {
  const [here, there] = [rateResult(question), rateResult({ ...question, selection: elsewhere })]
  if ('cannot' in here) return here
  if ('cannot' in there) return cannot(`elsewhere: ${there.cannot}`)
  const [a, b] = [here.found, there.found]
  const early = a.early || b.early || !isPositive(a.ratio) || !isPositive(b.ratio)
  if (early || a.ratio === null || b.ratio === null) return { found: NOTHING_YET, denominator: 'hours' }
  const alpha = alphaOf(question.options)
  const z = normalQuantile(1 - alpha / 2)
  const errorOf = ({ lower, upper }: Estimate): number => Math.log(upper / lower) / (2 * z)
  const [log, error] = [Math.log(a.ratio / b.ratio), Math.hypot(errorOf(a), errorOf(b))]
  return {
    found: {
      ratio: Math.exp(log),
      lower: Math.exp(log - z * error),
      upper: Math.exp(log + z * error),
      pValue: 2 * (1 - normalCdf(Math.abs(log) / error)),
      early: false,
    },
    denominator: 'hours',
  }
}

const isPositive = (ratio: number | null): boolean => ratio !== null && ratio > 0 && ratio < Infinity
