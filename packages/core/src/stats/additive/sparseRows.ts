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

/** Gathers rows; those of one trip that touch the same columns alike become one. */
export class RowGatherer {
  private readonly places = new Map<string, number>()
  private readonly entries: SparseRow[] = []
  private readonly events: number[] = []
  private readonly hours: number[] = []
  private readonly trip: number[] = []

  /** The row it went into. */
  add(row: SparseRow, events: number, hours: number, trip: number): number {
    const key = `${trip} ${row.map(([column, value]) => `${column}:${value}`).join()}`
    const known = this.places.get(key)
    if (known !== undefined) {
      this.events[known] = (this.events[known] ?? 0) + events
      this.hours[known] = (this.hours[known] ?? 0) + hours
      return known
    }
    const place = this.entries.length
    this.places.set(key, place)
    this.entries.push(row)
    this.events.push(events)
    this.hours.push(hours)
    this.trip.push(trip)
    return place
  }

  rows(trips: number): SparseRows {
    const starts = new Int32Array(this.entries.length + 1)
    this.entries.forEach((row, i) => (starts[i + 1] = starts[i]! + row.length))
    const column = new Int32Array(starts.at(-1) ?? 0)
    const value = new Float64Array(column.length)
    let k = 0
    for (const row of this.entries)
      for (const [c, v] of [...row].sort(([one], [other]) => one - other)) {
        column[k] = c
        value[k++] = v
      }
    return {
      rows: this.entries.length,
      starts,
      column,
      value,
      events: Float64Array.from(this.events),
      logHours: Float64Array.from(this.hours, Math.log),
      trip: Int32Array.from(this.trip),
      trips,
    }
  }
}

/** The same rows without some columns; `kept` names each column that stays, in order. */
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
