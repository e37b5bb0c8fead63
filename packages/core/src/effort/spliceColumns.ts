import type { Id } from '../vocabulary/index.ts'
import { at, entry } from '../checked/index.ts'
import { LabelEncoder } from '../numerics/index.ts'
import { sumOfLeftOut } from './segmentColumns.ts'
import type { Factor, SegmentColumns } from './segmentColumns.ts'

/** Where each row of the spliced columns stood. */
interface Sources {
  /** 0: the columns before, 1: the part that was cut anew. */
  readonly of: Uint8Array
  readonly row: Int32Array
}

/** The columns of a book with some trips replaced by a part cut anew, every trip at its place in the order. Both by the same plan. */
export function spliceColumns(
  before: SegmentColumns,
  part: SegmentColumns,
  touched: ReadonlySet<string>,
  order: readonly string[],
): SegmentColumns {
  const both = [before, part] as const
  const runs = both.map(runsOf)
  const sources = sourcesOf(order, (trip) => (touched.has(trip) ? 1 : 0), runs)
  const numbers = <A extends Float64Array | Int32Array>(column: (columns: SegmentColumns) => A): A => {
    const [own, anew] = [column(before), column(part)]
    return own.constructor === Int32Array
      ? (Int32Array.from(sources.row, (row, i) => at(sources.of[i] === 0 ? own : anew, row)) as A)
      : (Float64Array.from(sources.row, (row, i) => at(sources.of[i] === 0 ? own : anew, row)) as A)
  }
  const factor = (column: (columns: SegmentColumns) => Factor): Factor => splicedFactor(both.map(column), sources)
  const leftOutOf = splicedByTrip(order, touched, both, ({ leftOutOf: of }) => of)
  const looseEnds = splicedByTrip(order, touched, both, looseEndsByTrip)
  const fish = itemsOf(both, sources, ({ fishRows }) => fishRows)
  const strikes = itemsOf(both, sources, ({ strikeRows }) => strikeRows)
  return {
    rows: sources.row.length,
    hours: numbers(({ hours }) => hours),
    clockFrom: numbers(({ clockFrom }) => clockFrom),
    clockTo: numbers(({ clockTo }) => clockTo),
    strikes: numbers((columns) => columns.strikes),
    raised: numbers(({ raised }) => raised),
    bycatch: numbers(({ bycatch }) => bycatch),
    sameFish: numbers(({ sameFish }) => sameFish),
    missed: numbers(({ missed }) => missed),
    lost: numbers(({ lost }) => lost),
    landed: numbers(({ landed }) => landed),
    unsaid: numbers(({ unsaid }) => unsaid),
    trip: factor(({ trip }) => trip),
    factors: Object.fromEntries(
      Object.keys(before.factors).map((name) => [name, factor(({ factors }) => entry(factors, name))]),
    ),
    numbers: Object.fromEntries(
      Object.keys(before.numbers).map((name) => [name, numbers((columns) => entry(columns.numbers, name))]),
    ),
    repeatedBy: before.repeatedBy,
    fishRows: Int32Array.from(fish, ({ row }) => row),
    fishWeightG: Float64Array.from(fish, ({ of, place }) => at(of.fishWeightG, place)),
    fishLengthMm: Float64Array.from(fish, ({ of, place }) => at(of.fishLengthMm, place)),
    strikeIds: strikes.map(({ of, place }) => at(of.strikeIds, place)),
    strikeRows: Int32Array.from(strikes, ({ row }) => row),
    strikeMs: Float64Array.from(strikes, ({ of, place }) => at(of.strikeMs, place)),
    strikeAngler: Int32Array.from(strikes, ({ of, place }) => at(of.strikeAngler, place)),
    leftOutOf,
    leftOut: sumOfLeftOut(leftOutOf.values()),
    looseEnds: [...looseEnds.values()].flat(),
  }
}

function looseEndsByTrip({ looseEnds }: SegmentColumns): ReadonlyMap<string, SegmentColumns['looseEnds']> {
  const byTrip = new Map<string, SegmentColumns['looseEnds'][number][]>()
  for (const end of looseEnds) byTrip.set(end.trip, [...(byTrip.get(end.trip) ?? []), end])
  return byTrip
}

/** The rows of each trip, from and up to: each stands in one run. */
function runsOf({ trip, rows }: SegmentColumns): ReadonlyMap<string, readonly [number, number]> {
  const runs = new Map<string, readonly [number, number]>()
  for (let from = 0, to = 0; from < rows; from = to) {
    while (to < rows && trip.codes[to] === trip.codes[from]) to++
    runs.set(at(trip.levels, at(trip.codes, from)), [from, to])
  }
  return runs
}

function sourcesOf(
  order: readonly string[],
  sourceOf: (trip: Id<'trip'>) => 0 | 1,
  runs: readonly ReadonlyMap<string, readonly [number, number]>[],
): Sources {
  const [of, row]: [number[], number[]] = [[], []]
  for (const trip of order) {
    const source = sourceOf(trip)
    const [from, to] = at(runs, source).get(trip) ?? [0, 0]
    for (let i = from; i < to; i++) {
      of.push(source)
      row.push(i)
    }
  }
  return { of: Uint8Array.from(of), row: Int32Array.from(row) }
}

/** Levels in the order they first appear, as when all is laid anew. */
function splicedFactor(both: readonly Factor[], { of, row }: Sources): Factor {
  const levels = new LabelEncoder()
  const codes = both.map((factor) => new Int32Array(factor.levels.length).fill(-1))
  const coded = Int32Array.from(row, (from, i) => {
    const source = at(of, i)
    const code = at(at(both, source).codes, from)
    const known = at(at(codes, source), code)
    return known >= 0 ? known : (at(codes, source)[code] = levels.codeOf(at(at(both, source).levels, code)))
  })
  return { codes: coded, levels: levels.labels }
}

interface Item {
  readonly of: SegmentColumns
  readonly place: number
  /** The row it stands on now. */
  readonly row: number
}

/** Fish or strikes, of the rows that stay, by row. */
function itemsOf(
  both: readonly SegmentColumns[],
  sources: Sources,
  rowsOf: (columns: SegmentColumns) => Int32Array,
): Item[] {
  const places = both.map((columns) => new Int32Array(columns.rows).fill(-1))
  sources.row.forEach((row, i) => (at(places, at(sources.of, i))[row] = i))
  const items = both.flatMap((of, source) =>
    Array.from(rowsOf(of), (row, place): Item => ({ of, place, row: at(at(places, source), row) })),
  )
  return items.filter(({ row }) => row >= 0).sort((a, b) => a.row - b.row)
}

function splicedByTrip<T>(
  order: readonly string[],
  touched: ReadonlySet<string>,
  [before, part]: readonly [SegmentColumns, SegmentColumns],
  listOf: (columns: SegmentColumns) => ReadonlyMap<string, T>,
): Map<string, T> {
  const [own, anew] = [listOf(before), listOf(part)]
  return new Map(
    order.flatMap((trip) => {
      const value = (touched.has(trip) ? anew : own).get(trip)
      return value === undefined ? [] : [[trip, value] as const]
    }),
  )
}
