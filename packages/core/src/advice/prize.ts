import { at } from '../checked/index.ts'
import { fieldOf, paidOf } from '../decisions/index.ts'

/** Rivals of an event and what its places are paid. */
export interface PaidPlaces {
  /** What rivals bring over the whole event, in grams: they tell how the field spreads. */
  readonly totalsG: readonly number[]
  readonly rivals: number
  /** From the first place down, in any unit. */
  readonly payouts: readonly number[]
}

/** What a total over all days of an event is worth. */
export interface Prize {
  readonly worthOf: (totalG: number) => number
  /** More than this wins nothing more. */
  readonly enoughG: number
}

export const reach = (targetG: number): Prize => ({
  worthOf: (totalG) => (totalG >= targetG ? 1 : 0),
  enoughG: targetG,
})

const POINTS = 800
/** Standard deviations of a field over its middle, beyond which no rival is counted on. */
const FAR = 3.5
/** Totals that are all alike have a place above them too. */
const LEAST_SD = 0.01

/**
 * What a total is paid by its place among a field.
 *
 * Given      rivals' totals in grams, how many rivals there are, and payouts from the first place down
 * Returned   undefined with fewer than two totals or where nothing is paid
 * Accuracy   read off a table of 800 steps along a line, for days ahead ask for a hundred thousand totals
 * Source     `fieldOf`, `expectedPayout`
 */
export function paidPrize({ totalsG, rivals, payouts }: PaidPlaces): Prize | undefined {
  const field = fieldOf(totalsG, rivals)
  if (!field || !payouts.some((one) => one > 0)) return undefined
  const enoughG = Math.exp(field.mean + FAR * Math.max(field.sd, LEAST_SD))
  const table = Float64Array.from({ length: POINTS + 1 }, (_, i) => paidOf(field, payouts, (i / POINTS) * enoughG))
  return {
    enoughG,
    worthOf: (totalG) => {
      const place = Math.min(POINTS, Math.max(0, (totalG / enoughG) * POINTS))
      const low = Math.min(POINTS - 1, Math.floor(place))
      return at(table, low) + (place - low) * (at(table, low + 1) - at(table, low))
    },
  }
}
