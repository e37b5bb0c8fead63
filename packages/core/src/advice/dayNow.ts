import { inHand, isOf, stintsOf, stretchInHand } from '../deck/index.ts'
import type { Angler, DeckDay } from '../deck/index.ts'
import { placeFished } from '../effort/index.ts'
import { HOUR_MS, MINUTE_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { isStrike } from '../vocabulary/index.ts'
import type { Lure, Stint, Strike } from '../vocabulary/index.ts'
import type { KnownWater } from './knownWater.ts'

/** A day under way, as advice looks at it. */
export interface DayUnderWay {
  readonly day: DeckDay
  readonly angler: Angler
  readonly nowMs: EpochMs
  readonly lures: ReadonlyMap<string, Lure>
  /** The rods that lie ready. */
  readonly onDeck: readonly string[]
}

/** What the day brought so far against what its hours usually bring, in flurries. */
export interface Luck {
  readonly bouts: number
  readonly expected: number
}

export interface DayNow extends DayUnderWay {
  readonly held: Stint
  readonly luck: Luck
  /** The last strike on the rod in hand, or when it was taken up. */
  readonly spellFromMs: EpochMs
  readonly lastStrike: Strike | undefined
  /** Until the weigh-in or the usual end of a day. */
  readonly hoursLeft: number
  /** Where the boat is, since when, and what it brought; undefined where it was not told. */
  readonly stay: { readonly place: string; readonly strikes: number; readonly hours: number } | undefined
}

/** Where nothing is said a day lasts so long, and goes on for this at least. (ours) */
const [USUAL_DAY_H, LEAST_LEFT_H, MOST_LEFT_H] = [8, 1, 12]
/** A shorter gap does not end a stay. (ours) */
const SAME_STAY_MS = 30 * MINUTE_MS

/** Undefined while nothing is in hand. A clock that was set back has no time between. */
export function dayNow(under: DayUnderWay, known: KnownWater): DayNow | undefined {
  const { day, angler, nowMs } = under
  const held = inHand(day, angler)
  if (!held || epochMs(held.start) > nowMs) return undefined
  const strikes = day.strikes
    .filter(isOf(angler))
    .filter((strike) => isStrike(strike) && !strike.sameFish && epochMs(strike.time) <= nowMs)
    .sort((one, other) => epochMs(one.time) - epochMs(other.time))
  const stretch = stretchInHand(day, angler)
  const own = new Set(stretch.map(({ id }) => id))
  const onRod = strikes.filter(({ stint }) => stint && own.has(stint)).map(({ time }) => epochMs(time))
  return {
    ...under,
    held,
    luck: dayLuck(under, known),
    spellFromMs: Math.min(nowMs, Math.max(epochMs((stretch[0] ?? held).start), ...onRod)),
    lastStrike: strikes.at(-1),
    hoursLeft: hoursToWeighIn(under),
    stay: stayOf(under, held, strikes),
  }
}

/**
 * Everybody's hours and strikes: the luck of a day is the day's.
 *
 * Given      the day so far; what each rod usually brings on its water
 * Returned   flurries that came, and those that its hours usually bring
 */
export function dayLuck({ day, nowMs }: DayUnderWay, { lures, flurry }: KnownWater): Luck {
  const struck = day.strikes.filter((strike) => isStrike(strike) && !strike.sameFish).length
  const expected = day.stints.reduce((sum, stint) => {
    const { shape, rate } = lures?.of(stint.lure) ?? { shape: 0, rate: 1 }
    return sum + hoursOf(stint, nowMs) * (shape / rate)
  }, 0)
  return { bouts: struck / flurry, expected }
}

/** Hours of a stint until now, where it is not over. */
export const hoursOf = ({ start, end }: Pick<Stint, 'start' | 'end'>, nowMs: EpochMs): number =>
  Math.max(0, (end ? epochMs(end) : nowMs) - epochMs(start)) / HOUR_MS

/**
 * Hours of a whole day of the event, from its launch to the last cast.
 *
 * Returned   from 1 to 12 hours; 8 where no weigh-in is said (ours)
 */
export function usualDayHours({ day: { trip } }: DayUnderWay): number {
  if (!trip.weighIn) return USUAL_DAY_H
  const hours = (epochMs(trip.weighIn) - epochMs(trip.start)) / HOUR_MS - (trip.runBackMin ?? 0) / 60
  return Math.min(MOST_LEFT_H, Math.max(LEAST_LEFT_H, hours))
}

/**
 * Hours of fishing that are left: until the weigh-in less the run back, else the usual end of a day.
 *
 * Returned   from 0 to 12 hours; without a weigh-in at least 1 (ours)
 */
export function hoursToWeighIn({ day: { trip }, nowMs }: DayUnderWay): number {
  const endMs = trip.weighIn
    ? epochMs(trip.weighIn) - (trip.runBackMin ?? 0) * MINUTE_MS
    : Math.max(epochMs(trip.start) + USUAL_DAY_H * HOUR_MS, nowMs + LEAST_LEFT_H * HOUR_MS)
  return Math.min(MOST_LEFT_H, Math.max(0, (endMs - nowMs) / HOUR_MS))
}

function stayOf({ day, angler, nowMs }: DayUnderWay, held: Stint, strikes: readonly Strike[]): DayNow['stay'] {
  const place = placeFished(held)
  if (place === undefined) return undefined
  const stints: Stint[] = []
  for (const stint of stintsOf(day, angler).reverse()) {
    const next = stints.at(-1)
    const gapMs = next && stint.end ? epochMs(next.start) - epochMs(stint.end) : 0
    if (placeFished(stint) !== place || gapMs > SAME_STAY_MS) break
    stints.push(stint)
  }
  const ids = new Set(stints.map(({ id }) => id))
  return {
    place,
    strikes: strikes.filter(({ stint }) => stint && ids.has(stint)).length,
    hours: stints.reduce((sum, stint) => sum + hoursOf(stint, nowMs), 0),
  }
}
