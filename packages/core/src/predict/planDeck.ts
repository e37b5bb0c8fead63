import { at } from '../checked/index.ts'
import { chooseDeck, learnGain } from '../decisions/index.ts'
import type { ChosenRod, DeckCandidate, DeckChoice } from '../decisions/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { drawNormal, seededRandom } from '../numerics/index.ts'
import { levelOf } from '../presentation/index.ts'
import type { Level } from '../presentation/index.ts'
import type { Confidence } from '../stats/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { PatternModel } from './fitPatternModel.ts'
import { foreseenHours } from './foretell.ts'
import type { ForeseenHour } from './foretell.ts'
import type { ForeseenTrip } from './foreseen.ts'
import { roleOf, spentBy, strikeWorth } from './ownRecord.ts'
import type { Objective, Spent } from './ownRecord.ts'
import type { PatternRow } from './patternRows.ts'
import { RULE_HOURS, foretoldRate } from './rates.ts'
import type { ForetoldRate, LogRate } from './rates.ts'
import { CONDITION_NAMES } from './situation.ts'
import type { Condition, Situation } from './situation.ts'
import { CONDITIONS } from './situation.ts'

export interface DeckQuestion extends Confidence {
  readonly trip: ForeseenTrip
  /** Conditions that are as said, whatever the day would give. */
  readonly fixed?: Readonly<Partial<Record<Condition, number>>>
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
  readonly lure: string
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
  readonly setup: string | null
  /** Carried to learn of it. */
  readonly learn: boolean
  readonly worth: number
  readonly rival: ChosenRod['rival']
  /** Hours in which it is the best of the deck. */
  readonly bestAt: readonly number[]
}

/** A lure that was fished often and stays at home. */
export interface LeftAtHome {
  readonly lure: string
  /** Strikes an hour as counted on that water. */
  readonly crude: number
  readonly own: Spent
  readonly rate: number
  /** As counted it would have been carried: its days were good, or its hours few. */
  readonly because: 'good days' | 'others do better'
}

export interface DeckPlan {
  readonly rods: readonly PlannedRod[]
  readonly leftAtHome: readonly LeftAtHome[]
  /** All lures, the best first. */
  readonly lures: readonly ForetoldLure[]
  readonly value: number
  readonly seed: number
}

const LEVELS = ['top', 'middle', 'bottom'] as const
const ROLES = ['find', 'catch'] as const
const DRAWS = 60
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
  const hours = foreseenHours(book, trip, question.fixed, question.ruleHours === 0 ? [] : undefined)
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
    return [{ foretold: own, expected: rates.cells(shifts, worth(lure.id)) }]
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
  return { rods: planned, leftAtHome: leftAtHome(lures, planned), lures, value, seed }
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
  const toLearn = choice.rods >= LEARN_FROM ? worthLearning(lures, choice.excluded, hours) : undefined
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

/** A lure's rate in the hours of the trip, as it stands and as the forecast may turn. */
class LureRates {
  private readonly logs: readonly LogRate[]
  /** What a new lure of its class would bring: what a rule is a multiple of. */
  private readonly ofClass: readonly number[]

  constructor(
    private readonly model: PatternModel,
    private readonly hours: readonly ForeseenHour[],
    private readonly clock: readonly number[],
    private readonly question: DeckQuestion,
  ) {
    this.logs = hours.map(({ situation }) => model.logRate(situation))
    this.ofClass = hours.map(({ situation }) => Math.exp(model.meanLogRate({ ...situation, lure: UNKNOWN })))
  }

  mean(): ForetoldRate {
    const all = this.hours.reduce((sum, { hours }) => sum + hours, 0)
    const over = (of: (i: number) => number): number =>
      this.hours.reduce((sum, { hours }, i) => sum + of(i) * hours, 0) / all
    const multiplier = Math.exp(over((i) => Math.log(at(this.hours, i).multiplier)))
    // The mean of rates, not the rate of the mean.
    const log = {
      mean: Math.log(over((i) => Math.exp(at(this.logs, i).mean))),
      variance: over((i) => at(this.logs, i).variance),
    }
    return foretoldRate(
      log,
      { classRate: over((j) => at(this.ofClass, j)), multiplier, hours: this.question.ruleHours ?? RULE_HOURS },
      this.question,
    )
  }

  /** In an hour of the clock. */
  at(h: number): number {
    return this.over(h, (i) => at(this.logs, i).mean)
  }

  /** Hour by hour within draw by draw. */
  cells(shifts: readonly Shift[], worth: number): Float64Array {
    const cells = new Float64Array(shifts.length * this.clock.length)
    shifts.forEach((shift, m) =>
      this.clock.forEach((_, h) => {
        cells[m * this.clock.length + h] =
          worth *
          this.over(h, (i) =>
            shift ? this.model.meanLogRate(shifted(at(this.hours, i).situation, shift)) : at(this.logs, i).mean,
          )
      }),
    )
    return cells
  }

  private over(h: number, meanOf: (i: number) => number): number {
    let [sum, spent] = [0, 0]
    this.hours.forEach(({ hours, clockFrom, multiplier }, i) => {
      if (!inHour(clockFrom, at(this.clock, h))) return
      const log = { mean: meanOf(i), variance: at(this.logs, i).variance }
      sum +=
        hours *
        foretoldRate(log, { classRate: at(this.ofClass, i), multiplier, hours: this.question.ruleHours ?? RULE_HOURS })
          .rate
      spent += hours
    })
    return spent > 0 ? sum / spent : 0
  }
}

type Shift = Readonly<Partial<Record<Condition, number>>> | undefined

/** Turns of the forecast, each as likely; one that is as it stands where nothing spreads. */
function draws(spread: Readonly<Partial<Record<Condition, number>>>, seed: number): Shift[] {
  if (!CONDITION_NAMES.some((name) => (spread[name] ?? 0) > 0)) return [undefined]
  const random = seededRandom(seed)
  return Array.from({ length: DRAWS }, () =>
    Object.fromEntries(CONDITION_NAMES.map((name) => [name, (spread[name] ?? 0) * drawNormal(random)])),
  )
}

function shifted(situation: Situation, shift: NonNullable<Shift>): Situation {
  const numbers = Object.fromEntries(
    CONDITION_NAMES.map((name) => {
      const value = situation.numbers[name]
      return [
        name,
        CONDITIONS[name]
          ? value * Math.exp(shift[name] ?? 0)
          : name === 'wind_mps'
            ? Math.max(0, value + (shift[name] ?? 0))
            : value + (shift[name] ?? 0),
      ]
    }),
  ) as Record<Condition, number>
  return { ...situation, numbers }
}

const inHour = (clockFrom: number, hour: number): boolean => Number.isNaN(hour) || Math.floor(clockFrom) === hour

const clockHours = (hours: readonly ForeseenHour[]): number[] =>
  [...new Set(hours.map(({ clockFrom }) => Math.floor(clockFrom)))].sort((a, b) => a - b)

/** Share of the trip in each hour of the clock. */
function cellWeights(hours: readonly ForeseenHour[], clock: readonly number[]): number[] {
  const spent = clock.map((hour) => hours.reduce((sum, one) => sum + (inHour(one.clockFrom, hour) ? one.hours : 0), 0))
  const all = spent.reduce((sum, one) => sum + one, 0)
  return spent.map((one) => one / all)
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
      return { lure, crude, own, rate, because: crude > least ? 'good days' : 'others do better' }
    })
}
