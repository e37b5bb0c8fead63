import { drySpell, readTheBite, stayOrMove } from '../decisions/index.ts'
import type { Advice, Bite, StayOrMove } from '../decisions/index.ts'
import { timeShareOf } from '../analyses/index.ts'
import type { WatchedEdge } from '../analyses/index.ts'
import { isOf, lastRead } from '../deck/index.ts'
import { levelOf } from '../presentation/index.ts'
import { HOUR_MS, MINUTE_MS, epochMs, isoUtc } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Id, fishingWords } from '../vocabulary/index.ts'
import { FOLLOW_UP_MS } from './catchersAfter.ts'
import { seenChanges } from './changes.ts'
import { dayNow } from './dayNow.ts'
import type { DayNow, DayUnderWay } from './dayNow.ts'
import type { KnownWater } from './knownWater.ts'

export type AdviceKind = (typeof fishingWords.ADVICE_KINDS)[number]

/** A rod with what is known of it, strikes an hour. */
export interface RodRate {
  readonly lure: Id<'lure'>
  readonly rate: number
  readonly strikes: number
  readonly hours: number
}

/** What a lure did in the hour before such a change, and in the hour after. */
export interface RodAround {
  readonly lure: Id<'lure'>
  readonly before: number | null
  readonly after: number | null
  readonly hoursAfter: number
}

interface Common<K extends AdviceKind> {
  readonly about: K
  /** Strikes to be gained by it in the hours it is about. */
  readonly worth: number
}

export type DeckAdvice =
  | (Common<'dry spell'> & {
      readonly lure: Id<'lure'>
      readonly minutes: number
      /** Of so long a blank though the rod is as good as the book has it. */
      readonly chance: number
      readonly oneInTenAtMs: EpochMs
      /** The rod that would be better now. */
      readonly better: RodRate | null
      readonly own: RodRate
    })
  | (Common<'time to move'> & {
      readonly place: string
      readonly travelMin: number
      /** Strikes in what is left of the day. */
      readonly ifStaying: number
      readonly ifLeaving: number
      /** Here, today. */
      readonly strikes: number
      readonly hours: number
    })
  | (Common<'stay'> & {
      /** `all`: of the whole water. */
      readonly place: string
      readonly further: number
      readonly firsts: number
      readonly untilMs: EpochMs
    })
  | (Common<'bite'> & Advice)
  | (Common<'change'> & {
      readonly edge: WatchedEdge
      readonly atMs: EpochMs
      readonly rods: readonly RodAround[]
      readonly best: RodAround | null
    })
  | (Common<'follow up'> & {
      /** Its rate after a find, and what it brings at all, to which that is drawn. */
      readonly catcher: RodRate & { readonly usual: number }
      readonly findMs: number
    })
  | (Common<'pitches'> & {
      readonly shares: readonly { readonly pitch: number; readonly share: number }[]
      readonly bites: number
    })

/** A blank is spoken of from so rare on, and not before so many minutes. (ours) */
const [ONE_IN_FOUR, SHORTEST_SPELL_H] = [0.25, 1 / 3]
/** Further strikes are looked for so long after one. */
const AFTER_STRIKE_MS = 15 * MINUTE_MS
/** Fewer first strikes, hours after a change, hours after a find, or pitches tell nothing. (ours) */
const [FEWEST_FIRSTS, FEWEST_HOURS, FEWEST_CATCH_HOURS, FEWEST_PITCHES] = [8, 3, 1, 10]
/** What a rod does after a find is drawn to what it does at all, as if that were so many hours. (ours) */
const USUAL_CATCH_HOURS = 2
/** A move is weighed over so many hours. (ours) */
const MOVE_AHEAD_H = 2
/** Less is not worth a word, in strikes. (ours) */
const LEAST_WORTH = 0.1
/** What a bite that is read right may bring, of an hour's strikes. (ours) */
const BITE_WORTH = 0.25

/**
 * What there is to say now, the most worth first. Worked out from the records of the day and what the book knew before it.
 *
 * Given      the day so far, and the water as it is known
 * Returned   nothing while no rod is in hand; of a book without history only what the strikes themselves tell
 */
export function deckAdvice(under: DayUnderWay, known: KnownWater): DeckAdvice[] {
  const now = dayNow(under, known)
  if (!now) return []
  return [
    ...drySpellAdvice(now, known),
    ...moveAdvice(now, known),
    ...stayAdvice(now, known),
    ...biteAdvice(now, known),
    ...changeAdvice(now, known),
    ...followUpAdvice(now, known),
    ...pitchAdvice(now, known),
  ].sort((one, other) => other.worth - one.worth)
}

/** The luck of the day so far: what every rate of today is multiplied by. */
const luckFactor = ({ luck }: DayNow, { dayShape }: KnownWater): number =>
  dayShape === Infinity ? 1 : (dayShape + luck.bouts) / (dayShape + luck.expected)

/** A rod's rate on a day like today; `blankHours`: after so long a blank in hand. */
function rodRate(lure: Id<'lure'>, now: DayNow, known: KnownWater, blankHours = 0): RodRate {
  const { shape, rate } = known.lures?.of(lure) ?? { shape: 0, rate: 1 }
  const { events, exposureHours } = known.lures?.fished(lure) ?? { events: 0, exposureHours: 0 }
  const factor = luckFactor(now, known)
  return {
    lure,
    rate: (known.flurry * factor * shape) / (rate + factor * blankHours),
    strikes: Math.round(events * known.flurry),
    hours: exposureHours,
  }
}

/** The best of the other rods on deck. */
function bestOther(now: DayNow, known: KnownWater): RodRate | undefined {
  return now.onDeck
    .filter((lure) => lure !== now.held.lure)
    .map((lure) => rodRate(lure, now, known))
    .sort((one, other) => other.rate - one.rate)[0]
}

function drySpellAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  const { lures, flurry, dayShape } = known
  const hours = (now.nowMs - now.spellFromMs) / HOUR_MS
  if (!lures || hours < SHORTEST_SPELL_H) return []
  const belief = lures.of(now.held.lure)
  const mean = belief.shape / belief.rate
  // The spell itself is asked about: before it came the other hours of the day.
  const before = Math.max(0, now.luck.expected - hours * mean)
  const { chance, oneInTenHours } = drySpell({
    belief: { shape: belief.shape * flurry, rate: belief.rate },
    dayShape,
    boutSize: flurry,
    hours,
    today: { strikes: now.luck.bouts * flurry, hours: before / mean },
  })
  if (chance > ONE_IN_FOUR) return []
  const own = rodRate(now.held.lure, now, known, hours)
  const other = bestOther(now, known)
  const better = other && other.rate > own.rate ? other : null
  return [
    {
      about: 'dry spell',
      lure: now.held.lure,
      minutes: Math.round(hours * 60),
      chance,
      oneInTenAtMs: now.spellFromMs + oneInTenHours * HOUR_MS,
      better,
      own,
      worth: better ? better.rate - own.rate : 0,
    },
  ]
}

/**
 * Strikes before leaving and after it, by the place's own past, today's luck and the rest of the water.
 *
 * Given      the day as it stands, and the water as it was known before it
 * Returned   undefined where it is not known where the boat is, or the water never gave a strike
 * Source     `stayOrMove`
 */
export function stayOrMoveNow(now: DayNow, known: KnownWater): StayOrMove | undefined {
  const { places, flurry, dayShape, travelHours } = known
  if (!places || !now.stay) return undefined
  return stayOrMove({
    spot: places.of(now.stay.place),
    here: { bouts: now.stay.strikes / flurry, hours: now.stay.hours },
    elsewhere: places.prior,
    travelHours,
    hoursLeft: now.hoursLeft,
    day: { shape: dayShape, ...now.luck },
  })
}

function moveAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  const found = stayOrMoveNow(now, known)
  if (!found?.leave || found.ifLeaving === null || !now.stay) return []
  const [ifStaying, ifLeaving] = [found.ifStaying * known.flurry, found.ifLeaving * known.flurry]
  // Of the hours to come, the way taken off: to leave five minutes sooner or later is worth next to nothing.
  const ahead = Math.min(MOVE_AHEAD_H, now.hoursLeft)
  const worth = known.flurry * (found.elsewhere * Math.max(0, ahead - known.travelHours) - found.here * ahead)
  if (worth < LEAST_WORTH) return []
  return [
    {
      about: 'time to move',
      place: now.stay.place,
      travelMin: Math.round(known.travelHours * 60),
      ifStaying,
      ifLeaving,
      strikes: now.stay.strikes,
      hours: now.stay.hours,
      worth,
    },
  ]
}

function stayAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  if (!now.lastStrike) return []
  const sinceMs = now.nowMs - epochMs(now.lastStrike.time)
  if (sinceMs < 0 || sinceMs >= AFTER_STRIKE_MS) return []
  const at = known.afterFirst.find(
    ({ place, firsts }) => place === (now.held.structure ?? '') && firsts >= FEWEST_FIRSTS,
  )
  const told = at ?? known.afterFirst.find(({ place, firsts }) => place === 'all' && firsts >= FEWEST_FIRSTS)
  if (!told) return []
  const worth = told.furtherEach * (1 - sinceMs / AFTER_STRIKE_MS)
  if (worth < LEAST_WORTH) return []
  const { place, furtherEach: further, firsts } = told
  return [{ about: 'stay', place, further, firsts, untilMs: epochMs(now.lastStrike.time) + AFTER_STRIKE_MS, worth }]
}

/** What a phase takes of the time, by the stint's cadence. */
function timeShares(bite: DayNow['held']): Record<string, number> {
  const paused = timeShareOf(bite, new Set(['still', 'on the restart after a pause']))
  const falling = timeShareOf(bite, new Set(['on the fall']))
  return {
    ...(paused === undefined ? {} : { still: paused, 'on the restart after a pause': 0, moving: 1 - paused }),
    ...(falling === undefined ? {} : { 'on the fall': falling }),
  }
}

function biteAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  const stints = new Map(now.day.stints.map((stint) => [stint.id, stint]))
  const bites = now.day.strikes
    .filter(isOf(now.angler))
    .sort((one, other) => epochMs(one.time) - epochMs(other.time))
    .map((strike): Bite => {
      const stint = strike.stint ? stints.get(strike.stint) : undefined
      const read = (field: 'waterTempC' | 'visibilityM'): number | null => {
        const last = lastRead(now.day.readings, field, epochMs(strike.time))
        return typeof last?.value === 'number' && !last.stale ? last.value : null
      }
      return {
        strike,
        waterTempC: read('waterTempC'),
        visibilityM: read('visibilityM'),
        ...(stint ? { timeShare: timeShares({ ...stint, end: stint.end ?? isoUtc(now.nowMs) }) } : {}),
      }
    })
  const [first] = readTheBite(bites)
  if (!first) return []
  return [
    { ...first, about: 'bite', worth: Math.max(LEAST_WORTH, BITE_WORTH * rodRate(now.held.lure, now, known).rate) },
  ]
}

function changeAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  const [seen] = seenChanges(now.day.readings, now.nowMs)
  if (!seen || !known.lures) return []
  const around = known.changes[seen.edge]
  const { prior } = known.lures
  const rods = now.onDeck.flatMap((lure): (RodAround & { readonly expected: number })[] => {
    const own = around.get(lure)
    if (!own || own.after.exposureHours < FEWEST_HOURS) return []
    const rateOf = (side: 'before' | 'after'): number | null =>
      own[side].exposureHours > 0 ? own[side].events / own[side].exposureHours : null
    const { events, exposureHours: hoursAfter } = own.after
    return [
      {
        lure,
        before: rateOf('before'),
        after: rateOf('after'),
        hoursAfter,
        expected: (known.flurry * (prior.shape + events / known.flurry)) / (prior.rate + hoursAfter),
      },
    ]
  })
  const best = [...rods].sort((one, other) => other.expected - one.expected)[0]
  const held = rods.find(({ lure }) => lure === now.held.lure)
  if (!best) return []
  const worth = best.expected - (held?.expected ?? (known.flurry * prior.shape) / prior.rate)
  if (best.lure !== now.held.lure && worth < LEAST_WORTH) return []
  const plain = ({ expected: _expected, ...rod }: (typeof rods)[number]): RodAround => rod
  return [
    {
      about: 'change',
      ...seen,
      rods: rods.map(plain),
      best: best.lure === now.held.lure ? null : plain(best),
      worth: Math.max(LEAST_WORTH, worth),
    },
  ]
}

function followUpAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  const { lures } = known
  if (!lures) return []
  const stints = new Map(now.day.stints.map((stint) => [stint.id, stint]))
  const find = now.day.strikes
    .filter(isOf(now.angler))
    .filter(({ stint, time }) => {
      const own = stint ? stints.get(stint) : undefined
      const lure = own && now.lures.get(own.lure)
      const sinceMs = now.nowMs - epochMs(time)
      return lure && levelOf(lure, own) === 'top' && sinceMs >= 0 && sinceMs < FOLLOW_UP_MS
    })
    .sort((one, other) => epochMs(one.time) - epochMs(other.time))
    .at(-1)
  if (!find) return []
  const rated = now.onDeck.flatMap((lure): (RodRate & { readonly usual: number })[] => {
    const own = known.catchers.get(lure)
    if (!own || own.exposureHours < FEWEST_CATCH_HOURS || own.events === 0 || lure === now.held.lure) return []
    const { shape, rate } = lures.of(lure)
    const usual = (known.flurry * shape) / rate
    return [
      {
        lure,
        rate: (own.events + USUAL_CATCH_HOURS * usual) / (own.exposureHours + USUAL_CATCH_HOURS),
        strikes: own.events,
        hours: own.exposureHours,
        usual,
      },
    ]
  })
  const catcher = rated.sort((one, other) => other.rate - one.rate)[0]
  const worth = catcher ? (catcher.rate - rodRate(now.held.lure, now, known).rate) / 2 : 0
  return catcher && worth >= LEAST_WORTH ? [{ about: 'follow up', catcher, findMs: epochMs(find.time), worth }] : []
}

function pitchAdvice(now: DayNow, known: KnownWater): DeckAdvice[] {
  const bites = known.pitches.reduce((sum, one) => sum + one.bites, 0)
  if (!now.held.targets || bites < FEWEST_PITCHES) return []
  const later = known.pitches.find(({ pitch }) => pitch === 2)?.orLater ?? 0
  return [
    {
      about: 'pitches',
      shares: known.pitches.map(({ pitch, share }) => ({ pitch, share })),
      bites,
      worth: Math.max(LEAST_WORTH, later * rodRate(now.held.lure, now, known).rate * BITE_WORTH),
    },
  ]
}
