import { severalDays, simulateBag } from '../decisions/index.ts'
import type { DayStrategy } from '../decisions/index.ts'
import { usualDayHours } from './dayNow.ts'
import type { DayUnderWay } from './dayNow.ts'
import type { KnownWater } from './knownWater.ts'
import type { Prize } from './prize.ts'
import { scaleOf } from './scaleOf.ts'
import { alone, inTurn, luckOf, strategyOf } from './waysToFish.ts'
import type { KnownRod, NextDay } from './waysToFish.ts'

const RUNS = 2000
/** Ways of a later day that are weighed: the heaviest on average, and the one with the heaviest good day. */
const MOST_WAYS = 3

/** A way to fish a whole day, and its lures. */
export interface LaterDay extends DayStrategy {
  readonly lures: readonly string[]
}

/**
 * What a whole day yet to come brings by the rods that lie ready, one way as likely as it is today without today's luck.
 *
 * Returned   at most three ways: the heaviest on average, and the one with the heaviest good day
 * Source     `simulateBag`
 */
export function laterDays(
  rods: readonly KnownRod[],
  limit: number,
  { under, known, seed }: { readonly under: DayUnderWay; readonly known: KnownWater; readonly seed: number },
): LaterDay[] {
  const hours = usualDayHours(under)
  const ways = [...alone(rods, hours), ...inTurn(rods, hours)]
  const odds = simulateBag({ limit, until: hours, bag: [], ...scaleOf(under.day.trip) }, ways.map(strategyOf), {
    seed,
    runs: RUNS,
    ...luckOf(known),
  })
  const told = odds.map((one, i) => ({ ...one, lures: ways[i]?.lures ?? [] }))
  const best = [
    ...[...told].sort((one, other) => other.mean - one.mean).slice(0, MOST_WAYS - 1),
    ...[...told].sort((one, other) => other.p90 - one.p90).slice(0, 1),
  ]
  return [...new Map(best.map((one) => [one.name, one])).values()]
}

interface Event {
  readonly prize: Prize
  readonly daysAfter: number
  readonly inHandG: number
}

/**
 * What today's ways are worth to the event where the days after are fished by what is in hand then, by their names; and how to fish the next
 * day.
 *
 * Given      today's ways and those of a later day with their bags, what a total is worth, days after today, grams brought in before it
 * Returned   worth by the name of a way of today; the next day by the weight in hand, ties left out
 * Source     `severalDays`
 */
export function eventAhead(
  today: readonly DayStrategy[],
  later: readonly LaterDay[],
  { prize, daysAfter, inHandG }: Event,
): { readonly worth: ReadonlyMap<string, number>; readonly nextDay: readonly NextDay[] } {
  const plan = severalDays(1 + daysAfter, later, prize.worthOf, { inHand: inHandG, first: today })
  const lures = new Map(later.map((one) => [one.name, one.lures]))
  return {
    worth: new Map(plan.now.map(({ name, value }) => [name, value])),
    nextDay: plainSpans(plan.days[1] ?? [], prize.enoughG).map(({ from, name }) => ({
      fromG: from,
      lures: lures.get(name) ?? [],
    })),
  }
}

/** Narrower spans than this share of what is enough are ties that the runs decide. (ours) */
const LEAST_SPAN = 0.05

/** What is worth saying of them: no ties, and nothing of weights that are enough. */
function plainSpans(
  spans: readonly { readonly from: number; readonly name: string }[],
  enoughG: number,
): { from: number; name: string }[] {
  const told: { from: number; name: string }[] = []
  spans.forEach(({ from, name }, i) => {
    if (from >= enoughG) return
    const to = Math.min(enoughG, spans[i + 1]?.from ?? enoughG)
    if (told.length > 0 && (to - from < LEAST_SPAN * enoughG || told.at(-1)?.name === name)) return
    told.push({ from, name })
  })
  return told
}
