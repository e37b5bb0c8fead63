import type { BookRecords } from '../effort/index.ts'
import { isStrike } from '../vocabulary/index.ts'
import type { PatternRow } from './patternRows.ts'
import type { Id } from '../vocabulary/index.ts'

/** Hours, strikes and trips. */
export interface Spent {
  readonly hours: number
  readonly strikes: number
  readonly trips: number
}

/**
 * What was spent by some key of a row, on all trips.
 *
 * Returned   hours, strikes and trips by key
 */
export function spentBy(rows: readonly PatternRow[], keyOf: (row: PatternRow) => string): Map<string, Spent> {
  const sums = new Map<string, { hours: number; strikes: number; trips: Set<string> }>()
  for (const row of rows) {
    const key = keyOf(row)
    let own = sums.get(key)
    if (!own) sums.set(key, (own = { hours: 0, strikes: 0, trips: new Set() }))
    own.hours += row.hours
    own.strikes += row.strikes
    own.trips.add(row.trip)
  }
  return new Map([...sums].map(([key, { trips, ...own }]) => [key, { ...own, trips: trips.size }]))
}

export type Objective = 'strikes' | 'weight' | 'big'

/** Fish of a lure weigh towards those of all lures as if it had so many more. (ours) */
const SHRINK_FISH = 8
const BIG_SHARE = 0.9

/**
 * What a strike of each lure is worth.
 *
 * Given      the book, and what is wanted of a day
 * Returned   by lure: one, the mean weight it lands in grams a strike, or its chance of a fish over the 90 % point of the book's; one where no
 *            fish was weighed
 * Source     lures of few fish are drawn to all as if they had eight more (ours)
 */
export function strikeWorth(book: BookRecords, objective: Objective): (lure: Id<'lure'>) => number {
  if (objective === 'strikes') return () => 1
  const lureOf = new Map(book.stints.map(({ id, lure }) => [id, lure]))
  const weights = book.strikes.flatMap(({ outcome, weightG }) =>
    outcome === 'landed' && typeof weightG === 'number' ? [weightG] : [],
  )
  if (weights.length === 0) return () => 1
  const big = [...weights].sort((a, b) => a - b)[Math.floor(BIG_SHARE * weights.length)] ?? 0
  const worthOf = (weightG: number): number => (objective === 'weight' ? weightG : weightG >= big ? 1 : 0)
  const sums = new Map<string, { strikes: number; worth: number }>()
  const all = { strikes: 0, worth: 0 }
  for (const strike of book.strikes) {
    const { stint, outcome, weightG, sameFish } = strike
    const lure = stint ? lureOf.get(stint) : undefined
    if (!lure || !isStrike(strike) || sameFish) continue
    let own = sums.get(lure)
    if (!own) sums.set(lure, (own = { strikes: 0, worth: 0 }))
    const worth = outcome === 'landed' && typeof weightG === 'number' ? worthOf(weightG) : 0
    for (const sum of [own, all]) {
      sum.strikes++
      sum.worth += worth
    }
  }
  const usual = all.worth / Math.max(1, all.strikes)
  return (lure) => {
    const own = sums.get(lure) ?? { strikes: 0, worth: 0 }
    return (own.worth + SHRINK_FISH * usual) / (own.strikes + SHRINK_FISH)
  }
}

/** Classes that cover water; the others are for fish that are found. Common practice, no source. */
const FINDERS = /crank|spinner|buzz|jerkbait|lipless|bladed|walk|popper|prop|umbrella|swimbait|spoon|topwater|glide/

/**
 * What a lure of a class is for.
 *
 * Given      the name of a lure class
 * Returned   `find` for what covers water, else `catch`
 * Source     common practice, no source
 */
export const roleOf = (lureClass: string): 'find' | 'catch' => (FINDERS.test(lureClass) ? 'find' : 'catch')
