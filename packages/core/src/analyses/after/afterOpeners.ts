import { MINUTE_MS } from '../../time/index.ts'
import type { DurationMs, EpochMs } from '../../time/index.ts'
import { tCdf, tQuantile } from '../../numerics/index.ts'
import { alphaOf, NO_EXPOSURE, plusExposure } from '../../stats/index.ts'
import type { Confidence, Exposure } from '../../stats/index.ts'
import { NO_RATIO } from '../within/pooled.ts'
import type { WithinRatio } from '../within/randomTrip.ts'
import { inside, totalOf } from './fishedTrips.ts'
import type { Fished, InsideOut } from './fishedTrips.ts'
import type { Id } from '../../vocabulary/index.ts'

/** A strike that opens a window, where it was, and whether it is one of the strikes that are counted. */
export interface Opener {
  readonly ms: EpochMs
  readonly spot: Id<'spot'> | null | undefined
  readonly counted: boolean
}

export interface OpenedTrip {
  readonly trip: Id<'trip'>
  /** What is counted. */
  readonly stints: readonly Fished[]
  readonly openers: readonly Opener[]
}

interface OpenersOptions extends Confidence {
  readonly windowMs: DurationMs
  /** For so long before an opener nothing struck, or it would be none: that time says nothing. */
  readonly quietMs?: DurationMs
}

/** A trip that is nearly all there is leaves so much at least. */
const LEAST_LEFT = 0.05

interface Contrast {
  readonly inside: Exposure
  readonly outside: Exposure
}

/**
 * What follows a strike, against what the same place gave at other times of the same trip, the strike itself left out.
 *
 *   ratio = Σ a·t_out/t / Σ b·t_in/t over the strikes that open a window; error of its log with each trip left out in turn
 *   (Bell & McCaffrey, Surv. Methodol. 28 (2002) 169), Student's t
 *
 * A Poisson process seen from one of its own points is the same process without it (Slivnyak 1962; Mecke 1967): so that where nothing
 * follows the ratio is 1, which it is not when the strikes that open windows are counted among the others.
 */
export function afterOpeners(
  trips: readonly OpenedTrip[],
  { windowMs, quietMs = 0, ...options }: OpenersOptions,
): InsideOut {
  const contrasts = trips.map(({ trip, stints, openers }) => ({
    trip,
    of: openers.flatMap((opener) => contrastOf(stints, opener, windowMs, quietMs)),
  }))
  const used = contrasts.filter(({ of }) => of.length > 0)
  const sum = (side: keyof Contrast): Exposure =>
    used.flatMap(({ of }) => of).reduce((all, one) => plusExposure(all, one[side]), NO_EXPOSURE)
  return {
    inside: sum('inside'),
    outside: sum('outside'),
    trips: used.length,
    tripIds: used.map(({ trip }) => trip),
    ratio: ratioOf(
      used.map(({ of }) => of),
      options,
    ),
  }
}

function contrastOf(
  stints: readonly Fished[],
  { ms, spot, counted }: Opener,
  windowMs: DurationMs,
  quietMs: DurationMs,
): Contrast[] {
  const there = stints.filter(({ stint }) => (stint.spot ?? null) === (spot ?? null))
  const own = inside(there, [{ fromMs: ms, toMs: ms + windowMs }])
  if (own.exposureHours < MINUTE_MS / 3_600_000) return []
  const [all, quiet] = [totalOf(there), inside(there, [{ fromMs: ms - quietMs, toMs: ms }])]
  const outside = {
    events: all.events - own.events - (counted ? 1 : 0),
    exposureHours: Math.max(0, all.exposureHours - own.exposureHours - quiet.exposureHours),
  }
  return [{ inside: own, outside }]
}

function ratioOf(trips: readonly (readonly Contrast[])[], options: Confidence): WithinRatio {
  const sums = trips.map((of) =>
    of.reduce(
      ([a, b], { inside: own, outside }) => {
        const all = own.exposureHours + outside.exposureHours
        return [a + (own.events * outside.exposureHours) / all, b + (outside.events * own.exposureHours) / all] as const
      },
      [0, 0] as readonly [number, number],
    ),
  )
  const [a, b] = sums.reduce(([x, y], [p, q]) => [x + p, y + q] as const, [0, 0] as readonly [number, number])
  if (a === 0 || b === 0 || sums.length < 2) return NO_RATIO
  const ratio = a / b
  // Each trip beside what the others say; as many degrees of freedom as trips that weigh alike would have.
  const error =
    Math.sqrt(sums.reduce((sum, [p, q]) => sum + ((p - ratio * q) / Math.max(LEAST_LEFT, 1 - q / b)) ** 2, 0)) / a
  const degrees = Math.max(1, b ** 2 / sums.reduce((sum, [, q]) => sum + q * q, 0) - 1)
  const t = Math.abs(Math.log(ratio)) / error
  const half = tQuantile(1 - alphaOf(options) / 2, degrees) * error
  return {
    ratio,
    lower: ratio * Math.exp(-half),
    upper: ratio * Math.exp(half),
    pValue: 2 * (1 - tCdf(t, degrees)),
    seLogRatio: error,
    converged: true,
  }
}
