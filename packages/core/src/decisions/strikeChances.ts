import { SeededRandom } from '../numerics/index.ts'

/** More strikes nobody has in a day. */
const MOST_STRIKES = 500

/**
 * The chances of a day's strikes, one after the other: drawn as far as somebody asks, and the same for whoever begins the day anew. One
 * serves all runs.
 *
 * Columns by strike: uniform chances of being landed, of being long enough, and of which fish it is.
 */
export class StrikeChances {
  readonly landed = new Float64Array(MOST_STRIKES)
  readonly legal = new Float64Array(MOST_STRIKES)
  readonly picks = new Float64Array(MOST_STRIKES)
  /** The strike that comes next. */
  strike = 0
  /** What is left of the wait for it, at one flurry an hour; endless after the last. */
  rest = Infinity
  private readonly waits = new Float64Array(MOST_STRIKES)
  private readonly follows = new Uint8Array(MOST_STRIKES)
  private readonly followShare: number
  private drawn = 0
  private readonly random = new SeededRandom(0)

  /** `flurry`: mean strikes to a flurry, whose number is geometric. */
  constructor(flurry: number) {
    this.followShare = flurry > 1 ? 1 - 1 / flurry : 0
  }

  /** Another day. */
  draw(seed: number): void {
    this.random.begin(seed)
    this.drawn = 0
  }

  /** The same day from its beginning. */
  rewind(): void {
    this.take(0)
  }

  /** Goes to the next strike. Returned: whether it follows in the flurry of the last one. */
  next(): boolean {
    if (this.strike + 1 < MOST_STRIKES) return this.take(this.strike + 1)
    this.rest = Infinity
    return false
  }

  private take(strike: number): boolean {
    if (strike === this.drawn) this.drawNext()
    this.strike = strike
    this.rest = this.waits[strike]!
    return this.follows[strike] === 1
  }

  private drawNext(): void {
    const { random } = this
    const i = this.drawn++
    // One less a draw is exact: no figure is lost by the plain logarithm, which takes half the time.
    this.waits[i] = -Math.log(1 - random.next())
    this.follows[i] = random.next() < this.followShare ? 1 : 0
    this.landed[i] = random.next()
    this.legal[i] = random.next()
    this.picks[i] = random.next()
  }
}
