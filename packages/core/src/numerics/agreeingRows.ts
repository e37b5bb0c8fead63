/** Which rows agree in every column, as cells numbered in the order they first appear. */
export interface Agreeing {
  /** Cell of each row. */
  readonly cellOf: Int32Array
  /** The first row of each cell. */
  readonly first: Int32Array
}

/** Up to so many keys stand in a table of their own, which is faster than a map. */
const MOST_IN_TABLE = 1 << 16

/** Given      columns of codes from 0 up, each with as many rows */
export function agreeingRows(columns: readonly Int32Array[], rows: number): Agreeing {
  const cellOf = new Int32Array(rows)
  let count = Math.min(1, rows)
  for (const codes of columns) count = tellApart(cellOf, count, codes)
  const first = new Int32Array(count)
  for (let row = 0, next = 0; next < count; row++) if (cellOf[row] === next) first[next++] = row
  return { cellOf, first }
}

/** Numbers cells anew so that rows of one cell agree in these codes too; returns how many there are. */
function tellApart(cellOf: Int32Array, count: number, codes: Int32Array): number {
  let base = 1
  for (let row = 0; row < cellOf.length; row++) base = Math.max(base, codes[row]! + 1)
  const table = count * base <= MOST_IN_TABLE ? new Int32Array(count * base).fill(-1) : undefined
  const known = new Map<number, number>()
  let next = 0
  for (let row = 0; row < cellOf.length; row++) {
    const key = cellOf[row]! * base + codes[row]!
    let cell = table ? table[key]! : (known.get(key) ?? -1)
    if (cell < 0) {
      cell = next++
      if (table) table[key] = cell
      else known.set(key, cell)
    }
    cellOf[row] = cell
  }
  return next
}
