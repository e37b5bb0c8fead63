import { bitesForLimit, simulateBag } from '../decisions/index.ts'
import type { BagOdds, BagStrategy, BitesRow, RodGroup } from '../decisions/index.ts'
import { liveBag } from '../deck/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { Fish } from '../predict/index.ts'
import { dayLuck, hoursToWeighIn } from './dayNow.ts'
import type { DayUnderWay } from './dayNow.ts'
import { eventAhead, laterDays } from './eventAhead.ts'
import type { KnownWater } from './knownWater.ts'
import { QUARTER_H, alone, inTurn, luckOf, strategyOf } from './waysToFish.ts'
import type { KnownRod, NextDay, Way, WayToFish } from './waysToFish.ts'

export interface BagNow {
  readonly hoursLeft: number
  /** The surest to the target first; without one, the heaviest on average. */
  readonly ways: readonly WayToFish[]
  /** Bites that fill the limit, and how surely; empty when it is full. */
  readonly bites: readonly BitesRow[]
  /** By the weight in hand, rising; empty where no day follows or nothing is to be reached. */
  readonly nextDay: readonly NextDay[]
  /** Of bites, that end as a fish that may be kept. */
  readonly keptShare: number
}

export interface BagNowOptions {
  /** The weight to reach: over all days, where there are several. */
  readonly targetG?: number
  /** Days after this one, and what was brought in before it. */
  readonly daysAfter?: number
  readonly inHandG?: number
  readonly runs?: number
  readonly seed?: number
}

const RUNS = 20_000
/** So many runs tell which hour is best to change rods. */
const SEARCH_RUNS = 1000
/** Ways that are played out in full. */
const PLAYED_OUT = 4
/** More rods than these are not tried alone. */
const MOST_RODS = 8
const MOST_BITES = 12

/**
 * What the bag may become in the hours that are left: each rod, all of them in turn, and the one that bites most until the best hour for
 * the one that bites biggest. Rates are what the book knew before the day, with the day's luck so far.
 *
 * Given      the book without the day, the day so far, the water as it is known; an event with a weigh-in, else the usual day
 * Returned   no ways where the water never gave a strike, or no rod lies ready
 */
export function bagNow(book: BookRecords, under: DayUnderWay, known: KnownWater, options: BagNowOptions = {}): BagNow {
  const { trip, strikes } = under.day
  const bag = liveBag(strikes, trip)
  const fish = new Fish(book, trip.water, trip.minLengthMm ?? undefined)
  const left = hoursToWeighIn(under)
  const groups = under.onDeck.slice(0, MOST_RODS).flatMap((lure) => {
    const group = groupOf(lure, known, fish)
    return group ? [{ lure, group }] : []
  })
  const kept = shareOfBites(groups.map(({ group }) => group))
  const wanted = bag.limit - Math.min(bag.limit, bag.fish.length)
  const bites = wanted === 0 || groups.length === 0 ? [] : bitesForLimit(wanted, kept, Math.max(MOST_BITES, wanted + 4))
  if (left === 0 || groups.length === 0) return { hoursLeft: left, ways: [], bites, nextDay: [], keptShare: kept }
  const { targetG, daysAfter = 0, inHandG = 0, seed = 1 } = options
  const today = waysOfToday(under, known, { groups, left, bag, options })
  const { ways, nextDay } =
    targetG !== undefined && daysAfter > 0
      ? eventAhead(today, laterDays(groups, bag.limit, { under, known, seed }), { targetG, daysAfter, inHandG })
      : { ways: today, nextDay: [] }
  const ranked = [...ways].sort((one, other) => worthOf(other) - worthOf(one))
  return { hoursLeft: left, ways: ranked, bites, nextDay, keptShare: kept }
}

interface Played {
  readonly groups: readonly KnownRod[]
  readonly left: number
  readonly bag: ReturnType<typeof liveBag>
  readonly options: BagNowOptions
}

/** The ways that are close to the best, and the best change of rods, played out in full. */
function waysOfToday(under: DayUnderWay, known: KnownWater, { groups, left, bag, options }: Played): WayToFish[] {
  const { targetG, daysAfter = 0, inHandG = 0, runs = RUNS, seed = 1 } = options
  const event = {
    limit: bag.limit,
    until: left,
    bag: bag.fish.map(({ weightG }) => weightG ?? 0),
    // Of the last day the rest of the target is asked; before it a day has none of its own.
    ...(targetG === undefined || daysAfter > 0 ? {} : { targetG: targetG - inHandG }),
  }
  const chances = { seed, ...luckOf(known), today: dayLuck(under, known) }
  const ways = [...alone(groups, left), ...inTurn(groups, left)]
  const first = simulateBag(event, ways.map(strategyOf), { ...chances, runs: SEARCH_RUNS })
  const changed = bestChange(groups, left, (tries) => simulateBag(event, tries, { ...chances, runs: SEARCH_RUNS }))
  // What is far behind is not played out.
  const close = ways
    .map((way, i) => ({ way, value: valueOf(first[i]) }))
    .sort((one, other) => other.value - one.value)
    .slice(0, PLAYED_OUT)
    .map(({ way }) => way)
  const tried = changed ? [...close, changed] : close
  return simulateBag(event, tried.map(strategyOf), { ...chances, runs }).map((one, i): WayToFish => {
    const way = tried[i]
    return { ...one, lures: way?.lures ?? [], then: way?.then ?? null, chanceEvent: null }
  })
}

const valueOf = (odds: BagOdds | undefined): number => (odds ? (odds.chanceTarget ?? odds.mean) : 0)
const worthOf = (way: WayToFish): number => way.chanceEvent ?? valueOf(way)

function groupOf(lure: string, { lures, flurry }: KnownWater, fish: Fish): RodGroup | undefined {
  if (!lures) return undefined
  const { shape, rate } = lures.of(lure)
  // Flurries an hour, as strikes an hour with the same spread.
  return { name: lure, rate: { shape, hours: rate / flurry }, ...fish.of(new Set([lure])) }
}

const rateOf = ({ group }: KnownRod): number =>
  (group.rate.shape / group.rate.hours) * (group.landed.yes / (group.landed.yes + group.landed.no))

/** The rod that bites most until the best quarter of an hour for the one whose fish weigh most. */
function bestChange(
  groups: readonly KnownRod[],
  left: number,
  play: (tries: readonly BagStrategy[]) => readonly BagOdds[],
): Way | undefined {
  const numbers = [...groups].sort((one, other) => rateOf(other) - rateOf(one))[0]
  const size = [...groups].sort((one, other) => other.group.weights.mean - one.group.weights.mean)[0]
  if (!numbers || !size || numbers === size) return undefined
  const ways = Array.from({ length: Math.ceil(left / QUARTER_H) - 1 }, (_, i): Way => {
    const change = (i + 1) * QUARTER_H
    return {
      lures: [numbers.lure],
      then: { lure: size.lure, fromHours: change },
      steps: [
        { group: numbers.group, from: 0, to: change },
        { group: size.group, from: change, to: left },
      ],
    }
  })
  if (ways.length === 0) return undefined
  const odds = play(ways.map((way, i) => ({ ...strategyOf(way), name: `${i}` })))
  const best = odds.reduce((most, one, i) => (valueOf(one) > valueOf(odds[most]) ? i : most), 0)
  return ways[best]
}

/** Of bites, that are landed and long enough: all rods together, each as often as it bites. */
function shareOfBites(groups: readonly RodGroup[]): number {
  const of = ({ yes, no }: RodGroup['landed']): number => yes / (yes + no)
  const bites = groups.map(({ rate }) => rate.shape / rate.hours)
  const all = bites.reduce((sum, one) => sum + one, 0)
  if (all === 0) return 0
  return groups.reduce((sum, { landed, legal }, i) => sum + ((bites[i] ?? 0) / all) * of(landed) * of(legal), 0)
}
