import { at } from '../checked/index.ts'
import { fieldOf, payoutAmong } from '../decisions/index.ts'

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

/** A weight to reach: enough is all, and less is nothing. */
export const reach = (targetG: number): Prize => ({
  worthOf: (totalG) => (totalG >= targetG ? 1 : 0),
  enoughG: targetG,
})

const POINTS = 1600
/** Standard deviations of a field over its middle that the table reaches: what few totals leave open is wide. */
const FAR = 7
/** Of the first prize: more is not worth fishing for. (ours) */
const AS_GOOD = 0.99

/**
 * What a total is paid by its place among a field.
 *
 * Given      rivals' totals in grams, how many rivals there are, and payouts from the first place down
 * Returned   undefined with fewer than two totals or where nothing is paid
 * Accuracy   read off a table of 1,600 steps along a line, for days ahead ask for a hundred thousand totals
 * Source     `fieldOf`, `payoutAmong`
 */
export function paidPrize({ totalsG, rivals, payouts }: PaidPlaces): Prize | undefined {
  const field = fieldOf(totalsG, rivals)
  if (!field || !payouts.some((one) => one > 0)) return undefined
  const farG = Math.exp(field.mean + FAR * field.sd)
  const paid = payoutAmong(field, payouts)
  const table = Float64Array.from({ length: POINTS + 1 }, (_, i) => paid((i / POINTS) * farG))
  const enough = table.findIndex((one) => one >= AS_GOOD * Math.max(...payouts))
  return {
    enoughG: enough < 0 ? farG : (enough / POINTS) * farG,
    worthOf: (totalG) => {
      const place = Math.min(POINTS, Math.max(0, (totalG / farG) * POINTS))
      const low = Math.min(POINTS - 1, Math.floor(place))
      return at(table, low) + (place - low) * (at(table, low + 1) - at(table, low))
    },
  }
}
