const FIRST_ROWS = 1024

/** Codes in rows of one width, as many rows as come; read out by column. */
export class CodeRows {
  private codes: Int32Array
  private rows = 0

  constructor(private readonly width: number) {
    this.codes = new Int32Array(FIRST_ROWS * width)
  }

  /** Copies a row. */
  push(row: Int32Array): void {
    const from = this.rows * this.width
    if (from + this.width > this.codes.length) {
      const grown = new Int32Array(2 * this.codes.length)
      grown.set(this.codes)
      this.codes = grown
    }
    this.codes.set(row, from)
    this.rows++
  }

  column(index: number): Int32Array {
    const column = new Int32Array(this.rows)
    for (let row = 0, i = index; row < this.rows; row++, i += this.width) column[row] = this.codes[i] ?? 0
    return column
  }
}
