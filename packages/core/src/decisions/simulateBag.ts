import { at } from '../checked/index.ts'
import { drawGamma, drawGeometric, drawNormal, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import type { KnownRate } from './learnGain.ts'

/** A share as it is known: so many of so many, as a Beta. */
export interface KnownShare {
  readonly yes: number
  readonly no: number
}

/** How much the fish of a group of rods weigh: a log-normal, or the own fish themselves where there are enough. */
export interface FishWeights {
  /** Of the natural logarithm of grams. */
  readonly mean: number
  readonly sd: number
  /** Standard error of the mean. */
  readonly error: number
  readonly own?: readonly number[]
}

/** Rods that are fished in turn, and what they bring. */
export interface RodGroup {
  /** Groups of one name are one group in every strategy: what is drawn of it once a run is the same. */
  readonly name: string
  readonly rate: KnownRate
  /** Landed of struck, and long enough of landed. */
  readonly landed: KnownShare
  readonly legal: KnownShare
  readonly weights: FishWeights
}

/** A stretch of the day with a group of rods in hand, in hours of the clock. */
export interface BagStep {
  readonly group: RodGroup
  readonly from: number
  readonly to: number
}

export interface BagStrategy {
  readonly name: string
  readonly steps: readonly BagStep[]
}

export interface BagEvent {
  readonly limit: number
  /** The last hour in which a cast may be made: weigh-in less the run back. */
  readonly until: number
  /** Grams in the well already. */
  readonly bag: readonly number[]
  /** Grams that are weighed beside the limit: fish that may not be let go any more. Default 0. */
  readonly fixedG?: number
  readonly targetG?: number
}

export interface BagOptions {
  readonly runs?: number
  readonly seed?: number
  /** Variance of the logarithm of the trips' luck. Default 0.16. */
  readonly luckVariance?: number
  /** Mean strikes to a flurry. Default 1. */
  readonly flurry?: number
  /** Flurries that today brought, and that its hours usually bring: what is known of the day's luck. */
  readonly today?: { readonly bouts: number; readonly expected: number }
}

export interface BagOdds {
  readonly name: string
  /** Grams of the final bag. */
  readonly mean: number
  readonly p10: number
  readonly p50: number
  readonly p90: number
  readonly chanceLimit: number
  /** Null where no target was given. */
  readonly chanceTarget: number | null
  /** Final bags that are as likely as each other, rising. */
  readonly bags: readonly number[]
  /** Of the mean, from the number of runs. */
  readonly meanError: number
  /** The best of the others, and by how much this one beats it; the error is of the difference, whose luck is shared. */
  readonly against: { readonly name: string; readonly difference: number; readonly error: number } | null
}

const RUNS = 20_000
const BAGS = 100
const LUCK_VARIANCE = 0.16
/** Off the clock for each fish in the boat. Common practice, no source. */
const HANDLING_H = 2 / 60
/** From one strike of a flurry to the next. (ours) */
const WITHIN_FLURRY_H = 3 / 60
/** More strikes nobody has in a day. */
const MOST_STRIKES = 500

/**
 * What the bag may become by the weigh-in, strategy by strategy.
 *
 *   per run: the day's luck (gamma of mean 1) and each group's rate, shares and mean weight drawn once and shared by all strategies; flurries
 *   come as a Poisson process, their strikes land, are long enough and weigh as drawn; each landed fish takes its time; the heaviest up to
 *   the limit count
 *
 * Given      the event, and strategies whose steps follow each other
 * Returned   in their order; the same seed gives the same odds
 * Accuracy   `meanError`; the error of a difference is smaller than theirs, for days, rates and chances are common to both
 * Source     Monte Carlo with common random numbers: Glasserman & Yao, Manage. Sci. 38 (1992) 884
 */
export function simulateBag(event: BagEvent, strategies: readonly BagStrategy[], options: BagOptions = {}): BagOdds[] {
  const { runs = RUNS, seed = 1, luckVariance = LUCK_VARIANCE, flurry = 1, today = { bouts: 0, expected: 0 } } = options
  const groups = [...new Map(strategies.flatMap(({ steps }) => steps).map(({ group }) => [group.name, group])).values()]
  const totals = strategies.map(() => new Float64Array(runs))
  const bag = new HeaviestFish(event.limit)
  const limits = strategies.map(() => 0)
  const shape = luckVariance > 0 ? 1 / Math.expm1(luckVariance) : Infinity
  for (let run = 0; run < runs; run++) {
    const drawn = seededRandom(seed + 2 * run)
    const luck = Number.isFinite(shape) ? drawGamma(drawn, shape + today.bouts) / (shape + today.expected) : 1
    const known = new Map(groups.map((group) => [group.name, drawGroup(group, drawn)]))
    strategies.forEach(({ steps }, s) => {
      // The same chances for each: strategies differ by what they do, not by what they draw.
      const chance = seededRandom(seed + 2 * run + 1)
      bag.empty()
      for (const grams of event.bag) bag.add(grams)
      for (const step of steps) {
        const group = known.get(step.group.name)
        if (group) catchInto(bag, step, { known: group, luck, flurry, until: event.until }, chance)
      }
      at(totals, s)[run] = Math.max(0, bag.weigh(event.fixedG ?? 0))
      if (bag.isFull) limits[s] = at(limits, s) + 1
    })
  }
  const means = totals.map((of) => meanOf(of))
  return strategies.map(({ name }, s) => {
    const own = at(totals, s)
    const sorted = Float64Array.from(own).sort()
    const quantile = (share: number): number => at(sorted, Math.min(runs - 1, Math.floor(share * runs)))
    const { targetG } = event
    const rival = means.reduce((best, mean, r) => (r !== s && (best < 0 || mean > at(means, best)) ? r : best), -1)
    return {
      name,
      mean: at(means, s),
      p10: quantile(0.1),
      p50: quantile(0.5),
      p90: quantile(0.9),
      bags: Array.from({ length: BAGS }, (_, i) => quantile((i + 0.5) / BAGS)),
      chanceLimit: at(limits, s) / runs,
      chanceTarget: targetG === undefined ? null : own.filter((total) => total >= targetG).length / runs,
      meanError: errorOf(own),
      against: rival < 0 ? null : { name: at(strategies, rival).name, ...differenceOf(own, at(totals, rival)) },
    }
  })
}

interface DrawnGroup {
  readonly rate: number
  readonly landed: number
  readonly legal: number
  readonly mean: number
  readonly weights: FishWeights
}

function drawGroup({ rate, landed, legal, weights }: RodGroup, random: Random): DrawnGroup {
  return {
    rate: drawGamma(random, rate.shape) / rate.hours,
    landed: drawBeta(random, landed),
    legal: drawBeta(random, legal),
    mean: weights.mean + weights.error * drawNormal(random),
    weights,
  }
}

function drawBeta(random: Random, { yes, no }: KnownShare): number {
  if (yes <= 0 || no <= 0) return yes <= 0 ? 0 : 1
  const one = drawGamma(random, yes)
  return one / (one + drawGamma(random, no))
}

/** The heaviest fish up to a limit; one for all runs. */
class HeaviestFish {
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
    for (; place > 0 && at(this.grams, place - 1) < grams; place--) this.grams[place] = at(this.grams, place - 1)
    this.grams[place] = grams
  }

  weigh(withG: number): number {
    let total = withG
    for (let i = 0; i < this.count; i++) total += at(this.grams, i)
    return total
  }
}

interface Day {
  readonly known: DrawnGroup
  readonly luck: number
  readonly flurry: number
  readonly until: number
}

/** Puts the fish of a step that may be kept into the bag. */
function catchInto(
  bag: HeaviestFish,
  { from, to }: BagStep,
  { known, luck, flurry, until }: Day,
  chance: Random,
): void {
  const end = Math.min(to, until)
  if (known.rate <= 0) return
  const flurriesAnHour = (known.rate * luck) / flurry
  let clock = from
  for (let n = 0; n < MOST_STRIKES; n++) {
    // One less a draw is exact: no figure is lost by the plain logarithm, which takes half the time.
    clock -= Math.log(1 - chance()) / flurriesAnHour
    const strikes = flurry > 1 ? drawGeometric(chance, flurry) : 1
    for (let k = 0; k < strikes; k++) {
      if (clock >= end) return
      if (chance() < known.landed) {
        const weight = weightOf(known, chance)
        if (chance() < known.legal) bag.add(weight)
        clock += HANDLING_H
      }
      if (k + 1 < strikes) clock += WITHIN_FLURRY_H
    }
  }
}

function weightOf({ weights: { own, mean: usual, sd }, mean }: DrawnGroup, chance: Random): number {
  if (!own || own.length === 0) return Math.exp(mean + sd * drawNormal(chance))
  // The own fish, moved as far as their mean is uncertain.
  return at(own, Math.min(own.length - 1, Math.floor(chance() * own.length))) * Math.exp(mean - usual)
}

const meanOf = (values: Float64Array): number => values.reduce((sum, one) => sum + one, 0) / values.length

function errorOf(values: Float64Array): number {
  const mean = meanOf(values)
  const squares = values.reduce((sum, one) => sum + (one - mean) ** 2, 0)
  return Math.sqrt(squares / Math.max(1, values.length - 1) / values.length)
}

function differenceOf(one: Float64Array, other: Float64Array): { readonly difference: number; readonly error: number } {
  const differences = one.map((value, i) => value - at(other, i))
  return { difference: meanOf(differences), error: errorOf(differences) }
}
