import { at } from '../../checked/index.ts'
import type { Factor } from '../../effort/index.ts'

/** Segments of a trip that agree in every column asked for, as one: what a search adds up. In one run a trip. */
export interface Cells {
  readonly count: number
  /** Trip of each cell, counted from 0 in the order of the cells. */
  readonly trip: Int32Array
  readonly tripNames: readonly string[]
  readonly hours: Float64Array
  readonly strikes: Float64Array
  /** Code of each cell in each column. */
  readonly codes: Readonly<Record<string, Int32Array>>
  readonly levels: Readonly<Record<string, readonly string[]>>
}

/** What cells are made of: rows with hours, each with its trip. */
export interface CellSource {
  readonly hours: ArrayLike<number>
  readonly strikes: ArrayLike<number>
  readonly trip: Factor
  readonly factors: Readonly<Record<string, Factor>>
}

/** The cells of chosen rows, by some columns. Rows of a trip must stand together. */
export function cellsOf(source: CellSource, rows: readonly number[], columns: readonly string[]): Cells {
  const factors = columns.map((name) => {
    const factor = source.factors[name]
    if (!factor) throw new RangeError(`the segments were not laid out by ${name}`)
    return factor
  })
  const trips = new Map<number, number>()
  const [trip, hours, strikes]: [number[], number[], number[]] = [[], [], []]
  const codes = factors.map((): number[] => [])
  let known = new Map<string, number>()
  for (const row of rows) {
    const tripCode = at(source.trip.codes, row)
    if (!trips.has(tripCode)) {
      trips.set(tripCode, trips.size)
      known = new Map()
    }
    const own = factors.map((factor) => at(factor.codes, row))
    const key = own.join(' ')
    let cell = known.get(key)
    if (cell === undefined) {
      cell = hours.length
      known.set(key, cell)
      trip.push(trips.size - 1)
      hours.push(0)
      strikes.push(0)
      own.forEach((code, c) => at(codes, c).push(code))
    }
    hours[cell] = at(hours, cell) + at(source.hours, row)
    strikes[cell] = at(strikes, cell) + at(source.strikes, row)
  }
  return {
    count: hours.length,
    trip: Int32Array.from(trip),
    tripNames: [...trips.keys()].map((code) => at(source.trip.levels, code)),
    hours: Float64Array.from(hours),
    strikes: Float64Array.from(strikes),
    codes: Object.fromEntries(columns.map((name, c) => [name, Int32Array.from(at(codes, c))])),
    levels: Object.fromEntries(columns.map((name, c) => [name, at(factors, c).levels])),
  }
}

/** Sums of a value by trip. */
export function byTrip(
  { trip, tripNames }: Pick<Cells, 'trip' | 'tripNames'>,
  values: ArrayLike<number>,
): Float64Array {
  const sums = new Float64Array(tripNames.length)
  for (let c = 0; c < trip.length; c++) {
    const t = trip[c]!
    sums[t]! += values[c]!
  }
  return sums
}
