import { bitesForLimit } from '../decisions/index.ts'
import type { BagEvent, BitesRow, RodGroup } from '../decisions/index.ts'
import { inHand, liveBag } from '../deck/index.ts'
import type { LiveBag } from '../deck/index.ts'
import { placeFished } from '../effort/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { Fish } from '../predict/index.ts'
import { dayLuck, hoursToWeighIn } from './dayNow.ts'
import type { DayUnderWay } from './dayNow.ts'
import { eventAhead, laterDays } from './eventAhead.ts'
import { scaleOf } from './scaleOf.ts'
import type { LaterDay } from './eventAhead.ts'
import type { Id, Trip } from '../vocabulary/index.ts'
import type { KnownWater } from './knownWater.ts'
import { paidPrize, reach } from './prize.ts'
import type { PaidPlaces, Prize } from './prize.ts'
import { waysOfToday } from './waysOfToday.ts'
import type { PlayedWay } from './waysOfToday.ts'
import { luckOf } from './waysToFish.ts'
import type { NextDay, WayToFish } from './waysToFish.ts'

export interface BagNow {
  readonly hoursLeft: number
  /** The best paid first, or the surest to the target; without either, the heaviest on average. */
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
  /** What the places of the event pay, and what its field brings: goes before a weight to reach. */
  readonly places?: PaidPlaces
  /** Days after this one, and what was brought in before it. */
  readonly daysAfter?: number
  readonly inHandG?: number
  readonly runs?: number
  readonly seed?: number
}

const RUNS = 20_000
/** More rods than these are not tried alone. */
const MOST_RODS = 8
const MOST_BITES = 12

/**
 * What the bag may become in the hours that are left: each rod, all of them in turn, the one that bites most until the best hour for the
 * one that bites biggest, and one here until the best hour for another place. Rates are what the book knew before the day, with the day's
 * luck so far.
 *
 * Given      the book without the day, the day so far, the water as it is known; an event with a weigh-in, else the usual day
 * Returned   no ways where the water never gave a strike, or no rod lies ready
 */
export function bagNow(book: BookRecords, under: DayUnderWay, known: KnownWater, options: BagNowOptions = {}): BagNow {
  const { day, angler, onDeck } = under
  const bag = liveBag(day.strikes, day.trip, angler)
  const fish = new Fish(book, day.trip.water, day.trip.minLengthMm ?? undefined)
  const left = hoursToWeighIn(under)
  const groups = onDeck.slice(0, MOST_RODS).flatMap((lure) => {
    const group = groupOf(lure, known, fish)
    return group ? [{ lure, group }] : []
  })
  const kept = shareOfBites(groups.map(({ group }) => group))
  const wanted = bag.limit - Math.min(bag.limit, bag.fish.length)
  const bites = wanted === 0 || groups.length === 0 ? [] : bitesForLimit(wanted, kept, Math.max(MOST_BITES, wanted + 4))
  if (left === 0 || groups.length === 0) return { hoursLeft: left, ways: [], bites, nextDay: [], keptShare: kept }
  const prize = prizeOf(options)
  const { runs = RUNS, seed = 1 } = options
  const held = inHand(day, angler)
  const played = waysOfToday({
    groups,
    here: held && placeFished(held),
    known,
    fish,
    event: { ...inTheWell(bag, day.trip), until: left, ...targetOfDay(prize, options), ...scaleOf(day.trip) },
    worthOf: worthOfDay(prize, options),
    chances: { runs, seed, ...luckOf(known), today: dayLuck(under, known) },
  })
  const later = (): LaterDay[] => laterDays(groups, bag.limit, { under, known, seed })
  const ahead = prize && wholeEvent(played, prize, later, options)
  const ways = played.map((way) => toldOf(way, prize, ahead?.worth.get(way.name)))
  const ranked = [...ways].sort((one, other) => worthOf(other) - worthOf(one))
  return { hoursLeft: left, ways: ranked, bites, nextDay: ahead?.nextDay ?? [], keptShare: kept }
}

type AnyPrize = Prize & { readonly isPaid: boolean }

function prizeOf({ places, targetG }: BagNowOptions): AnyPrize | undefined {
  const paid = places && paidPrize(places)
  if (paid) return { ...paid, isPaid: true }
  return targetG === undefined ? undefined : { ...reach(targetG), isPaid: false }
}

/** Dead fish may not be let go: they are weighed beside what of the limit is left for others. */
function inTheWell({ fish, dead, limit }: LiveBag, { deadFishG }: Trip): Pick<BagEvent, 'limit' | 'bag' | 'fixedG'> {
  return {
    limit: Math.max(0, limit - dead.length),
    bag: fish.filter((one) => !dead.includes(one)).map(({ weightG }) => weightG ?? 0),
    fixedG: dead.slice(0, limit).reduce((sum, { weightG }) => sum + (weightG ?? 0), -(deadFishG ?? 0) * dead.length),
  }
}

/** The last day is asked for the rest of the weight to reach; before it a day has no target of its own: its bag goes by weight. */
const targetOfDay = (
  prize: AnyPrize | undefined,
  { daysAfter = 0, inHandG = 0 }: BagNowOptions,
): { readonly targetG?: number } =>
  prize && !prize.isPaid && daysAfter === 0 ? { targetG: prize.enoughG - inHandG } : {}

const worthOfDay = (
  prize: AnyPrize | undefined,
  { daysAfter = 0, inHandG = 0 }: BagNowOptions,
): ((totalG: number) => number) | undefined =>
  prize?.isPaid && daysAfter === 0 ? (totalG) => prize.worthOf(inHandG + totalG) : undefined

/** Undefined where today alone decides whether the weight is reached: its chance is told of each way already. */
function wholeEvent(
  played: readonly PlayedWay[],
  prize: AnyPrize,
  later: () => readonly LaterDay[],
  { daysAfter = 0, inHandG = 0 }: BagNowOptions,
): ReturnType<typeof eventAhead> | undefined {
  if (daysAfter === 0) return prize.isPaid ? eventAhead(played, [], { prize, daysAfter, inHandG }) : undefined
  return eventAhead(played, later(), { prize, daysAfter, inHandG })
}

const toldOf = (
  way: PlayedWay,
  prize: { readonly isPaid: boolean } | undefined,
  worth: number | undefined,
): WayToFish => ({
  ...way,
  pays: prize?.isPaid ? (worth ?? null) : null,
  chanceEvent: prize?.isPaid ? null : (worth ?? null),
})

const worthOf = ({ pays, chanceEvent, chanceTarget, mean }: WayToFish): number =>
  pays ?? chanceEvent ?? chanceTarget ?? mean

function groupOf(lure: Id<'lure'>, { lures, flurry }: KnownWater, fish: Fish): RodGroup | undefined {
  if (!lures) return undefined
  const { shape, rate } = lures.of(lure)
  // Flurries an hour, as strikes an hour with the same spread.
  return { name: lure, rate: { shape, hours: rate / flurry }, ...fish.of(new Set([lure])) }
}

/** Of bites, that are landed and long enough: all rods together, each as often as it bites. */
function shareOfBites(groups: readonly RodGroup[]): number {
  const of = ({ yes, no }: RodGroup['landed']): number => yes / (yes + no)
  const bites = groups.map(({ rate }) => rate.shape / rate.hours)
  const all = bites.reduce((sum, one) => sum + one, 0)
  if (all === 0) return 0
  return groups.reduce((sum, { landed, legal }, i) => sum + ((bites[i] ?? 0) / all) * of(landed) * of(legal), 0)
}
