import { at } from '../checked/index.ts'
import { drawNormal, seededRandom } from '../numerics/index.ts'
import type { Confidence } from '../stats/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { PatternModel } from './fitPatternModel.ts'
import type { ForeseenHour } from './foreseenHours.ts'
import { RULE_HOURS, foretoldRate, knownRate } from './rates.ts'
import type { ForetoldRate, LogRate } from './rates.ts'
import { CONDITIONS, CONDITION_NAMES } from './situation.ts'
import type { Condition, Situation } from './situation.ts'

/** Turns that a forecast may take. */
const DRAWS = 60

/** A lure's rate in the hours of the trip, as it stands and as the forecast may turn. */
export class LureRates {
  private readonly logs: readonly LogRate[]
  /** What a new lure of its class would bring: what a rule is a multiple of. */
  private readonly ofClass: readonly number[]
  private readonly ruleHours: number

  constructor(
    private readonly model: PatternModel,
    private readonly hours: readonly ForeseenHour[],
    private readonly clock: readonly number[],
    private readonly question: { readonly ruleHours?: number } & Confidence,
  ) {
    this.ruleHours = question.ruleHours ?? RULE_HOURS
    this.logs = hours.map(({ situation }) => model.logRate(situation))
    this.ofClass = hours.map(({ situation }) => Math.exp(model.meanLogRate({ ...situation, lure: UNKNOWN })))
  }

  /** Over the whole trip. */
  mean(): ForetoldRate {
    return this.rangeOver(() => true)
  }

  /** In an hour of the clock, with its limits. */
  rangeAt(h: number): ForetoldRate {
    return this.rangeOver(({ clockFrom }) => inHour(clockFrom, at(this.clock, h)))
  }

  private rangeOver(isIn: (hour: ForeseenHour) => boolean): ForetoldRate {
    const weights = this.hours.map((one) => (isIn(one) ? one.hours : 0))
    const all = weights.reduce((sum, one) => sum + one, 0)
    const over = (of: (i: number) => number): number =>
      weights.reduce((sum, weight, i) => (weight > 0 ? sum + of(i) * weight : sum), 0) / all
    // The mean of rates, not the rate of the mean.
    const log = {
      mean: Math.log(over((i) => Math.exp(at(this.logs, i).mean))),
      variance: over((i) => at(this.logs, i).variance),
    }
    const classRate = over((i) => at(this.ofClass, i))
    const multiplier = Math.exp(over((i) => Math.log(at(this.hours, i).multiplier)))
    return foretoldRate(log, { classRate, multiplier, hours: this.ruleHours }, this.question)
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
      const known = knownRate(log, { classRate: at(this.ofClass, i), multiplier, hours: this.ruleHours })
      sum += (hours * known.shape) / known.hours
      spent += hours
    })
    return spent > 0 ? sum / spent : 0
  }
}

export type Shift = Readonly<Partial<Record<Condition, number>>> | undefined

/**
 * Turns of the forecast, each as likely; one that is as it stands where nothing spreads.
 *
 * Given      standard deviations by condition, on the scale it is judged on; a seed
 * Returned   what is added to each condition, normal
 */
export function draws(spread: Readonly<Partial<Record<Condition, number>>>, seed: number): Shift[] {
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

/**
 * The hours of the clock that a foreseen trip touches, rising.
 *
 * Given      hours of a foreseen trip, each with the clock it begins at, 0 to 24
 * Returned   whole hours, each once
 */
export const clockHours = (hours: readonly ForeseenHour[]): number[] =>
  [...new Set(hours.map(({ clockFrom }) => Math.floor(clockFrom)))].sort((a, b) => a - b)

/**
 * Share of the trip in each hour of the clock.
 *
 * Returned   shares that add up to one, in the order of `clock`
 */
export function cellWeights(hours: readonly ForeseenHour[], clock: readonly number[]): number[] {
  const spent = clock.map((hour) => hours.reduce((sum, one) => sum + (inHour(one.clockFrom, hour) ? one.hours : 0), 0))
  const all = spent.reduce((sum, one) => sum + one, 0)
  return spent.map((one) => one / all)
}
