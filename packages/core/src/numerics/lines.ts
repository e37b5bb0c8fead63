/** Rows of numbers that are mostly nought: row i has entries from starts[i] up to starts[i + 1], in the order of their columns. */
export interface Lines {
  readonly starts: Int32Array
  readonly column: Int32Array
  readonly value: Float64Array
}

/**
 * What is not nought of so many rows of numbers.
 *
 * Given      numbers row by row, and how many rows
 * Source     compressed rows: Golub & Van Loan, Matrix Computations (2013) §11.1.1
 */
export function linesOf(values: Float64Array, rows: number): Lines {
  const m = rows === 0 ? 0 : values.length / rows
  const filled = values.reduce((count, value) => (value === 0 ? count : count + 1), 0)
  const lines = { starts: new Int32Array(rows + 1), column: new Int32Array(filled), value: new Float64Array(filled) }
  let next = 0
  for (let i = 0; i < rows; i++) {
    for (let a = 0; a < m; a++) {
      const value = values[i * m + a]!
      if (value === 0) continue
      lines.column[next] = a
      lines.value[next++] = value
    }
    lines.starts[i + 1] = next
  }
  return lines
}
