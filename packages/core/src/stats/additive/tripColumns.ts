import type { Lines } from '../../numerics/index.ts'
import type { SparseRows } from './sparseRows.ts'

/** The columns that the rows of each trip touch, and of each entry of the rows which of these it is. */
export interface TripColumns extends Pick<Lines, 'starts' | 'column'> {
  readonly places: Int32Array
}

/**
 * What joins trips and columns, laid out once: the numbers change from step to step, their places do not.
 *
 * Given      rows of trips, and how many columns there are
 * Returned   columns rising within each trip; without trips all is empty
 */
export function tripColumns(data: SparseRows, columns: number): TripColumns {
  const { trips, starts: begins, column: touched } = data
  const starts = new Int32Array(trips + 1)
  const column: number[] = []
  const places = new Int32Array(touched.length)
  const place = new Int32Array(columns)
  const seenIn = new Int32Array(columns).fill(-1)
  rowsByTrip(data).forEach((rows, t) => {
    const own: number[] = []
    for (const i of rows)
      for (let k = begins[i]!; k < begins[i + 1]!; k++) {
        const c = touched[k]!
        if (seenIn[c] === t) continue
        seenIn[c] = t
        own.push(c)
      }
    own.sort((one, other) => one - other)
    for (const c of own) place[c] = column.push(c) - 1
    for (const i of rows) for (let k = begins[i]!; k < begins[i + 1]!; k++) places[k] = place[touched[k]!]!
    starts[t + 1] = column.length
  })
  return { starts, column: Int32Array.from(column), places }
}

function rowsByTrip({ rows, trip, trips }: SparseRows): number[][] {
  const byTrip = Array.from({ length: trips }, (): number[] => [])
  if (trips > 0) for (let i = 0; i < rows; i++) byTrip[trip[i]!]!.push(i)
  return byTrip
}
