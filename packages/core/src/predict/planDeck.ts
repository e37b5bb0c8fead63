import { at } from '../checked/index.ts'
import { chooseDeck, learnGain } from '../decisions/index.ts'
import type { ChosenRod, DeckCandidate, DeckChoice } from '../decisions/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { levelOf } from '../presentation/index.ts'
import type { Level } from '../presentation/index.ts'
import type { Confidence, Interval } from '../stats/index.ts'
import type { PatternModel } from './fitPatternModel.ts'
import { foreseenHours } from './foreseenHours.ts'
import type { AsSaid, ForeseenTrip } from './foreseen.ts'
import { LureRates, cellWeights, clockHours, draws } from './lureRates.ts'
import { roleOf, spentBy, strikeWorth } from './ownRecord.ts'
import type { Objective, Spent } from './ownRecord.ts'
import type { PatternRow } from './patternRows.ts'
import type { ForetoldRate } from './rates.ts'
import type { Condition } from './situation.ts'
import type { Id } from '../vocabulary/index.ts'

export interface DeckQuestion extends Confidence {
  readonly trip: ForeseenTrip
  readonly asSaid?: AsSaid
  /** Standard deviation of the forecast, on the log scale for visibility and light. */
  readonly spread?: Readonly<Partial<Record<Condition, number>>>
  readonly rods: number
  readonly objective?: Objective
  /** Hours that a rule of practice is worth; 0 leaves rules out. Default 2. */
  readonly ruleHours?: number
  readonly seed?: number
  readonly locked?: ReadonlySet<string>
  readonly excluded?: ReadonlySet<string>
}

/** A lure in the hours of a trip that has not been. */
export interface ForetoldLure extends ForetoldRate {
  readonly lure: Id<'lure'>
  readonly level: Level
  readonly role: 'find' | 'catch'
  /** Its own hours on the water. */
  readonly own: Spent
  /** Rules that speak for or against it in any of the hours. */
  readonly rules: readonly string[]
  /** Hour by hour, by the clock. */
  readonly when: readonly { readonly from: number; readonly to: number; readonly rate: number }[]
}

export interface PlannedRod extends ForetoldLure {
  readonly setup: Id<'setup'> | null
  /** Carried to learn of it. */
  readonly learn: boolean
  readonly worth: number
  readonly rival: ChosenRod['rival']
  /** Hours in which it is the best of the deck. */
  readonly bestAt: readonly number[]
}

/** A lure that was fished often and stays at home. */
export interface LeftAtHome {
  readonly lure: Id<'lure'>
  /** Strikes an hour as counted on that water. */
  readonly crude: number
  readonly own: Spent
  readonly rate: number
  /** As counted it did more than is foretold and more than a rod that is carried: in other conditions, or by luck. */
  readonly because: 'counted elsewhere' | 'others do better'
}

/** An hour of the clock with the best rod of the deck in hand. */
export interface BestHour extends Interval {
  readonly from: number
  readonly lure: Id<'lure'>
  readonly rate: number
}

export interface DeckPlan {
  readonly rods: readonly PlannedRod[]
  readonly hours: readonly BestHour[]
  readonly leftAtHome: readonly LeftAtHome[]
  /** All lures, the best first. */
  readonly lures: readonly ForetoldLure[]
  readonly value: number
  /** The fish's year in those hours, by the book. */
  readonly seasons: readonly string[]
  readonly seed: number
}

const LEVELS = ['top', 'middle', 'bottom'] as const
const ROLES = ['find', 'catch'] as const
/** A deck of so many rods has room for one to learn. (ours) */
const LEARN_FROM = 4
const TEST_H = 1
/** Days like it that what is learnt will serve. (ours) */
const LIKE_DAYS = 3
const NOTED_AT_HOME = 4
const NO_HOURS: Spent = { hours: 0, strikes: 0, trips: 0 }

/**
 * What to tie on for a trip that has not been: the rods that together promise most over the forecast's spread, with what each rests on.
 *
 * Given      the book, the model fitted on its rows, the trip and how many rods
 * Returned   the deck, what stays at home, and every lure's rate
 * Source     `chooseDeck`, `learnGain`, `foretoldRate`
 */
export function planDeck(
  book: BookRecords,
  rows: readonly PatternRow[],
  model: PatternModel,
  question: DeckQuestion,
): DeckPlan {
  const { trip, objective = 'strikes', seed = 1 } = question
  const hours = foreseenHours(book, trip, question.asSaid, question.ruleHours === 0 ? [] : undefined)
  const here = rows.filter(({ situation }) => situation.water === trip.water)
  const spent = spentBy(here, ({ situation }) => situation.lure)
  const worth = strikeWorth(book, objective)
  const clock = clockHours(hours)
  const weights = cellWeights(hours, clock)
  const shifts = draws(question.spread ?? {}, seed)
  const foretold = book.lures.flatMap((lure) => {
    const ofLure = hours.filter(({ situation }) => situation.lure === lure.id)
    if (ofLure.length === 0) return []
    const rates = new LureRates(model, ofLure, clock, question)
    const own: ForetoldLure = {
      ...rates.mean(),
      lure: lure.id,
      level: levelOf(lure),
      role: roleOf(lure.class),
      own: spent.get(lure.id) ?? NO_HOURS,
      rules: [...new Set(ofLure.flatMap(({ rules }) => rules))],
      when: clock.map((from, h) => ({ from, to: from + 1, rate: rates.at(h) })),
    }
    return [{ foretold: own, rates, expected: rates.cells(shifts, worth(lure.id)) }]
  })
  const told = withoutCommonRules(foretold)
  const candidates = told.map(({ foretold, expected }): DeckCandidate => ({
    id: foretold.lure,
    level: foretold.level,
    role: foretold.role,
    expected,
  }))
  const lures = told.map(({ foretold }) => foretold).sort((one, other) => other.rate - one.rate)
  const { rods, value } = chosenFrom(
    candidates,
    lures,
    { ...coverageOf(question), weights: cellsOf(weights, shifts.length) },
    clock.length,
  )
  const planned = plannedRods(book, lures, rods)
  const ratesOf = new Map(foretold.map((one) => [one.foretold.lure, one.rates]))
  return {
    rods: planned,
    hours: clock.flatMap((from, h) => bestHour(planned, ratesOf, from, h) ?? []),
    leftAtHome: leftAtHome(lures, planned),
    lures,
    value,
    seasons: [...new Set(hours.map(({ situation }) => situation.season))],
    seed,
  }
}

/** What speaks for every lure alike tells none from another. */
function withoutCommonRules<T extends { readonly foretold: ForetoldLure }>(told: readonly T[]): T[] {
  const isCommon = (id: string): boolean => told.every(({ foretold }) => foretold.rules.includes(id))
  return told.map((one) => ({
    ...one,
    foretold: { ...one.foretold, rules: one.foretold.rules.filter((id) => !isCommon(id)) },
  }))
}

const coverageOf = ({ rods, locked, excluded }: DeckQuestion): Omit<DeckChoice, 'weights'> => ({
  rods,
  ...(locked ? { locked } : {}),
  ...(excluded ? { excluded } : {}),
  levels: rods >= LEVELS.length ? LEVELS : [],
  roles: rods >= ROLES.length ? ROLES : [],
})

/** Every turn of the forecast is as likely. */
const cellsOf = (weights: readonly number[], turns: number): Float64Array =>
  Float64Array.from({ length: turns * weights.length }, (_, i) => at(weights, i % weights.length) / turns)

type Carried = ChosenRod & { readonly learn: boolean }

/** The deck, one of its rods to learn of where that pays. */
function chosenFrom(
  candidates: readonly DeckCandidate[],
  lures: readonly ForetoldLure[],
  choice: DeckChoice,
  hours: number,
): { readonly rods: readonly Carried[]; readonly value: number } {
  const hasRoom = choice.rods >= LEARN_FROM && (choice.locked?.size ?? 0) < choice.rods
  const toLearn = hasRoom ? worthLearning(lures, choice.excluded, hours) : undefined
  const short = toLearn === undefined ? undefined : chooseDeck(candidates, { ...choice, rods: choice.rods - 1 })
  const known = (rods: readonly ChosenRod[]): Carried[] => rods.map((rod) => ({ ...rod, learn: false }))
  if (toLearn !== undefined && short && !short.rods.some(({ id }) => id === toLearn))
    return { ...short, rods: [...known(short.rods), { id: toLearn, worth: 0, rival: undefined, learn: true }] }
  const deck = chooseDeck(candidates, choice)
  return { ...deck, rods: known(deck.rods) }
}

/** The rods from the surface down, each with its figures. */
function plannedRods(book: BookRecords, lures: readonly ForetoldLure[], rods: readonly Carried[]): PlannedRod[] {
  const carried = rods.flatMap((rod) => {
    const foretold = lures.find(({ lure }) => lure === rod.id)
    return foretold ? [{ rod, foretold }] : []
  })
  const isBest = (rate: number, h: number): boolean =>
    carried.every(({ foretold }) => at(foretold.when, h).rate <= rate)
  return carried
    .map(({ rod: { id, worth, rival, learn }, foretold }): PlannedRod => ({
      ...foretold,
      setup: book.setups.find(({ lure }) => lure === id)?.id ?? null,
      learn,
      worth,
      rival,
      bestAt: foretold.when.filter(({ rate }, h) => isBest(rate, h)).map(({ from }) => from),
    }))
    .sort((one, other) => LEVELS.indexOf(one.level) - LEVELS.indexOf(other.level))
}

function bestHour(
  rods: readonly PlannedRod[],
  ratesOf: ReadonlyMap<string, LureRates>,
  from: number,
  h: number,
): BestHour | undefined {
  const best = [...rods].sort((one, other) => at(other.when, h).rate - at(one.when, h).rate)[0]
  const range = best && ratesOf.get(best.lure)?.rangeAt(h)
  return range && { from, lure: best.lure, rate: range.rate, lower: range.lower, upper: range.upper }
}

/** The lure of which most is to be gained by an hour's test, where anything is. */
function worthLearning(
  lures: readonly ForetoldLure[],
  excluded: ReadonlySet<string> | undefined,
  hours: number,
): string | undefined {
  const free = lures.filter(({ lure }) => !excluded?.has(lure))
  const most = Math.max(...free.map(({ rate }) => rate))
  const gains = free
    .filter(({ rate }) => rate < most)
    .map(({ lure, shape, hours: known }) => ({
      lure,
      gain: learnGain({ shape, hours: known }, most, TEST_H, LIKE_DAYS * hours),
    }))
    .sort((one, other) => other.gain - one.gain)
  return gains[0] && gains[0].gain > 0 ? gains[0].lure : undefined
}

function leftAtHome(lures: readonly ForetoldLure[], rods: readonly PlannedRod[]): LeftAtHome[] {
  const least = Math.min(...rods.map(({ rate }) => rate))
  return lures
    .filter(({ lure, own }) => own.hours > 0 && !rods.some((rod) => rod.lure === lure))
    .sort((one, other) => other.own.hours - one.own.hours)
    .slice(0, NOTED_AT_HOME)
    .map(({ lure, own, rate }) => {
      const crude = own.strikes / own.hours
      return {
        lure,
        crude,
        own,
        rate,
        because: crude > least && crude > rate ? 'counted elsewhere' : 'others do better',
      }
    })
}
