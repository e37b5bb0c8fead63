import type { RateBelief } from './drySpell.ts'
import { StoppingRule } from './stoppingRule.ts'

export interface StayQuestion {
  /** What is known of the rate at this spot before today; bouts an hour, as all rates here. */
  readonly spot: RateBelief
  /** What it brought since it was come to. */
  readonly here: { readonly bouts: number; readonly hours: number }
  /** What is known of a spot elsewhere on this water, and the hours it takes to get to one. */
  readonly elsewhere: RateBelief
  readonly travelHours: number
  /** Until the day ends. */
  readonly hoursLeft: number
  /** Gamma shape of the days (Infinity: they do not differ), and what today brought against what its hours usually bring. */
  readonly day: { readonly shape: number; readonly bouts: number; readonly expected: number }
}

export interface StayOrMove {
  /** Bouts an hour to be expected here from now on, and at a spot elsewhere once one is there. */
  readonly here: number
  readonly elsewhere: number
  readonly leave: boolean
  /** Hours of further blank here until it is time to go; 0: now. Null: not before the day ends. */
  readonly leaveAfterHours: number | null
  /** Bouts to be expected in what is left of the day, by staying for now and by leaving now. Null: there is no time to get elsewhere. */
  readonly ifStaying: number
  readonly ifLeaving: number | null
}

const STEP_H = 1 / 12
const LONGEST_H = 16

/**
 * Stay, or go? Leaves when the rest of the day is worth more elsewhere than here, with all that waiting may still tell of this spot.
 * The luck of the day, (k + N)/(k + E), is on both sides.
 *
 * Given      beliefs in the spot and in others of this water, what it brought, the hours left, the days' spread
 * Throws     RangeError for a belief or shape that is not positive, hours below 0 or more than 16 left
 * Source     `StoppingRule`
 */
export function stayOrMove({ spot, here, elsewhere, travelHours, hoursLeft, day }: StayQuestion): StayOrMove {
  for (const { shape, rate } of [spot, elsewhere])
    if (!(shape > 0 && rate > 0 && shape < Infinity))
      throw new RangeError(`a belief needs a shape and rate above 0: ${shape}, ${rate}`)
  if (!(day.shape > 0)) throw new RangeError(`the shape of the days must be above 0: ${day.shape}`)
  if (!(hoursLeft >= 0 && hoursLeft <= LONGEST_H))
    throw new RangeError(`the hours left must be from 0 to ${LONGEST_H}: ${hoursLeft}`)
  if (!(here.hours >= 0 && here.bouts >= 0 && travelHours >= 0))
    throw new RangeError('hours and bouts must be 0 or more')
  const luck = day.shape === Infinity ? 1 : (day.shape + day.bouts) / (day.shape + day.expected)
  const belief = { shape: spot.shape + here.bouts, rate: spot.rate + luck * here.hours }
  const stepsLeft = Math.round(hoursLeft / STEP_H)
  const rule = new StoppingRule({
    spot: belief,
    elsewhere,
    stepsLeft,
    travelSteps: Math.ceil(travelHours / STEP_H),
    stepHours: luck * STEP_H,
  })
  const steps = Array.from({ length: stepsLeft }, (_, step) => step).find((step) => rule.leaves(step, 0))
  const { stay, leave } = rule.now
  return {
    here: (luck * belief.shape) / belief.rate,
    elsewhere: (luck * elsewhere.shape) / elsewhere.rate,
    leave: steps === 0,
    leaveAfterHours: steps === undefined ? null : steps * STEP_H,
    ifStaying: stay,
    ifLeaving: leave === -Infinity ? null : leave,
  }
}
