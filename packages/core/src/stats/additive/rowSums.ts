import type { Arrowhead, Kernel, Lines, Square } from '../../numerics/index.ts'
import type { SparseRows } from './sparseRows.ts'
import { tripColumns } from './tripColumns.ts'
import type { TripColumns } from './tripColumns.ts'

const NUMBER = Float64Array.BYTES_PER_ELEMENT
const INDEX = Int32Array.BYTES_PER_ELEMENT

/** What rows say of a precision: X'WX, of which only the lower triangle, and the same with trips. */
export interface Weighed {
  readonly dense: Square
  readonly joint: Lines
  readonly ofTrips: Float64Array
}

/** Sums over sparse rows and a number of columns, worked out in the kernel's memory: once it is given to other rows, these are of no more use. */
export class RowSums {
  private readonly at
  private readonly ofTrips: TripColumns

  constructor(
    readonly data: SparseRows,
    readonly columns: number,
    private readonly kernel: Kernel,
  ) {
    const { rows, starts, column, value, trip, trips } = data
    this.ofTrips = tripColumns(data, columns)
    const { places, ...joint } = this.ofTrips
    const entries = joint.column.length
    this.at = this.kernel.lay({
      ...{ starts: starts.byteLength, column: column.byteLength, value: value.byteLength, trip: rows * INDEX },
      ...{ weights: rows * NUMBER, own: rows * NUMBER, apart: rows * NUMBER, places: places.byteLength },
      ...{ square: columns * columns * NUMBER, half: columns * NUMBER, across: trips * columns * NUMBER },
      ...{ jointStarts: joint.starts.byteLength, jointColumn: entries * INDEX, joint: entries * NUMBER },
      ...{ ofTrips: trips * NUMBER, squares: trips * NUMBER },
    })
    this.kernel.setLines(this.at, { starts, column, value })
    this.kernel.integers(this.at.places, places.length).set(places)
    this.kernel.integers(this.at.jointStarts, joint.starts.length).set(joint.starts)
    this.kernel.integers(this.at.jointColumn, entries).set(joint.column)
    if (trips > 0) this.kernel.integers(this.at.trip, rows).set(trip)
  }

  /** X·b, row by row, until the next is asked for. */
  totals(factors: Float64Array): Float64Array {
    const { starts, column, value, half, own } = this.at
    const { rows } = this.data
    this.kernel.numbers(half, this.columns).set(factors)
    this.kernel.run.totalsOfRows(starts, column, value, rows, half, own)
    return this.kernel.numbers(own, rows)
  }

  /** X'w, column by column, until the next is asked for. */
  sums(weights: Float64Array): Float64Array {
    const { at, columns } = this
    const { rows } = this.data
    this.kernel.numbers(at.weights, rows).set(weights)
    const sums = this.kernel.numbers(at.half, columns).fill(0)
    this.kernel.run.sumsOfRows(at.starts, at.column, at.value, rows, at.weights, at.half)
    return sums
  }

  /** Σ weight·(trip, x) over some rows: trips first, then columns. */
  sumsOf(picked: Int32Array, weights: Float64Array): Float64Array {
    const { at, columns } = this
    const { trips } = this.data
    // A list of rows is no longer than the rows are, and none is worked on now.
    this.kernel.integers(at.apart, picked.length).set(picked)
    this.kernel.numbers(at.weights, picked.length).set(weights)
    const sums = this.kernel.numbers(at.half, columns).fill(0)
    const ofTrips = this.kernel.numbers(at.ofTrips, trips).fill(0)
    this.kernel.run.sumsOfPicked(
      ...([at.starts, at.column, at.value, at.trip, at.apart] as const),
      ...([at.weights, picked.length, trips, at.half, at.ofTrips] as const),
    )
    const both = new Float64Array(trips + columns)
    both.set(ofTrips)
    both.set(sums, trips)
    return both
  }

  /** X'WX for the weights of the rows. */
  weigh(weights: Float64Array): Weighed {
    const { at, columns: m } = this
    const { rows, trips } = this.data
    this.kernel.numbers(at.weights, rows).set(weights)
    const dense = this.kernel.numbers(at.square, m * m).fill(0)
    const joint = this.kernel.numbers(at.joint, this.ofTrips.column.length).fill(0)
    const ofTrips = this.kernel.numbers(at.ofTrips, trips).fill(0)
    const { starts, column, value, trip } = at
    this.kernel.run.weigh(
      ...([starts, column, value, trip, at.weights, rows, m, trips] as const),
      ...([at.places, at.square, at.joint, at.ofTrips] as const),
    )
    const { starts: lines, column: touched } = this.ofTrips
    return {
      dense: dense.slice(),
      joint: { starts: lines, column: touched, value: joint.slice() },
      ofTrips: ofTrips.slice(),
    }
  }

  /** Σ b·bᵀ/d² over the trips, of which only the lower triangle: what tells of their variances together. */
  squaresOfTrips({ joint, diagonal }: Arrowhead): Square {
    const { at, columns: m } = this
    const { trips } = this.data
    this.kernel.numbers(at.joint, joint.value.length).set(joint.value)
    this.kernel.numbers(at.ofTrips, trips).set(diagonal.map((d) => d * d))
    const taken = this.kernel.numbers(at.square, m * m).fill(0)
    this.kernel.run.takeSchur(at.ofTrips, at.jointStarts, at.jointColumn, at.joint, trips, m, at.square)
    return taken.map((sum) => -sum)
  }

  /** x'Vx of each row, V the covariance of the columns, and the same of the row less what its trip has taken of it. */
  squaresOfRows(
    { joint, diagonal }: Arrowhead,
    covariance: Square,
  ): { readonly own: Float64Array; readonly apart: Float64Array } {
    const { at, columns: m } = this
    const { rows, trips } = this.data
    const { starts, column, value, trip } = at
    this.kernel.numbers(at.square, m * m).set(covariance)
    this.kernel.numbers(at.joint, joint.value.length).set(joint.value)
    this.kernel.numbers(at.ofTrips, trips).set(diagonal)
    this.kernel.numbers(at.across, trips * m).fill(0)
    this.kernel.run.acrossGroups(
      ...([at.square, at.jointStarts, at.jointColumn, at.joint, at.ofTrips] as const),
      ...([trips, m, at.across, at.squares] as const),
    )
    this.kernel.run.squaresOfRows(
      ...([starts, column, value, trip, rows, at.square, m] as const),
      ...([at.across, at.squares, trips, at.own, at.apart] as const),
    )
    return { own: this.kernel.numbers(at.own, rows).slice(), apart: this.kernel.numbers(at.apart, rows).slice() }
  }
}
