import { NormalDraws, drawGamma, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { oddsOf } from './bagOdds.ts'
import type { BagOdds } from './bagOdds.ts'
import { HeaviestFish } from './heaviestFish.ts'
import type { KnownRate } from './learnGain.ts'
import { StrikeChances } from './strikeChances.ts'

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

const RUNS = 20_000
const LUCK_VARIANCE = 0.16
/** Off the clock for each fish in the boat. Common practice, no source. */
const HANDLING_H = 2 / 60
/** From one strike of a flurry to the next. (ours) */
const WITHIN_FLURRY_H = 3 / 60

/**
 * What the bag may become by the weigh-in, strategy by strategy.
 *
 *   per run: the day's luck (gamma of mean 1) and each group's rate, shares and mean weight drawn once and shared by all strategies, and so
 *   are the chances of the first strike, the second …; flurries come as a Poisson process, their strikes land, are long enough and weigh as
 *   drawn; each landed fish takes its time; the heaviest up to the limit count
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
  const chances = new StrikeChances(flurry)
  const played = strategies.map(({ steps }) =>
    steps.map(({ group, from, to }) => ({ group: groups.findIndex(({ name }) => name === group.name), from, to })),
  )
  for (let run = 0; run < runs; run++) {
    const drawn = seededRandom(seed + 2 * run)
    const normals = new NormalDraws(drawn)
    const luck = Number.isFinite(shape) ? drawGamma(drawn, shape + today.bouts, normals) / (shape + today.expected) : 1
    const known = groups.map((group) => drawGroup(group, luck / flurry, drawn, normals))
    // The same chances for each: strategies differ by what they do, not by what they draw.
    chances.draw(seed + 2 * run + 1)
    for (let s = 0; s < played.length; s++) {
      bag.empty()
      for (const grams of event.bag) bag.add(grams)
      chances.rewind()
      let clock = -Infinity
      for (const { group, from, to } of played[s]!)
        clock = catchInto(bag, known[group]!, { from: Math.max(from, clock), to: Math.min(to, event.until) }, chances)
      totals[s]![run] = Math.max(0, bag.weigh(event.fixedG ?? 0))
      if (bag.isFull) limits[s]!++
    }
  }
  return oddsOf(
    strategies.map(({ name }, s) => ({ name, totalsG: totals[s]!, chanceLimit: limits[s]! / runs })),
    event.targetG,
  )
}

interface DrawnGroup {
  readonly flurriesAnHour: number
  readonly landed: number
  readonly legal: number
  /** Of the logarithm of grams. */
  readonly mean: number
  readonly weights: FishWeights
}

function drawGroup(
  { rate, landed, legal, weights }: RodGroup,
  luckPerFlurry: number,
  random: Random,
  normals: NormalDraws,
): DrawnGroup {
  return {
    flurriesAnHour: (drawGamma(random, rate.shape, normals) / rate.hours) * luckPerFlurry,
    landed: drawBeta(random, landed, normals),
    legal: drawBeta(random, legal, normals),
    mean: weights.mean + weights.error * normals.next(),
    weights,
  }
}

function drawBeta(random: Random, { yes, no }: KnownShare, normals: NormalDraws): number {
  if (yes <= 0 || no <= 0) return yes <= 0 ? 0 : 1
  const one = drawGamma(random, yes, normals)
  return one / (one + drawGamma(random, no, normals))
}

/** Puts the fish of a stretch that may be kept into the bag. Returned: when its last fish was in the boat. */
function catchInto(
  bag: HeaviestFish,
  known: DrawnGroup,
  { from, to }: { readonly from: number; readonly to: number },
  chances: StrikeChances,
): number {
  if (known.flurriesAnHour <= 0) return from
  let clock = from
  for (let isFollowing = false; clock < to; isFollowing = chances.next()) {
    const waited = isFollowing ? WITHIN_FLURRY_H : chances.rest / known.flurriesAnHour
    if (clock + waited >= to) {
      if (!isFollowing) chances.rest -= (to - clock) * known.flurriesAnHour
      return clock
    }
    clock += waited
    const { strike } = chances
    if (chances.landed[strike]! >= known.landed) continue
    clock += HANDLING_H
    if (chances.legal[strike]! < known.legal) bag.add(weightOf(known, chances))
  }
  return clock
}

function weightOf({ weights: { own, mean: usual, sd }, mean }: DrawnGroup, chances: StrikeChances): number {
  const { strike } = chances
  if (!own || own.length === 0) return Math.exp(mean + sd * chances.sizes[strike]!)
  // The own fish, moved as far as their mean is uncertain.
  return own[Math.floor(chances.picks[strike]! * own.length)]! * Math.exp(mean - usual)
}
