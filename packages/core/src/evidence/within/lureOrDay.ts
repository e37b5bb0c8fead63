import type { Confidence } from '../confidence.ts'
import { NO_EXPOSURE, plusExposure } from '../exposure.ts'
import type { Exposure } from '../exposure.ts'
import { mantelHaenszelRateRatio } from '../mantelHaenszel.ts'
import { LEAST, strengthOf } from '../strength.ts'
import { NO_RATIO, pooled, pooledOr } from './pooled.ts'
import { randomTripRatio } from './randomTrip.ts'
import type { TripPair, WithinRatio } from './randomTrip.ts'

/** A trip of a comparison: all hours of A and B, and those whose lure was chosen whatever had been seen (plan, rotation, test). */
export interface ComparedTrip extends TripPair {
  readonly planned: { readonly a: Exposure; readonly b: Exposure }
}

export type Design = 'random-trip' | 'mh'

export interface LureOrDay {
  /** Over all trips, and over those on which both were thrown. */
  readonly crudeAll: number | null
  readonly crude: WithinRatio
  /** The headline, and the other design beside it; null where it cannot be had. */
  readonly within: (WithinRatio & { readonly design: Design }) | null
  readonly other: (WithinRatio & { readonly design: Design }) | null
  /** Trips with hours of both, and of one only. */
  readonly trips: number
  readonly oneSided: number
  readonly hours: { readonly a: number; readonly b: number }
  /** Whether the two designs tell the same; null where there is only one. */
  readonly agree: boolean | null
  /** Share of the crude difference that is the days': null where there is none to share, or they point apart. */
  readonly shareOfDay: number | null
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
export function lureOrDay(trips: readonly ComparedTrip[], { design = 'random-trip', ...options }: Confidence & { readonly design?: Design } = {}): LureOrDay {
  const both = trips.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0)
  const designs = { 'random-trip': byRandomTrip(trips, options), mh: byStrata(trips, options) }
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
    verdict: verdictOf(both.length, sums, within, agree),
  }
}

const sumOf = (trips: readonly Pick<TripPair, 'a' | 'b'>[]): { a: Exposure; b: Exposure } =>
  trips.reduce((sum, { a, b }) => ({ a: plusExposure(sum.a, a), b: plusExposure(sum.b, b) }), { a: NO_EXPOSURE, b: NO_EXPOSURE })

const ratioOf = ({ a, b }: { a: Exposure; b: Exposure }): number | null =>
  a.events > 0 && b.events > 0 ? a.events / a.exposureHours / (b.events / b.exposureHours) : null

function byRandomTrip(trips: readonly ComparedTrip[], options: Confidence): LureOrDay['within'] {
  const { a, b } = sumOf(trips)
  return a.exposureHours > 0 && b.exposureHours > 0 ? { ...randomTripRatio(trips, options), design: 'random-trip' } : null
}

function byStrata(trips: readonly ComparedTrip[], options: Confidence): LureOrDay['within'] {
  const planned = trips.map((trip) => trip.planned)
  const ratio = pooledOr(() => mantelHaenszelRateRatio(planned, options))
  return ratio && { ...ratio, design: 'mh' }
}

/** The same trips without a luck of their own: one stratum. */
function crudeOf(both: readonly ComparedTrip[], options: Confidence): WithinRatio {
  const { a, b } = sumOf(both)
  if (a.events === 0 || b.events === 0) return NO_RATIO
  return pooled(mantelHaenszelRateRatio([{ a, b }], options))
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

function verdictOf(both: number, { a, b }: { a: Exposure; b: Exposure }, within: LureOrDay['within'], agree: boolean | null): LureOrDay['verdict'] {
  const all = plusExposure(a, b)
  const expected = (one: Exposure): number => (one.exposureHours * all.events) / all.exposureHours
  const few = [a, b].some((one) => one.exposureHours < LEAST.hours || expected(one) < LEAST.expected)
  if (!within || few || both < LEAST.trips) return 'too early'
  if (agree === false) return 'cannot tell'
  return strengthOf(within.pValue)
}
