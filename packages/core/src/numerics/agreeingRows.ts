/** Which rows agree in every column, as cells numbered in the order they first appear. */
export interface Agreeing {
  /** Cell of each row. */
  readonly cellOf: Int32Array
  /** The first row of each cell. */
  readonly first: Int32Array
}

/** Given      columns of codes from 0 up, each with as many rows */
export function agreeingRows(columns: readonly Int32Array[], rows: number): Agreeing {
  let cellOf = new Int32Array(rows)
  for (const codes of columns) {
    const base = codes.reduce((most, code) => Math.max(most, code), 0) + 1
    const known = new Map<number, number>()
    cellOf = cellOf.map((cell, row) => {
      const key = cell * base + codes[row]!
      const found = known.get(key) ?? known.size
      if (found === known.size) known.set(key, found)
      return found
    })
  }
  const first: number[] = []
  cellOf.forEach((cell, row) => {
    if (cell === first.length) first.push(row)
  })
  return { cellOf, first: Int32Array.from(first) }
}
