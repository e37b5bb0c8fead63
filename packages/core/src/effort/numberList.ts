/** Numbers as they come, as many as come: a list that takes no room for each of them, nor time to be made a column. */
export class NumberList {
  private held = new Float64Array(1024)
  length = 0

  push(value: number): void {
    if (this.length === this.held.length) {
      const grown = new Float64Array(2 * this.length)
      grown.set(this.held)
      this.held = grown
    }
    this.held[this.length++] = value
  }

  numbers(): Float64Array {
    return this.held.slice(0, this.length)
  }

  wholes(): Int32Array {
    return new Int32Array(this.held.subarray(0, this.length))
  }

  /** How often each of the first `count` whole numbers stands in the list. */
  tally(count: number): Int32Array {
    const times = new Int32Array(count)
    for (let i = 0; i < this.length; i++) {
      const whole = this.held[i] ?? 0
      times[whole] = (times[whole] ?? 0) + 1
    }
    return times
  }
}
