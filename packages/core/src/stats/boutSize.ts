import { at } from '../checked/index.ts'
import { findCrossing } from '../numerics/index.ts'

/** Strikes at most this far apart form a bout. (ours, adjustable) */
export const BOUT_MS = 15 * 60_000

/** One angler's strikes of one trip, in any order, and the hours in which they came. */
export interface StrikesOfTrip {
  readonly times: readonly number[]
  readonly hours: number
}

/** More strikes than this to a bout are not looked for. */
const LARGEST_MEAN = 10
/** In pairs of strikes. */
const CLOSE = 1e-9

/**
 * Mean number of strikes in a flurry, beyond what falls together by chance.
 *
 *   close pairs of neighbours = Σ_trips [n − c + (c − 1)·(1 − (1 − τ/H)^c)],  c = n/m bouts strewn over the H hours of a trip; solved for m
 *
 * Given      strikes by trip and angler; τ in milliseconds
 * Returned   m ≥ 1; 1 where there are no more close neighbours than chance gives
 * Valid for  strikes strewn evenly over a trip but for their flurries; whatever else crowds them is taken for flurries
 * Source     spacings of uniform points (Pyke, J. R. Stat. Soc. B 27 (1965) 395); the use is ours
 */
export function boutSize(trips: readonly StrikesOfTrip[], boutMs = BOUT_MS): number {
  const used = trips.filter(({ times, hours }) => times.length > 1 && hours > 0)
  const close = used.reduce((sum, { times }) => sum + closePairs(times, boutMs), 0)
  const over = (m: number): number =>
    used.reduce((sum, { times, hours }) => sum + closeIn(times.length, m, boutMs / 3_600_000 / hours), -close)
  const [below, above] = [
    { x: 1, y: over(1) },
    { x: LARGEST_MEAN, y: over(LARGEST_MEAN) },
  ]
  if (below.y >= 0) return below.x
  if (above.y <= 0) return above.x
  return findCrossing(over, below, above, CLOSE)
}

function closePairs(times: readonly number[], boutMs: number): number {
  const sorted = [...times].sort((a, b) => a - b)
  return sorted.filter((ms, i) => i > 0 && ms - at(sorted, i - 1) <= boutMs).length
}

function closeIn(strikes: number, m: number, share: number): number {
  const bouts = Math.max(1, strikes / m)
  const apart = Math.max(0, 1 - share) ** bouts
  return strikes - bouts + (bouts - 1) * (1 - apart)
}

/**
 * Variance over mean of the strikes of flurries.
 *
 *   2m − 1
 *
 * Given      the mean m of a flurry; flurries come as Poisson counts, their sizes are geometric from 1 up
 * Source     compound Poisson (Pólya–Aeppli): Johnson, Kemp & Kotz, Univariate Discrete Distributions (2005) §9.7
 */
export const flurryDispersion = (m: number): number => 2 * m - 1
/**
 * The mean flurry of strikes so dispersed: the inverse of `flurryDispersion`.
 *
 * Valid for  dispersions of 1 or more
 * Source     geometric sizes of mean m have second moment (2m − 1)·m
 */
export const flurryMean = (dispersion: number): number => (dispersion + 1) / 2
