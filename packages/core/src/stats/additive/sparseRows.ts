/** Rows of counts over hours with the columns each touches, row after row; what a row does not name is nought. */
export interface SparseRows {
  readonly rows: number
  /** Where each row begins in `column` and `value`; one more than rows. */
  readonly starts: Int32Array
  readonly column: Int32Array
  readonly value: Float64Array
  readonly events: Float64Array
  readonly logHours: Float64Array
  /** The trip of each row, from nought. */
  readonly trip: Int32Array
  readonly trips: number
}

/** Columns that a row touches, with their values. */
export type SparseRow = readonly (readonly [column: number, value: number])[]

/** Gathers rows; those of one trip that touch the same columns alike become one. Numbers are laid end to end: an array for each would be most of what a large fit keeps. */
export class RowGatherer {
  private readonly ofTrip = new Map<number, number[]>()
  private readonly starts = [0]
  /** Where the row to come begins. */
  private begin = 0
  private readonly column: number[] = []
  private readonly value: number[] = []
  private readonly events: number[] = []
  private readonly hours: number[] = []
  private readonly trip: number[] = []

  /** The row it went into. */
  add(row: SparseRow, events: number, hours: number, trip: number): number {
    for (const [column, value] of row) this.touch(column, value)
    return this.close(events, hours, trip)
  }

  /** Lays a column of the row to come behind all others, in the order of its columns: they come nearly so. */
  touch(own: number, one: number): void {
    const { column, value } = this
    const begin = this.begin
    let k = column.length
    for (; k > begin && column[k - 1]! > own; k--) {
      column[k] = column[k - 1]!
      value[k] = value[k - 1]!
    }
    column[k] = own
    value[k] = one
  }

  /** What was touched since the last is a row. Returned: the row it went into. */
  close(events: number, hours: number, trip: number): number {
    const place = this.events.length
    const others = this.ofTrip.get(trip) ?? []
    const known = others.find((other) => this.isAsLast(other))
    if (known !== undefined) {
      this.column.length = this.value.length = this.begin
      this.events[known]! += events
      this.hours[known]! += hours
      return known
    }
    this.ofTrip.set(trip, others)
    others.push(place)
    this.begin = this.column.length
    this.starts.push(this.begin)
    this.events.push(events)
    this.hours.push(hours)
    this.trip.push(trip)
    return place
  }

  rows(trips: number): SparseRows {
    return {
      rows: this.events.length,
      starts: new Int32Array(this.starts),
      column: new Int32Array(this.column),
      value: new Float64Array(this.value),
      events: new Float64Array(this.events),
      logHours: Float64Array.from(this.hours, Math.log),
      trip: new Int32Array(this.trip),
      trips,
    }
  }

  /** Whether a row is as the one laid last. */
  private isAsLast(other: number): boolean {
    const { begin } = this
    const from = this.starts[other]!
    const size = this.column.length - begin
    if (this.starts[other + 1]! - from !== size) return false
    for (let k = 0; k < size; k++)
      if (this.column[from + k] !== this.column[begin + k] || this.value[from + k] !== this.value[begin + k])
        return false
    return true
  }
}

/**
 * Σ of what each row touches, times as much: X·b.
 *
 * Given      rows, and a weight for each column
 * Returned   a number a row
 */
export function rowTotals({ rows, starts, column, value }: SparseRows, weights: Float64Array): Float64Array {
  const totals = new Float64Array(rows)
  for (let i = 0; i < rows; i++) {
    let sum = 0
    for (let k = starts[i]!; k < starts[i + 1]!; k++) sum += value[k]! * weights[column[k]!]!
    totals[i] = sum
  }
  return totals
}

/**
 * The same rows without some columns; `kept` names each column that stays, in order.
 *
 * Given      rows, the columns that stay in rising order, and how many columns there were
 * Returned   rows of as many entries or fewer, columns numbered anew; the given ones are not changed
 */
export function withColumns(data: SparseRows, kept: Int32Array, columns: number): SparseRows {
  const place = new Int32Array(columns).fill(-1)
  kept.forEach((column, i) => (place[column] = i))
  const starts = new Int32Array(data.rows + 1)
  const column = new Int32Array(data.column.length)
  const value = new Float64Array(data.column.length)
  let next = 0
  for (let i = 0; i < data.rows; i++) {
    for (let k = data.starts[i]!; k < data.starts[i + 1]!; k++) {
      const own = place[data.column[k]!]!
      if (own < 0) continue
      column[next] = own
      value[next++] = data.value[k]!
    }
    starts[i + 1] = next
  }
  return { ...data, starts, column: column.slice(0, next), value: value.slice(0, next) }
}

/** What rows say of each column: column c has entries from starts[c] up to starts[c + 1], in the order of their rows. */
export interface SparseColumns {
  readonly starts: Int32Array
  readonly row: Int32Array
  readonly value: Float64Array
}

/**
 * Rows turned to columns.
 *
 * Given      rows, and how many columns there are
 * Returned   of each column its entries in the order of the rows
 */
export function byColumn({ rows, starts, column, value }: SparseRows, columns: number): SparseColumns {
  const begins = new Int32Array(columns + 1)
  for (const c of column) begins[c + 1]!++
  for (let c = 0; c < columns; c++) begins[c + 1]! += begins[c]!
  const next = begins.slice()
  const turned = { starts: begins, row: new Int32Array(column.length), value: new Float64Array(column.length) }
  for (let i = 0; i < rows; i++)
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const place = next[column[k]!]!++
      turned.row[place] = i
      turned.value[place] = value[k]!
    }
  return turned
}
