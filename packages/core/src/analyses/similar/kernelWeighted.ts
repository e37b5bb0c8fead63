import type { Id } from '../../vocabulary/index.ts'
import { QuestionError, at, entry } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import { normalQuantile, tQuantile } from '../../numerics/index.ts'
import { alphaOf, LEAST, ENOUGH_TRIPS } from '../../stats/index.ts'
import type { Confidence, Interval } from '../../stats/index.ts'

/** What today is like: numbers by column (SI), words by column. */
export interface Now {
  readonly numbers: Readonly<Record<string, number>>
  readonly words: Readonly<Record<string, string>>
}

/** How far apart still counts as alike, and whether on the log scale. */
export interface Bandwidth {
  readonly width: number
  readonly log?: boolean
}

/** One standard deviation of likeness. (ours) */
export const BANDWIDTHS: Readonly<Record<string, Bandwidth>> = {
  water_temp_c: { width: 2 },
  visibility_m: { width: 0.35, log: true },
  surface_lux: { width: 0.8, log: true },
  lure_lux: { width: 0.8, log: true },
  wind_mps: { width: 1.8 },
  pressure_tendency: { width: 1.2 },
  pressure_hpa: { width: 5 },
  cloud_pct: { width: 20 },
  air_temp_c: { width: 4 },
  sun_altitude: { width: 12 },
}

export interface LikeGroup extends Interval {
  readonly group: readonly string[]
  /** Weighted strikes over weighted hours. */
  readonly rate: number
  /** (Σwh)²/Σw²h: hours just like today that would tell as much. */
  readonly effectiveHours: number
  readonly hours: number
  readonly strikes: number
  readonly trips: number
  readonly tripIds: readonly string[]
  readonly tooEarly: boolean
}

export interface LikeTrip {
  readonly trip: Id<'trip'>
  /** Mean likeness of its hours, 0–1. */
  readonly likeness: number
  readonly hours: number
  readonly strikes: number
}

export interface KernelWeighted {
  readonly all: LikeGroup | null
  /** The highest rate first, those of which it is too early to speak last; groups without alike hours absent. */
  readonly groups: readonly LikeGroup[]
  /** The most alike first. */
  readonly trips: readonly LikeTrip[]
  /** Hours that could not be held against today, for want of a reading. */
  readonly hoursUnknown: number
}

interface LikeOptions extends Confidence {
  readonly by?: readonly string[]
  readonly bandwidths?: Readonly<Record<string, Bandwidth>>
  readonly keep?: (row: number) => boolean
}

/** Less like than this, and an hour tells nothing of today. */
const LEAST_LIKENESS = 0.01

/**
 * The book's hours weighted by how like today they are.
 *
 *   w = Π exp(−½((x − now)/bandwidth)²) over numbers, 1 where words agree and 0 where not;  rate = Σwy/Σwh
 *
 * Given      columns that hold each number and word asked for, cut finely enough; what to group by
 * Returned   rates with limits by trip: Var(log r) = T/(T−1)·Σ(y_t − r·h_t)²/(Σwy)², Student's t with T − 1, from ten trips up; below
 *            that as if the effective strikes came singly
 * Throws     QuestionError for a number whose bandwidth nobody gave
 * Source     kernel regression: Nadaraya (1964), Watson (1964); effective sample size: Kish (1965); bandwidths ours
 */
export function kernelWeighted(
  columns: SegmentColumns,
  now: Now,
  { by = [], bandwidths = BANDWIDTHS, keep = () => true, ...options }: LikeOptions = {},
): KernelWeighted {
  const alpha = alphaOf(options)
  const likeness = likenessOf(columns, now, bandwidths)
  const factors = by.map((name) => entry(columns.factors, name))
  const groups = new Map<string, Sums>()
  const all = newSums([])
  const trips = new Map<number, { weighed: number; hours: number; strikes: number }>()
  let hoursUnknown = 0
  for (let row = 0; row < columns.rows; row++) {
    const [hours, strikes, trip] = [at(columns.hours, row), at(columns.strikes, row), at(columns.trip.codes, row)]
    if (hours <= 0 || !keep(row)) continue
    const weight = likeness(row)
    if (weight === null) {
      hoursUnknown += hours
      continue
    }
    const sum = trips.get(trip) ?? { weighed: 0, hours: 0, strikes: 0 }
    trips.set(trip, { weighed: sum.weighed + weight * hours, hours: sum.hours + hours, strikes: sum.strikes + strikes })
    if (weight < LEAST_LIKENESS) continue
    const words = factors.map(({ codes, levels }) => at(levels, at(codes, row)))
    const key = words.join(' ')
    let own = groups.get(key)
    if (!own) groups.set(key, (own = newSums(words)))
    for (const sums of [own, all]) add(sums, trip, weight, { hours, strikes })
  }
  const named = [...trips].map(([trip, { weighed, hours, strikes }]) => ({
    trip: at(columns.trip.levels, trip),
    likeness: weighed / hours,
    hours,
    strikes,
  }))
  const group = (sums: Sums): LikeGroup => groupOf(sums, columns.trip.levels, alpha)
  return {
    all: all.hours > 0 ? group(all) : null,
    groups: [...groups.values()].map(group).sort((a, b) => Number(a.tooEarly) - Number(b.tooEarly) || b.rate - a.rate),
    trips: named.filter((one) => one.likeness >= LEAST_LIKENESS).sort((a, b) => b.likeness - a.likeness),
    hoursUnknown,
  }
}

interface Sums {
  readonly words: readonly string[]
  readonly byTrip: Map<number, { strikes: number; hours: number }>
  weighedStrikes: number
  weighedHours: number
  squares: number
  hours: number
  strikes: number
}

const newSums = (words: readonly string[]): Sums => ({
  words,
  byTrip: new Map(),
  weighedStrikes: 0,
  weighedHours: 0,
  squares: 0,
  hours: 0,
  strikes: 0,
})

function add(
  sums: Sums,
  trip: number,
  weight: number,
  { hours, strikes }: { readonly hours: number; readonly strikes: number },
): void {
  const own = sums.byTrip.get(trip) ?? { strikes: 0, hours: 0 }
  sums.byTrip.set(trip, { strikes: own.strikes + weight * strikes, hours: own.hours + weight * hours })
  sums.weighedStrikes += weight * strikes
  sums.weighedHours += weight * hours
  sums.squares += weight * weight * hours
  sums.hours += hours
  sums.strikes += strikes
}

function groupOf(
  { words, byTrip, weighedStrikes, weighedHours, squares, hours, strikes }: Sums,
  tripNames: readonly string[],
  alpha: number,
): LikeGroup {
  const rate = weighedStrikes / weighedHours
  const effectiveHours = weighedHours ** 2 / squares
  const trips = byTrip.size
  const spread = [...byTrip.values()].reduce((sum, own) => sum + (own.strikes - rate * own.hours) ** 2, 0)
  // From ten trips up their own spread tells; never surer than as many whole strikes would be.
  const effectiveStrikes = rate * effectiveHours
  const byTrips =
    trips >= ENOUGH_TRIPS && weighedStrikes > 0 ? ((trips / (trips - 1)) * spread) / weighedStrikes ** 2 : 0
  const error = Math.sqrt(Math.max(byTrips, 1 / Math.max(0.5, effectiveStrikes)))
  const half = (byTrips > 0 ? tQuantile(1 - alpha / 2, trips - 1) : normalQuantile(1 - alpha / 2)) * error
  const centre = rate > 0 ? rate : 0.5 / effectiveHours
  return {
    group: words,
    rate,
    lower: rate > 0 ? centre * Math.exp(-half) : 0,
    upper: centre * Math.exp(half),
    effectiveHours,
    hours,
    strikes,
    trips,
    tripIds: [...byTrip.keys()].map((trip) => at(tripNames, trip)),
    tooEarly: effectiveHours < LEAST.hours || trips < LEAST.trips,
  }
}

/** Likeness of a row to today, 0–1; null where a number is not known. */
function likenessOf(
  columns: SegmentColumns,
  now: Now,
  bandwidths: Readonly<Record<string, Bandwidth>>,
): (row: number) => number | null {
  const numbers = Object.entries(now.numbers).map(([name, value]) => {
    const band = bandwidths[name]
    if (!band)
      throw new QuestionError(
        `how far apart still counts as alike is not known for ${name}: give ${Object.keys(BANDWIDTHS).join(', ')}`,
      )
    const scale = (x: number): number => (band.log ? Math.log(Math.max(1e-6, x)) : x)
    return { values: entry(columns.numbers, name), scale, centre: scale(value), width: band.width }
  })
  const words = Object.entries(now.words).map(([name, word]) => ({ ...entry(columns.factors, name), word }))
  return (row) => {
    if (words.some(({ codes, levels, word }) => !at(levels, at(codes, row)).split(';').includes(word))) return 0
    let exponent = 0
    for (const { values, scale, centre, width } of numbers) {
      const value = at(values, row)
      if (Number.isNaN(value)) return null
      exponent += ((scale(value) - centre) / width) ** 2
    }
    return Math.exp(-exponent / 2)
  }
}
