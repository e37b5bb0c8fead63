import { at } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import { sizeBy, weightOf } from './fishSizes.ts'
import type { SizeBy } from './fishSizes.ts'
import { poissonRateInterval, flurryMean, clusterRobustInterval } from '../../stats/index.ts'
import { bookDispersion, tripSpread } from '../../query/index.ts'
import type { Confidence, Interval } from '../../stats/index.ts'

export interface BigFish extends Interval {
  readonly group: readonly string[]
  readonly bigFish: number
  readonly hours: number
  /** Big fish in a hundred hours; `lower` and `upper` are its limits: exact, or by trip where those are wider. */
  readonly per100Hours: number
  /** Share of the big fish over share of the hours. */
  readonly ratioOfShares: number | null
  /** Chance of no fish landed, and of at least one big one, in eight hours at these rates. */
  readonly blankDay: number
  readonly bigInDay: number
}

export interface BigFishAnswer {
  /** What counts as big here: the percentile of this water's own fish. Null where fewer than ten were measured. */
  readonly thresholdG: number | null
  /** By length where too few were weighed: the threshold is then a length, too. */
  readonly by: SizeBy
  readonly thresholdMm: number | null
  readonly measured: number
  readonly landed: number
  readonly groups: readonly BigFish[]
}

const PERCENTILE = 0.9
const LEAST_FISH = 10
const DAY_H = 8

/**
 * Who brings the big ones? What is big on one water is an everyday fish on another: big is a percentile of this water's own fish.
 *
 * Given      columns of one water, what to group by, the percentile (default 0.9), which rows
 * Returned   groups by big fish in a hundred hours, most first; days blank and with a big fish at the group's own rates, with the book's
 *            spread of days and its flurries
 */
export function bigFish(
  columns: SegmentColumns,
  by: readonly string[],
  {
    percentile = PERCENTILE,
    keep = () => true,
    ...options
  }: Confidence & { readonly percentile?: number; readonly keep?: (row: number) => boolean } = {},
): BigFishAnswer {
  if (!(percentile > 0 && percentile < 1)) throw new RangeError(`a percentile lies between 0 and 1: ${percentile}`)
  const fish = [...columns.fishRows.keys()].filter((i) => keep(at(columns.fishRows, i)))
  const size = sizeBy(columns, [fish])
  const sorted = fish
    .filter((i) => weightOf(columns, i, size) > 0)
    .sort((a, b) => weightOf(columns, a, size) - weightOf(columns, b, size))
  const none = {
    thresholdG: null,
    thresholdMm: null,
    by: size,
    measured: sorted.length,
    landed: fish.length,
    groups: [],
  }
  if (sorted.length < LEAST_FISH) return none
  const least = at(sorted, Math.min(sorted.length - 1, Math.floor(percentile * sorted.length)))
  const threshold = weightOf(columns, least, size)
  const isBig = (i: number): boolean => weightOf(columns, i, size) >= threshold
  const groups = sumsByGroup(columns, by, keep, fish.filter(isBig))
  const blank = blankDayOf(columns)
  const allBig = total(groups, ({ big }) => big)
  const allHours = total(groups, ({ hours }) => hours)
  const told = ({ group, hours, strikes, landed, big, trips }: Sums): BigFish => {
    const [exact, byTrip] = [poissonRateInterval(big, hours / 100, options), limitsByTrip([...trips.values()], options)]
    return {
      group,
      bigFish: big,
      hours,
      per100Hours: (100 * big) / hours,
      lower: Math.min(exact.lower, byTrip.lower),
      upper: Math.max(exact.upper, byTrip.upper),
      ratioOfShares: allBig > 0 ? big / allBig / (hours / allHours) : null,
      blankDay: blank((landed / hours) * DAY_H, landed / Math.max(1, strikes)),
      bigInDay: 1 - blank((big / hours) * DAY_H, big / Math.max(1, strikes)),
    }
  }
  return {
    ...none,
    ...(size === 'weight' ? { thresholdG: threshold } : { thresholdMm: at(columns.fishLengthMm, least) }),
    groups: groups.map(told).sort((a, b) => b.per100Hours - a.per100Hours),
  }
}

const total = (groups: readonly Sums[], of: (group: Sums) => number): number =>
  groups.reduce((sum, group) => sum + of(group), 0)

/** Hours, strikes, fish and big fish of each group. */
function sumsByGroup(
  columns: SegmentColumns,
  by: readonly string[],
  keep: (row: number) => boolean,
  bigOnes: readonly number[],
): Sums[] {
  const factors = by.map((name) => {
    const factor = columns.factors[name]
    if (!factor) throw new RangeError(`the segments were not laid out by ${name}`)
    return factor
  })
  const groups = new Map<string, Sums>()
  const sumsAt = (row: number): Sums => {
    const group = factors.map(({ codes, levels }) => at(levels, at(codes, row)))
    const known = groups.get(group.join(' ')) ?? { group, hours: 0, strikes: 0, landed: 0, big: 0, trips: new Map() }
    groups.set(group.join(' '), known)
    return known
  }
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row) || at(columns.hours, row) <= 0) continue
    const sums = sumsAt(row)
    sums.hours += at(columns.hours, row)
    sums.strikes += at(columns.strikes, row)
    sums.landed += at(columns.landed, row)
    tripAt(sums, at(columns.trip.codes, row)).hours += at(columns.hours, row)
  }
  // Fish of trips whose hours are not known tell of the threshold, not of a rate.
  for (const i of bigOnes) {
    const row = at(columns.fishRows, i)
    if (at(columns.hours, row) <= 0) continue
    sumsAt(row).big++
    tripAt(sumsAt(row), at(columns.trip.codes, row)).big++
  }
  return [...groups.values()]
}

interface Sums {
  readonly group: string[]
  hours: number
  strikes: number
  landed: number
  big: number
  readonly trips: Map<number, { hours: number; big: number }>
}

function tripAt({ trips }: Sums, code: number): { hours: number; big: number } {
  const known = trips.get(code) ?? { hours: 0, big: 0 }
  trips.set(code, known)
  return known
}

const limitsByTrip = (
  trips: readonly { readonly hours: number; readonly big: number }[],
  options: Confidence,
): Interval =>
  clusterRobustInterval(
    trips.map(({ big }) => big),
    trips.map(({ hours }) => hours / 100),
    options,
  )

/**
 * The chance of none of what is expected of a day, days being as different and flurries as long as in the book. Of a flurry of m strikes a
 * share p is what is asked for: those come 1 + (m − 1)·p at a time.
 */
function blankDayOf(columns: SegmentColumns): (expected: number, share: number) => number {
  const dispersion = bookDispersion(
    columns,
    Array.from({ length: columns.rows }, (_, row) => row),
  )
  const variance = tripSpread(columns, dispersion)?.variance ?? 0
  return (expected, share) => {
    const flurries = expected / (1 + (flurryMean(dispersion) - 1) * Math.min(1, share))
    return variance > 0 ? (1 + variance * flurries) ** (-1 / variance) : Math.exp(-flurries)
  }
}
