import { at } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import { sizeBy, weightOf } from './fishSizes.ts'
import type { SizeBy } from './fishSizes.ts'
import { poissonRateInterval } from '../poissonRate.ts'
import type { Confidence, Interval } from '../confidence.ts'

export interface BigFish extends Interval {
  readonly group: readonly string[]
  readonly bigFish: number
  readonly hours: number
  /** Big fish in a hundred hours; `lower` and `upper` are its exact limits. */
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
 * Who brings the big ones? A seven here may be as rare as a fifteen there: big is a percentile of this water's fish.
 *
 * Given      columns of one water, what to group by, the percentile (default 0.9), which rows
 * Returned   groups by big fish in a hundred hours, most first; days blank and with a big fish by Poisson at the group's own rates
 */
export function bigFish(
  columns: SegmentColumns,
  by: readonly string[],
  { percentile = PERCENTILE, keep = () => true, ...options }: Confidence & { readonly percentile?: number; readonly keep?: (row: number) => boolean } = {},
): BigFishAnswer {
  if (!(percentile > 0 && percentile < 1)) throw new RangeError(`a percentile lies between 0 and 1: ${percentile}`)
  const fish = [...columns.fishRows.keys()].filter((i) => keep(at(columns.fishRows, i)))
  const size = sizeBy(columns, [fish])
  const sorted = fish.filter((i) => weightOf(columns, i, size) > 0).sort((a, b) => weightOf(columns, a, size) - weightOf(columns, b, size))
  const none = { thresholdG: null, thresholdMm: null, by: size, measured: sorted.length, landed: fish.length, groups: [] }
  if (sorted.length < LEAST_FISH) return none
  const least = at(sorted, Math.min(sorted.length - 1, Math.floor(percentile * sorted.length)))
  const threshold = weightOf(columns, least, size)
  const factors = by.map((name) => {
    const factor = columns.factors[name]
    if (!factor) throw new RangeError(`the segments were not laid out by ${name}`)
    return factor
  })
  const groupOf = (row: number): string[] => factors.map(({ codes, levels }) => at(levels, at(codes, row)))
  const groups = new Map<string, { group: string[]; hours: number; landed: number; big: number }>()
  const sumsAt = (row: number): { group: string[]; hours: number; landed: number; big: number } => {
    const group = groupOf(row)
    const known = groups.get(group.join(' ')) ?? { group, hours: 0, landed: 0, big: 0 }
    groups.set(group.join(' '), known)
    return known
  }
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row) || at(columns.hours, row) <= 0) continue
    const sums = sumsAt(row)
    sums.hours += at(columns.hours, row)
    sums.landed += at(columns.landed, row)
  }
  // Fish of trips whose hours are not known tell of the threshold, not of a rate.
  for (const i of fish) {
    const row = at(columns.fishRows, i)
    if (at(columns.hours, row) > 0 && weightOf(columns, i, size) >= threshold) sumsAt(row).big++
  }
  const all = [...groups.values()]
  const [allBig, allHours] = [all.reduce((sum, { big }) => sum + big, 0), all.reduce((sum, { hours }) => sum + hours, 0)]
  return {
    ...none,
    ...(size === 'weight' ? { thresholdG: threshold } : { thresholdMm: at(columns.fishLengthMm, least) }),
    groups: all
      .map(({ group, hours, landed, big }): BigFish => {
        const { lower, upper } = poissonRateInterval(big, hours / 100, options)
        return {
          group,
          bigFish: big,
          hours,
          per100Hours: (100 * big) / hours,
          lower,
          upper,
          ratioOfShares: allBig > 0 ? big / allBig / (hours / allHours) : null,
          blankDay: Math.exp((-landed / hours) * DAY_H),
          bigInDay: 1 - Math.exp((-big / hours) * DAY_H),
        }
      })
      .sort((a, b) => b.per100Hours - a.per100Hours),
  }
}
