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
 * Classes told apart by fewer columns: `of`, `example` and `shardOf` then speak of the finer classes and their shards. A pattern that joins
 * three conditions is a handful of classes told apart by those three, where it is thousands of all; what it adds up is the same.
 */
export function coarser(finer: Classes, cells: Cells, columns: readonly string[]): Classes {
  const own = columns.map((name) => cells.codes[name] ?? new Int32Array(cells.count))
  const radix = columns.map((name) => cells.levels[name]?.length ?? 1)
  const known = new Map<number, number>()
  const of = new Int32Array(finer.count)
  const example: number[] = []
  for (let one = 0; one < finer.count; one++) {
    const c = finer.cellOf[one]!
    let key = 0
    for (let k = 0; k < own.length; k++) key = key * (radix[k] ?? 1) + (own[k]?.[c] ?? 0)
    let found = known.get(key)
    if (found === undefined) {
      known.set(key, (found = example.length))
      example.push(one)
    }
    of[one] = found
  }
  const count = example.length
  return {
    ...{ count, of, trips: finer.trips },
    cellOf: Int32Array.from(example, (one) => finer.cellOf[one]!),
    hours: byClass({ count, of }, finer.hours),
    ...mergedShards(finer, of, count),
  }
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
  for (const one of chosen) wanted[one] = 1
  const cells: number[] = []
  of.forEach((one, c) => {
    if (wanted[one] === 1) cells.push(c)
  })
  return new Int32Array(cells)
}
