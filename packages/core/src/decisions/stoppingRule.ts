import { at } from '../checked/index.ts'
import type { RateBelief } from './drySpell.ts'

/** Beyond so many bouts at one spot nobody leaves it: the rest of the day there is the value. */
const MOST_BOUTS = 30
const TAIL = 1e-7

export interface StoppingProblem {
  /** What is known of the rate where one stands, and of one at a spot not fished yet today; bouts an hour. */
  readonly spot: RateBelief
  readonly elsewhere: RateBelief
  /** All in steps. */
  readonly stepsLeft: number
  readonly travelSteps: number
  /** Hours of usual fishing that a step is worth: the step's length times the luck of the day. */
  readonly stepHours: number
}

/**
 * When to leave a spot, by backward induction over the steps that are left.
 *
 *   V(l, t, n) = max{ W(l − τ), E[y + V(l − 1, t + 1, n + y)] },  y ~ NegBin of Gamma(α + n, β + tδ) over a step δ,  W(l) = V(l, 0, 0) elsewhere
 *
 * Given      beliefs in bouts an hour; spots elsewhere are alike and new, and there are always more of them
 * Source     McNamara, Theor. Popul. Biol. 21 (1982) 269, solved with the value of waiting for news (Bellman 1957)
 * Check      Gamma(1, 1) everywhere, a quarter of an hour between spots, 8 hours: 12.48 bouts
 */
export class StoppingRule {
  /** The value of a new spot with so many steps left. */
  private readonly fresh: Float64Array
  /** The value of going on, by steps since now and bouts since now. */
  private readonly staying: readonly Float64Array[]

  constructor(private readonly problem: StoppingProblem) {
    this.fresh = new Float64Array(problem.stepsLeft + 1)
    const elsewhere = new SpotValues(problem.elsewhere, problem)
    for (let left = 1; left <= problem.stepsLeft; left++) {
      elsewhere.next(left, this.leaving(left))
      this.fresh[left] = elsewhere.value(0, 0)
    }
    const here = new SpotValues(problem.spot, problem)
    this.staying = Array.from({ length: problem.stepsLeft }, (_, i) => here.next(i + 1, this.leaving(i + 1))).reverse()
  }

  /** Bouts to be expected from now on, the best being done: by staying for now, and by leaving now (−∞ where there is no time to). */
  get now(): { readonly stay: number; readonly leave: number } {
    return { stay: this.stay(0, 0), leave: this.leaving(this.problem.stepsLeft) }
  }

  /** Whether to leave after so many steps and bouts from now. */
  leaves(steps: number, bouts: number): boolean {
    return this.leaving(this.problem.stepsLeft - steps) > this.stay(steps, bouts)
  }

  private stay(steps: number, bouts: number): number {
    const going = this.staying[steps]
    return going === undefined ? 0 : bouts < MOST_BOUTS ? at(going, steps * MOST_BOUTS + bouts) : Infinity
  }

  private leaving(left: number): number {
    return left > this.problem.travelSteps ? at(this.fresh, left - this.problem.travelSteps) : -Infinity
  }
}

/** The values of one sort of spot, worked backwards: with so many steps left, by the steps and bouts spent there. */
class SpotValues {
  private values: Float64Array
  /** Chances of 0, 1, 2 … bouts in the next step, by steps and bouts spent there. */
  private readonly chances: readonly Float64Array[]

  constructor(
    private readonly belief: RateBelief,
    private readonly problem: StoppingProblem,
  ) {
    const { stepsLeft, stepHours } = problem
    this.values = new Float64Array((stepsLeft + 1) * MOST_BOUTS)
    this.chances = Array.from({ length: stepsLeft * MOST_BOUTS }, (_, place) =>
      boutsOfStep(
        belief.shape + (place % MOST_BOUTS),
        belief.rate + Math.floor(place / MOST_BOUTS) * stepHours,
        stepHours,
      ),
    )
  }

  value(steps: number, bouts: number): number {
    return at(this.values, steps * MOST_BOUTS + bouts)
  }

  /** One step earlier; `leaving` is what leaving is worth then. Returned: the value of going on, by steps and bouts. */
  next(left: number, leaving: number): Float64Array {
    const places = (this.problem.stepsLeft - left + 1) * MOST_BOUTS
    const going = new Float64Array(places)
    const best = new Float64Array(this.values.length)
    for (let place = 0; place < places; place++) {
      const value = this.goOn(left, place)
      going[place] = value
      best[place] = Math.max(leaving, value)
    }
    this.values = best
    return going
  }

  private goOn(left: number, place: number): number {
    const chances = at(this.chances, place)
    const [values, n] = [this.values, place % MOST_BOUTS]
    const [after, inTable] = [place + MOST_BOUTS, Math.min(chances.length, MOST_BOUTS - n)]
    let sum = 0
    for (let y = 0; y < inTable; y++) sum += (chances[y] ?? 0) * (y + (values[after + y] ?? 0))
    for (let y = inTable; y < chances.length; y++)
      sum += (chances[y] ?? 0) * (y + this.toTheEnd(left - 1, (place - n) / MOST_BOUTS + 1, n + y))
    return sum
  }

  private toTheEnd(left: number, steps: number, bouts: number): number {
    const { stepHours } = this.problem
    return ((this.belief.shape + bouts) / (this.belief.rate + steps * stepHours)) * left * stepHours
  }
}

/** Chances of 0, 1, 2 … bouts in so many hours at a rate from Gamma(shape, rate); the last takes what is left of them. */
function boutsOfStep(shape: number, rate: number, hours: number): Float64Array {
  const miss = hours / (rate + hours)
  const chances: number[] = []
  let [chance, left] = [(rate / (rate + hours)) ** shape, 1]
  for (let y = 0; left > TAIL && y < MOST_BOUTS; y++) {
    chances.push(chance)
    left -= chance
    chance *= ((shape + y) / (y + 1)) * miss
  }
  chances[chances.length - 1] = (chances.at(-1) ?? 0) + Math.max(0, left)
  return Float64Array.from(chances)
}
