import { isStrike, effortKnownOf } from '../../vocabulary/index.ts'
import { tripBundles } from '../../effort/index.ts'
import type { BookRecords, TripBundle } from '../../effort/index.ts'
import { HOUR_MS, epochMs } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'
import type { Id, Stint, Strike } from '../../vocabulary/index.ts'
import type { Confidence, Exposure } from '../../stats/index.ts'
import { NO_EXPOSURE, plusExposure, mantelHaenszelByStratum } from '../../stats/index.ts'
import { pairDispersion } from '../within/pairDispersion.ts'
import { NO_RATIO, pooledOr } from '../within/pooled.ts'
import type { WithinRatio } from '../within/randomTrip.ts'

/** A closed stint with its strikes in the rate, in order of time. */
export interface Fished {
  readonly stint: Stint
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly strikes: readonly { readonly strike: Strike; readonly ms: EpochMs }[]
}

/** A trip as time fished. */
export interface FishedTrip {
  readonly bundle: TripBundle
  readonly stints: readonly Fished[]
}

/** Trips whose stints are known, as time fished. Strikes that are raised or the same fish again are left out. */
export function fishedTrips(book: BookRecords): FishedTrip[] {
  return tripBundles(book)
    .filter(({ trip }) => effortKnownOf(trip) === 'full')
    .map((bundle) => ({ bundle, stints: bundle.stints.flatMap((stint) => fished(stint, bundle)) }))
}

function fished(stint: Stint, { strikes }: TripBundle): Fished[] {
  if (!stint.end) return []
  const [fromMs, toMs] = [epochMs(stint.start), epochMs(stint.end)]
  if (toMs <= fromMs) return []
  const own = strikes
    .filter((strike) => strike.stint === stint.id && isStrike(strike) && !strike.sameFish)
    .map((strike) => ({ strike, ms: epochMs(strike.time) }))
    .filter(({ ms }) => ms >= fromMs && ms <= toMs)
  return [{ stint, fromMs, toMs, strikes: own }]
}

/** A stretch of time, and at which spot it counts (undefined: anywhere). */
export interface Window {
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly spot?: Id<'spot'> | undefined
}

/**
 * Hours and strikes of some stints inside some windows, overlaps counted once.
 *
 * Given      stints as time fished; windows, each at one spot or anywhere
 * Returned   strikes after a window's first moment up to its last, and hours
 */
export function inside(stints: readonly Fished[], windows: readonly Window[]): Exposure {
  let [events, exposureMs] = [0, 0]
  for (const { stint, fromMs, toMs, strikes } of stints) {
    const own = union(
      windows
        .filter(({ spot }) => spot === undefined || spot === stint.spot)
        .map((one) => [Math.max(fromMs, one.fromMs), Math.min(toMs, one.toMs)]),
    )
    for (const [from, to] of own) exposureMs += to - from
    // The moment that opens a window does not lie in it: a strike tells nothing of itself.
    events += strikes.filter(({ ms }) => own.some(([from, to]) => ms > from && ms <= to)).length
  }
  return { events, exposureHours: exposureMs / HOUR_MS }
}

function union(spans: readonly (readonly [number, number])[]): [number, number][] {
  const merged: [number, number][] = []
  for (const [from, to] of [...spans].filter(([a, b]) => b > a).sort((x, y) => x[0] - y[0])) {
    const last = merged.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else merged.push([from, to])
  }
  return merged
}

export const totalOf = (stints: readonly Fished[]): Exposure => ({
  events: stints.reduce((sum, { strikes }) => sum + strikes.length, 0),
  exposureHours: stints.reduce((sum, { fromMs, toMs }) => sum + toMs - fromMs, 0) / HOUR_MS,
})

/** Hours and strikes inside windows and in the rest of the same trips. */
export interface InsideOut {
  readonly inside: Exposure
  readonly outside: Exposure
  readonly trips: number
  readonly tripIds: readonly Id<'trip'>[]
  /** Inside over outside, each trip held against itself. */
  readonly ratio: WithinRatio
}

/** A trip's hours and strikes in its windows, and all of them. */
export interface TripWindows {
  readonly trip: Id<'trip'>
  readonly inside: Exposure
  readonly all: Exposure
}

/**
 * Each trip held against itself: the luck of the day cancels.
 *
 * Given      hours and strikes of each trip, inside its windows and in all; trips without an hour inside are left out
 * Returned   both sums, and their ratio pooled over trips with the dispersion of their strikes
 * Source     self-controlled case series: Farrington, Biometrics 51 (1995) 228; pooled by `mantelHaenszelByStratum`
 */
export function selfControlled(pairs: readonly TripWindows[], options: Confidence = {}): InsideOut {
  const strata = pairs
    .map((pair) => ({
      trip: pair.trip,
      a: pair.inside,
      b: {
        events: pair.all.events - pair.inside.events,
        exposureHours: Math.max(0, pair.all.exposureHours - pair.inside.exposureHours),
      },
    }))
    .filter(({ a }) => a.exposureHours > 0)
  return {
    inside: strata.reduce((sum, { a }) => plusExposure(sum, a), NO_EXPOSURE),
    outside: strata.reduce((sum, { b }) => plusExposure(sum, b), NO_EXPOSURE),
    trips: strata.length,
    tripIds: strata.map(({ trip }) => trip),
    ratio: pooledOr(mantelHaenszelByStratum(strata, { ...options, dispersion: pairDispersion(strata) })) ?? NO_RATIO,
  }
}
