import { SeededRandom, gammaValues } from '../numerics/index.ts'
import { oddsOf } from './bagOdds.ts'
import type { BagOdds } from './bagOdds.ts'
import { DrawnGroup, VALUES } from './drawnGroup.ts'
import { HeaviestFish } from './heaviestFish.ts'
import type { RodGroup } from './rodGroup.ts'
import { StrikeChances } from './strikeChances.ts'

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
  /** What the scale tells apart: a bag is weighed to the nearest. Default: all. */
  readonly scaleG?: number
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
 *   what is known of a quantity is a thousand values that are as likely as each other
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
    steps.map(({ group, from, to }): PlayedStep => ({
      group: groups.findIndex(({ name }) => name === group.name),
      from,
      to,
    })),
  )
  const lucks = Number.isFinite(shape) ? gammaValues(shape + today.bouts, VALUES) : null
  const known = groups.map((group) => new DrawnGroup(group))
  const random = new SeededRandom(seed)
  for (let run = 0; run < runs; run++) {
    const luck = lucks ? lucks[Math.floor(random.next() * VALUES)]! / (shape + today.expected) : 1
    for (const group of known) group.draw(luck / flurry, random)
    // The same chances for each: strategies differ by what they do, not by what they draw.
    chances.draw(seed + run + 1)
    for (let s = 0; s < played.length; s++) {
      fish(event, played[s]!, { bag, known, chances })
      totals[s]![run] = weighed(bag, event)
      if (bag.isFull) limits[s]!++
    }
  }
  return oddsOf(
    strategies.map(({ name }, s) => ({ name, totalsG: totals[s]!, chanceLimit: limits[s]! / runs })),
    event.targetG,
  )
}

interface PlayedStep {
  /** Its place in the list of groups. */
  readonly group: number
  readonly from: number
  readonly to: number
}

interface Day {
  readonly bag: HeaviestFish
  readonly known: readonly DrawnGroup[]
  readonly chances: StrikeChances
}

/** Fishes a day step by step, from its beginning. */
function fish(event: BagEvent, steps: readonly PlayedStep[], { bag, known, chances }: Day): void {
  bag.empty()
  for (const grams of event.bag) bag.add(grams)
  chances.rewind()
  let clock = -Infinity
  for (const { group, from, to } of steps)
    clock = catchInto(bag, known[group]!, { from: Math.max(from, clock), to: Math.min(to, event.until) }, chances)
}

/** Grams as the scale reads them. */
function weighed(bag: HeaviestFish, { fixedG = 0, scaleG }: BagEvent): number {
  const grams = Math.max(0, bag.weigh(fixedG))
  return scaleG === undefined ? grams : scaleG * Math.round(grams / scaleG)
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
    if (chances.legal[strike]! < known.legal) bag.add(known.weigh(chances.picks[strike]!))
  }
  return clock
}
