import type { RateBelief } from './drySpell.ts'

export interface StayQuestion {
  /** What is known of the rate at this spot before today. */
  readonly spot: RateBelief
  readonly here: { readonly strikes: number; readonly hours: number }
  /** The rest of the water: its strikes, the hours fished, and the hours it takes to move between spots. */
  readonly water: { readonly strikes: number; readonly hours: number; readonly travelHours: number }
  /** Gamma shape of the days, and what today has brought against what its hours usually bring. */
  readonly day: { readonly shape: number; readonly strikes: number; readonly expected: number }
}

export interface StayOrMove {
  /** Strikes an hour to be expected here from now on, and elsewhere, moving included. */
  readonly here: number
  readonly elsewhere: number
  readonly leave: boolean
  /** Hours of further blank here until it is time to go; 0: now. Null: not within a day. */
  readonly leaveAfterHours: number | null
  /** What the answer leaves out. */
  readonly ignores: 'the value of waiting for news'
}

const STEP_H = 1 / 60
const LONGEST_H = 24

/**
 * Stay, or go? Leave when the rate to be expected here falls below what the water gives elsewhere, moving included.
 *
 *   leave at the first t with (α + n)/(β + t) < E[day | today]·strikes/(hours + travel),  E[day | today] = (k + N)/(k + E)
 *
 * Given      the belief in the spot, what it brought, the water's own figures, the days' spread
 * Throws     RangeError for a belief or shape that is not positive, or a water without hours
 * Valid for  a blank from now on updates the day and the spot; the value of waiting for news is left out
 * Source     McNamara, Theor. Popul. Biol. 21 (1982) 269; Charnov, Theor. Popul. Biol. 9 (1976) 129 for the certain case
 */
export function stayOrMove({ spot, here, water, day }: StayQuestion): StayOrMove {
  if (!(spot.shape > 0 && spot.rate > 0)) throw new RangeError(`a belief needs a shape and rate above 0: ${spot.shape}, ${spot.rate}`)
  if (!(day.shape > 0)) throw new RangeError(`the shape of the days must be above 0: ${day.shape}`)
  if (!(water.hours + water.travelHours > 0)) throw new RangeError('the water has no hours: there is nothing to go to')
  const usual = water.strikes / (water.hours + water.travelHours)
  const hereAfter = (blankH: number): number => (spot.shape + here.strikes) / (spot.rate + here.hours + blankH)
  const elsewhereAfter = (blankH: number): number => {
    const expected = day.expected + usual * blankH
    const luck = day.shape === Infinity ? 1 : (day.shape + day.strikes) / (day.shape + expected)
    return luck * usual
  }
  let leaveAfterHours: number | null = null
  for (let step = 0; step * STEP_H <= LONGEST_H && leaveAfterHours === null; step++) {
    if (hereAfter(step * STEP_H) < elsewhereAfter(step * STEP_H)) leaveAfterHours = step * STEP_H
  }
  return { here: hereAfter(0), elsewhere: elsewhereAfter(0), leave: leaveAfterHours === 0, leaveAfterHours, ignores: 'the value of waiting for news' }
}
