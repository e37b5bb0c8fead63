/** The heaviest fish up to a limit; one serves all runs. */
export class HeaviestFish {
  private readonly grams: Float64Array
  private count = 0

  constructor(private readonly limit: number) {
    this.grams = new Float64Array(limit)
  }

  get isFull(): boolean {
    return this.count >= this.limit
  }

  empty(): void {
    this.count = 0
  }

  /** Keeps the heaviest first; the lightest of a full bag goes. */
  add(grams: number): void {
    if (this.isFull && !(grams > (this.grams[this.count - 1] ?? Infinity))) return
    let place = this.isFull ? this.count - 1 : this.count++
    for (; place > 0 && this.grams[place - 1]! < grams; place--) this.grams[place] = this.grams[place - 1]!
    this.grams[place] = grams
  }

  weigh(withG: number): number {
    let total = withG
    for (let i = 0; i < this.count; i++) total += this.grams[i]!
    return total
  }
}
