import { QuestionError, at, entry } from '../../checked/index.ts'
import { buildColumns, columnInfo, planCuts } from '../../effort/index.ts'
import type { BookRecords, ColumnInfo, Factor, RangeEdges, SegmentColumns } from '../../effort/index.ts'
import type { Confidence, RateCurve, ModelData, MultilevelModel, PoissonModel } from '../../stats/index.ts'
import { fitRateCurve, fitMultilevelPoisson, fitPoissonModel } from '../../stats/index.ts'
import { namesOf, onWaters, rowFilter, bookDispersion, clauseRanges, namedColumns } from '../../query/index.ts'
import type { Clause } from '../../query/index.ts'

/** Strikes, hours and trips that an answer rests on, and the hours it could not use because the condition was not known. */
export interface RestsOn {
  readonly strikes: number
  readonly hours: number
  readonly trips: number
  readonly tripIds: readonly string[]
  readonly hoursUnknown: number
}

export interface CurveQuestion {
  /** A continuous column. */
  readonly of: string
  readonly where: readonly Clause[]
  /** Without it good and bad days pass for a curve. Default true. */
  readonly trips?: boolean
  readonly points?: number
}

export interface BookCurve extends RateCurve {
  readonly of: string
  readonly restsOn: RestsOn
  /** Where the hours and the strikes lie along the condition: pieces of equal length, those without hours left out. */
  readonly along: readonly { readonly x: number; readonly hours: number; readonly strikes: number }[]
}

/** Stints are cut so often along a condition's range that within a piece it hardly moves. */
const PIECES = 40

/**
 * The rate along a condition of a book's hours.
 *
 * Given      a continuous column and a filter; stints are cut along it (`edgesAlong`), trips are held unless asked otherwise
 * Returned   the curve with its bands, what it rests on, and where hours and strikes lie along it
 * Throws     QuestionError for a column that is not continuous, or nothing to draw
 * Source     `fitRateCurve`
 */
export function curveOf(
  book: BookRecords,
  { of, where, trips = true, points }: CurveQuestion,
  options: Confidence = {},
): BookCurve {
  const info = columnInfo(of)
  if (info.kind !== 'number')
    throw new QuestionError(`${of} is not continuous: a curve needs a number, such as water_temp_c`)
  const own = onWaters(book, where, namesOf(book))
  const columns = columnsFor(own, where, [], [{ column: info.name, edges: edgesAlong(own, info) }])
  const values = entry(columns.numbers, info.name)
  const [low, high] = rangeOf(values, info.name)
  const rows = rowsOf(book, columns, where)
  const known = rows.filter((row) => Number.isFinite(at(values, row)))
  const pick = (from: ArrayLike<number>): number[] => known.map((row) => at(from, row))
  const labels = known.map((row) => levelAt(columns.trip, row))
  const wanted =
    points === undefined
      ? {}
      : { points: Array.from({ length: points }, (_, i) => low + ((high - low) * i) / Math.max(1, points - 1)) }
  const curve = fitRateCurve(
    {
      x: pick(values),
      events: pick(columns.strikes),
      exposureHours: pick(columns.hours),
      ...(trips ? { trip: labels } : {}),
    },
    { ...options, ...wanted, dispersion: bookDispersion(columns, rows) },
  )
  return {
    ...curve,
    of: info.name,
    restsOn: restsOn(columns, known, rows),
    along: piecesOf(columns, known, { values, low, high }),
  }
}

function piecesOf(
  { hours, strikes }: SegmentColumns,
  rows: readonly number[],
  { values, low, high }: { readonly values: ArrayLike<number>; readonly low: number; readonly high: number },
): BookCurve['along'] {
  const width = (high - low) / PIECES
  const pieces = Array.from({ length: PIECES }, (_, i) => ({ x: low + (i + 0.5) * width, hours: 0, strikes: 0 }))
  for (const row of rows) {
    const piece = at(pieces, Math.min(PIECES - 1, Math.floor((at(values, row) - low) / width)))
    piece.hours += at(hours, row)
    piece.strikes += at(strikes, row)
  }
  return pieces.filter((piece) => piece.hours > 0)
}

export interface ModelQuestion {
  /** Columns held against their first level, or numbers. */
  readonly fixed: readonly string[]
  /** Columns whose levels differ at random: trip, lure. */
  readonly random: readonly string[]
  readonly where: readonly Clause[]
}

export type BookModel = { readonly restsOn: RestsOn } & (
  ({ readonly kind: 'multilevel' } & MultilevelModel) | ({ readonly kind: 'log-linear' } & PoissonModel)
)

/** A model of a book's strikes an hour; without random columns its errors are by trip. Throws QuestionError for an unknown column or no hours. */
export function modelOf(book: BookRecords, { fixed, random, where }: ModelQuestion): BookModel {
  const infos = fixed.map(columnInfo)
  const numbers = infos.filter(({ kind }) => kind === 'number').map(({ name }) => name)
  const factors = [
    ...infos.filter(({ kind }) => kind === 'factor').map(({ name }) => name),
    ...random.map((name) => columnInfo(name).name),
  ]
  const columns = columnsFor(
    book,
    where,
    factors,
    numbers.map((column) => ({ column, edges: [] })),
  )
  const all = rowsOf(book, columns, where)
  const rows = all.filter((row) => numbers.every((name) => Number.isFinite(at(entry(columns.numbers, name), row))))
  const names = namesOf(book)
  const labelsOf = (name: string): string[] => {
    const factor = name === 'trip' ? columns.trip : entry(columns.factors, name)
    return rows.map((row) => names[name]?.get(levelAt(factor, row)) ?? levelAt(factor, row))
  }
  const data: ModelData = {
    events: rows.map((row) => at(columns.strikes, row)),
    exposureHours: rows.map((row) => at(columns.hours, row)),
    factors: Object.fromEntries([...new Set([...factors, 'trip'])].map((name) => [name, labelsOf(name)])),
    numbers: Object.fromEntries(
      numbers.map((name) => [name, rows.map((row) => at(entry(columns.numbers, name), row))]),
    ),
  }
  const spec = { fixed: infos.map(({ name }) => name) }
  const rest = { restsOn: restsOn(columns, rows, all) }
  return random.length > 0
    ? {
        kind: 'multilevel',
        ...rest,
        ...fitMultilevelPoisson(data, { ...spec, random: random.map((name) => columnInfo(name).name) }),
      }
    : { kind: 'log-linear', ...rest, ...fitPoissonModel(data, { ...spec, errors: 'cluster', cluster: 'trip' }) }
}

/** Edges of pieces of equal length along a condition. */
function edgesAlong(book: BookRecords, info: ColumnInfo): number[] {
  // Between readings a condition lies between what was read; what is worked out must be followed to know how far it goes.
  const values = info.source === 'reading' ? read(book, info.field) : followed(book, info.name)
  const [low, high] = rangeOf(values, info.name)
  return high > low ? Array.from({ length: PIECES - 1 }, (_, i) => low + ((high - low) * (i + 1)) / PIECES) : []
}

function read(book: BookRecords, field: string): number[] {
  const trips = new Set(book.trips.map(({ id }) => id))
  return book.readings.flatMap((reading) => {
    const value = trips.has(reading.trip) ? reading[field as keyof typeof reading] : undefined
    return typeof value === 'number' ? [value] : []
  })
}

const followed = (book: BookRecords, name: string): Float64Array =>
  entry(columnsFor(book, [], [], [{ column: name, edges: [] }]).numbers, name)

function columnsFor(
  book: BookRecords,
  where: readonly Clause[],
  factors: readonly string[],
  numbers: readonly RangeEdges[],
): SegmentColumns {
  return buildColumns(
    onWaters(book, where, namesOf(book)),
    planCuts([...factors, ...namedColumns(where)], [...clauseRanges(where), ...numbers], book.bands),
  )
}

/** Rows with hours that meet the filter. */
function rowsOf(book: BookRecords, columns: SegmentColumns, where: readonly Clause[]): number[] {
  const keep = rowFilter(columns, where, namesOf(book))
  return Array.from({ length: columns.rows }, (_, row) => row).filter((row) => at(columns.hours, row) > 0 && keep(row))
}

function rangeOf(values: ArrayLike<number>, name: string): [number, number] {
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < values.length; i++) {
    const value = at(values, i)
    if (Number.isFinite(value)) [low, high] = [Math.min(low, value), Math.max(high, value)]
  }
  if (low > high) throw new QuestionError(`${name} is known for no hour: there is nothing to draw`)
  return [low, high]
}

const levelAt = ({ codes, levels }: Factor, row: number): string => at(levels, at(codes, row))

function restsOn(columns: SegmentColumns, used: readonly number[], all: readonly number[]): RestsOn {
  const sum = (rows: readonly number[], of: ArrayLike<number>): number =>
    rows.reduce((total, row) => total + at(of, row), 0)
  const tripIds = [...new Set(used.map((row) => levelAt(columns.trip, row)))]
  return {
    strikes: sum(used, columns.strikes),
    hours: sum(used, columns.hours),
    trips: tripIds.length,
    tripIds,
    hoursUnknown: sum(all, columns.hours) - sum(used, columns.hours),
  }
}
