import { at, entry } from '../../checked/index.ts'
import { columnInfo } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { repetitions, rowFilter, spreadOverStints } from '../../query/index.ts'
import type { Names, Question } from '../../query/index.ts'

/** What a strike of a group cost, in worn lures and in casts. */
export interface CostAndPace {
  readonly group: readonly string[]
  /** In the money that prices are written in; null where a lure of the group has no price, or none struck. */
  readonly costPerStrike: number | null
  /** Casts a strike, over the hours whose casts were counted; null where none were, or none struck. */
  readonly castsPerStrike: number | null
}

/** Columns beside those of the question that costs are worked out from. */
export const COST_COLUMNS = ['lure', 'stint'] as const

interface Sums {
  readonly group: readonly string[]
  cost: number
  strikes: number
  casts: number
  strikesCounted: number
}

/**
 * Cost and casts a strike, group by group.
 *
 *   cost = Σ price · hours / life,  life the hours that a lure lasts, or all its hours in this book where that is not said;  pace = Σ casts / Σ strikes
 *
 * Given      the book, and columns that were cut for the question with `COST_COLUMNS` beside it
 * Source     sums over sums, as every rate of the book; wear in proportion to hours fished: common practice, no source
 */
export function costAndPace(
  book: BookRecords,
  columns: SegmentColumns,
  { by, where }: Question,
  names: Names,
): CostAndPace[] {
  const keep = rowFilter(columns, where, names)
  const factors = by.map((name) => entry(columns.factors, columnInfo(name).name))
  const lures = entry(columns.factors, 'lure')
  const levelOf = ({ codes, levels }: typeof lures, row: number): string => at(levels, at(codes, row))
  const castsOf = spreadOverStints(columns, new Map(book.stints.map(({ id, casts }) => [id, casts])))
  const wearOf = wearPerHour(book, hoursByLure(columns))
  const groups = new Map<string, Sums>()
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row)) continue
    const group = factors.map((factor) => levelOf(factor, row))
    const sums = groups.get(group.join('\n')) ?? { group, cost: 0, strikes: 0, casts: 0, strikesCounted: 0 }
    groups.set(group.join('\n'), sums)
    const [hours, strikes, casts] = [at(columns.hours, row), at(columns.strikes, row), castsOf(row)]
    sums.strikes += strikes
    sums.cost += hours === 0 ? 0 : hours * (wearOf.get(levelOf(lures, row)) ?? NaN)
    if (casts === 0) continue
    sums.casts += casts
    sums.strikesCounted += strikes
  }
  return [...groups.values()].map(({ group, cost, strikes, casts, strikesCounted }) => ({
    group,
    costPerStrike: strikes > 0 && Number.isFinite(cost) ? cost / strikes : null,
    castsPerStrike: casts > 0 && strikesCounted > 0 ? casts / strikesCounted : null,
  }))
}

/** Hours of each lure, each segment once, however often a grouping repeats it. */
function hoursByLure(columns: SegmentColumns): Map<string, number> {
  const { codes, levels } = entry(columns.factors, 'lure')
  const times = repetitions(columns, () => true)
  const hours = new Map<string, number>()
  for (let row = 0; row < columns.rows; row++) {
    const lure = at(levels, at(codes, row))
    hours.set(lure, (hours.get(lure) ?? 0) + at(columns.hours, row) / times)
  }
  return hours
}

function wearPerHour({ lures }: BookRecords, hours: ReadonlyMap<string, number>): Map<string, number> {
  return new Map(
    lures.flatMap(({ id, price, lastsH }) => {
      const life = lastsH ?? hours.get(id) ?? 0
      return price == null || life <= 0 ? [] : [[id, price / life]]
    }),
  )
}
