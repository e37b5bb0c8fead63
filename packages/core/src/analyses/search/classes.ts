import { at } from '../../checked/index.ts'
import { agreeingRows } from '../../numerics/index.ts'
import type { Cells } from './cells.ts'

/**
 * Cells that agree in every column that patterns are made of, whatever their trip: no pattern tells them apart, so that a pattern is a
 * list of classes, and what it adds up is added up by class once. Only what depends on trips is gone through shard by shard.
 */
export interface Classes {
  readonly count: number
  /** Class of each cell, counted from 0. */
  readonly of: Int32Array
  /** A cell of each class. */
  readonly cellOf: Int32Array
  readonly hours: Float64Array
  /** How many trips the cells are of. */
  readonly trips: number
  /** A shard is what a class has on one trip. Those of a class stand together, from `first[class]` up to, not including, `first[class + 1]`. */
  readonly first: Int32Array
  /** Trip of each shard. */
  readonly trip: Int32Array
  /** Shard of each cell. */
  readonly shardOf: Int32Array
}

/** The classes of cells by some columns. */
export function classesOf(cells: Cells, columns: readonly string[]): Classes {
  const { cellOf: of, first } = agreeingRows(
    columns.map((name) => cells.codes[name] ?? new Int32Array(cells.count)),
    cells.count,
  )
  const count = first.length
  const shards = shardsOf(cells, of, count)
  return {
    count,
    of,
    cellOf: first,
    hours: byClass({ count, of }, cells.hours),
    trips: cells.tripNames.length,
    ...shards,
  }
}

/** Cells come trip by trip, so that the cells of a class on a trip follow one another among those of the class. */
function shardsOf(
  { trip, count: cellCount }: Cells,
  of: Int32Array,
  count: number,
): Pick<Classes, 'first' | 'trip' | 'shardOf'> {
  const last = new Int32Array(count).fill(-1)
  const first = new Int32Array(count + 1)
  const begins = new Uint8Array(cellCount)
  for (let c = 0; c < cellCount; c++) {
    const one = at(of, c)
    if (at(last, one) === at(trip, c)) continue
    last[one] = at(trip, c)
    begins[c] = 1
    first[one + 1] = at(first, one + 1) + 1
  }
  for (let one = 0; one < count; one++) first[one + 1] = at(first, one + 1) + at(first, one)
  const next = first.slice()
  const trips = new Int32Array(at(first, count))
  const shardOf = new Int32Array(cellCount)
  for (let c = 0; c < cellCount; c++) {
    const one = at(of, c)
    if (begins[c] === 1) {
      trips[at(next, one)] = at(trip, c)
      next[one] = at(next, one) + 1
    }
    shardOf[c] = at(next, one) - 1
  }
  return { first, trip: trips, shardOf }
}

/**
 * Classes told apart by fewer columns, in the order of their levels, the first column's first: `of`, `cellOf` and `shardOf` then speak of the
 * finer classes and their shards. A pattern that joins three conditions is a handful of classes told apart by those three, where it is
 * thousands of all; what it adds up is the same.
 */
export function coarser(finer: Classes, cells: Cells, columns: readonly string[]): Classes {
  const keys = keysOf(finer, cells, columns)
  const told = new Map([...new Set(keys)].sort((a, b) => a - b).map((key, one) => [key, one]))
  const count = told.size
  const of = new Int32Array(finer.count)
  const cellOf = new Int32Array(count)
  for (let one = 0; one < finer.count; one++) {
    const found = told.get(keys[one]!)!
    of[one] = found
    cellOf[found] = finer.cellOf[one]!
  }
  return {
    count,
    of,
    cellOf,
    trips: finer.trips,
    hours: byClass({ count, of }, finer.hours),
    ...mergedShards(finer, of, count),
  }
}

/** Of each class a number that is the same for those that agree in all columns, in mixed radix. */
function keysOf({ cellOf, count }: Classes, cells: Cells, columns: readonly string[]): Float64Array {
  const keys = new Float64Array(count)
  for (const name of columns) {
    const [codes, radix] = [cells.codes[name], cells.levels[name]?.length ?? 1]
    for (let one = 0; one < count; one++) keys[one] = keys[one]! * radix + (codes ? codes[cellOf[one]!]! : 0)
  }
  return keys
}

function mergedShards(finer: Classes, of: Int32Array, count: number): Pick<Classes, 'first' | 'trip' | 'shardOf'> {
  const from = new Int32Array(count + 1)
  for (const one of of) from[one + 1]! += 1
  for (let one = 0; one < count; one++) from[one + 1]! += from[one]!
  const [next, members] = [from.slice(), new Int32Array(finer.count)]
  of.forEach((one, f) => {
    members[next[one]!] = f
    next[one]! += 1
  })
  const first = new Int32Array(count + 1)
  const trip = new Int32Array(finer.trip.length)
  const shardOf = new Int32Array(finer.trip.length)
  // The shard of the class looked at that each trip has; those under `first` are of classes before it.
  const known = new Int32Array(finer.trips).fill(-1)
  let shards = 0
  for (let one = 0; one < count; one++) {
    first[one] = shards
    for (let m = from[one]!; m < from[one + 1]!; m++) {
      const f = members[m]!
      for (let shard = finer.first[f]!; shard < finer.first[f + 1]!; shard++) {
        const t = finer.trip[shard]!
        if ((known[t] ?? -1) < first[one]!) {
          known[t] = shards
          trip[shards++] = t
        }
        shardOf[shard] = known[t]!
      }
    }
  }
  first[count] = shards
  return { first, trip: trip.slice(0, shards), shardOf }
}

/** Sums of a value of the cells by class. */
export const byClass = ({ of, count }: Pick<Classes, 'of' | 'count'>, values: ArrayLike<number>): Float64Array =>
  sums(of, count, values)

/** Sums of a value of the cells by shard. */
export const byShard = ({ shardOf, trip }: Classes, values: ArrayLike<number>): Float64Array =>
  sums(shardOf, trip.length, values)

function sums(of: Int32Array, count: number, values: ArrayLike<number>): Float64Array {
  const added = new Float64Array(count)
  for (let c = 0; c < of.length; c++) {
    const one = of[c]!
    added[one]! += values[c]!
  }
  return added
}

/** The cells of a pattern, or of what its classes are made of, in their order. */
export function cellsIn({ of, count }: Classes, chosen: Int32Array): Int32Array {
  const wanted = new Uint8Array(count)
  for (let i = 0; i < chosen.length; i++) wanted[chosen[i]!] = 1
  const cells = new Int32Array(of.length)
  let found = 0
  for (let c = 0; c < of.length; c++) {
    cells[found] = c
    found += wanted[of[c]!]!
  }
  return cells.slice(0, found)
}
