import type { Arrowhead, Kernel, Square } from '../../numerics/index.ts'
import type { SparseRows } from './sparseRows.ts'

const NUMBER = Float64Array.BYTES_PER_ELEMENT
const INDEX = Int32Array.BYTES_PER_ELEMENT

/** What rows say of a precision: X'WX, of which only the lower triangle, and the same with trips. */
export interface Weighed {
  readonly dense: Square
  readonly joint: Float64Array
  readonly ofTrips: Float64Array
}

/** Sums over sparse rows and a number of columns, worked out in the kernel's memory: once it is given to other rows, these are of no more use. */
export class RowSums {
  private readonly at

  constructor(
    readonly data: SparseRows,
    readonly columns: number,
    private readonly kernel: Kernel,
  ) {
    const { rows, starts, column, value, trip, trips } = data
    const joint = trips * columns * NUMBER
    this.at = this.kernel.lay({
      ...{ starts: starts.byteLength, column: column.byteLength, value: value.byteLength, trip: rows * INDEX },
      ...{ weights: rows * NUMBER, own: rows * NUMBER, apart: rows * NUMBER },
      ...{ square: columns * columns * NUMBER, joint, halves: joint, ofTrips: trips * NUMBER, half: columns * NUMBER },
    })
    this.kernel.integers(this.at.starts, starts.length).set(starts)
    this.kernel.integers(this.at.column, column.length).set(column)
    this.kernel.numbers(this.at.value, value.length).set(value)
    if (trips > 0) this.kernel.integers(this.at.trip, rows).set(trip)
  }

  /** X'WX for the weights of the rows. */
  weigh(weights: Float64Array): Weighed {
    const { at, columns: m } = this
    const { rows, trips } = this.data
    this.kernel.numbers(at.weights, rows).set(weights)
    const dense = this.kernel.numbers(at.square, m * m).fill(0)
    const joint = this.kernel.numbers(at.joint, trips * m).fill(0)
    const ofTrips = this.kernel.numbers(at.ofTrips, trips).fill(0)
    const { starts, column, value, trip } = at
    this.kernel.run.weigh(
      ...([starts, column, value, trip, at.weights, rows, m, trips, at.square, at.joint, at.ofTrips] as const),
    )
    return { dense: dense.slice(), joint: joint.slice(), ofTrips: ofTrips.slice() }
  }

  /** |L⁻¹·b/d|² of each trip. `columns`: L⁻¹ of the system's factor, transposed. */
  squaresOfTrips(system: Arrowhead, columns: Square): Float64Array {
    const m = this.columns
    const halves = this.halvesOfTrips(system, columns)
    return Float64Array.from({ length: this.data.trips }, (_, t) => {
      let sum = 0
      for (let k = t * m; k < (t + 1) * m; k++) sum += halves[k]! ** 2
      return sum
    })
  }

  /** |L⁻¹·x|² of each row, and the same with the half of its trip taken from it. */
  squaresOfRows(system: Arrowhead, columns: Square): { readonly own: Float64Array; readonly apart: Float64Array } {
    this.halvesOfTrips(system, columns)
    const { at, columns: m } = this
    const { rows, trips } = this.data
    const { starts, column, value, trip } = at
    this.kernel.run.squaresOfRows(
      ...([starts, column, value, trip, rows, at.square, m] as const),
      ...([at.halves, trips, at.half, at.own, at.apart] as const),
    )
    return { own: this.kernel.numbers(at.own, rows).slice(), apart: this.kernel.numbers(at.apart, rows).slice() }
  }

  private halvesOfTrips({ joint, diagonal }: Arrowhead, columns: Square): Float64Array {
    const { at, columns: m } = this
    const { trips } = this.data
    this.kernel.numbers(at.square, m * m).set(columns)
    this.kernel.numbers(at.joint, trips * m).set(joint)
    this.kernel.numbers(at.ofTrips, trips).set(diagonal)
    const halves = this.kernel.numbers(at.halves, trips * m).fill(0)
    this.kernel.run.halvesOfGroups(at.square, at.joint, at.ofTrips, trips, m, at.halves)
    return halves
  }
}
