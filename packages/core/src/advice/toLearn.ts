import { gainAnHour } from '../decisions/index.ts'
import { placeFished } from '../effort/index.ts'
import { NO_EXPOSURE, plusExposure } from '../stats/index.ts'
import type { Exposure } from '../stats/index.ts'
import { isStrike } from '../vocabulary/index.ts'
import type { Stint } from '../vocabulary/index.ts'
import { hoursOf, usualDayHours } from './dayNow.ts'
import type { DayUnderWay } from './dayNow.ts'
import type { Beliefs, KnownWater } from './knownWater.ts'

/** A rod or a place that is worth trying in practice. */
export interface ToTry {
  /** A lure's or a spot's id, or a kind of place. */
  readonly key: string
  /** Strikes that trying it is expected to bring more on the days of the event, by fishing the best known then. */
  readonly gain: number
  /** Strikes an hour expected of it. */
  readonly rate: number
  /** What that rests on, here: this day and those before. */
  readonly strikes: number
  readonly hours: number
}

export interface ToLearn {
  readonly rods: readonly ToTry[]
  readonly places: readonly ToTry[]
  /** Hours of the event it is reckoned for. */
  readonly eventHours: number
}

/** A try, in hours. */
export const TRY_H = 2
/** Gains under this are nothing to go after. (ours) */
const LEAST_GAIN = 0.05

/**
 * What practice still can teach for an event: which rod, and which place, two hours on it would tell most of.
 *
 *   gain = H·(E max(m*, rate after the try) − max m), H the hours of the event; what the try itself brings counts for nothing in practice
 *
 * Given      the practice day so far and the water as it was known before it; days of the event
 * Returned   the most telling first; none where the best is known well enough
 * Source     `gainAnHour`; days are taken as alike, so that the gain is what rates alone can teach
 */
export function toLearn(under: DayUnderWay, { lures, placeMeans, flurry }: KnownWater, eventDays: number): ToLearn {
  const eventHours = eventDays * usualDayHours(under)
  const gains = (
    beliefs: Beliefs | null,
    keys: readonly string[],
    keyOf: (stint: Stint) => string | undefined,
  ): ToTry[] => {
    if (!beliefs) return []
    const known = keys.map((key) => {
      const { events, exposureHours } = ofDay(under, (stint) => keyOf(stint) === key)
      const { shape, rate } = beliefs.of(key)
      const past = beliefs.fished(key)
      return {
        key,
        shape: shape + events / flurry,
        hours: rate + exposureHours,
        strikes: Math.round(past.events * flurry + events),
        fished: past.exposureHours + exposureHours,
      }
    })
    return known
      .map(({ key, shape, hours, strikes, fished }): ToTry => {
        const others = Math.max(0, ...known.filter((one) => one.key !== key).map((one) => one.shape / one.hours))
        const gain = eventHours * gainAnHour({ shape, hours }, others, TRY_H)
        return { key, gain: gain * flurry, rate: (shape / hours) * flurry, strikes, hours: fished }
      })
      .filter(({ gain }) => gain >= LEAST_GAIN)
      .sort((one, other) => other.gain - one.gain)
  }
  const today = under.day.stints.flatMap((stint) => placeFished(stint) ?? [])
  return {
    rods: gains(lures, under.onDeck, ({ lure }) => lure),
    places: gains(placeMeans, [...new Set([...(placeMeans?.keys ?? []), ...today])], placeFished),
    eventHours,
  }
}

/** Strikes and hours of this day. */
function ofDay({ day, nowMs }: DayUnderWay, isIn: (stint: Stint) => boolean): Exposure {
  return day.stints.filter(isIn).reduce((sum, stint) => {
    const events = day.strikes.filter((one) => one.stint === stint.id && isStrike(one) && !one.sameFish).length
    return plusExposure(sum, { events, exposureHours: hoursOf(stint, nowMs) })
  }, NO_EXPOSURE)
}
