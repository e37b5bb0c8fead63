import { at } from '../checked/index.ts'
import { DAY_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Id, Reading, Trip } from '../vocabulary/index.ts'

export const USUAL_FIELDS = ['waterTempC', 'airTempC', 'visibilityM', 'windMps', 'pressureHpa'] as const
export type UsualReadings = Readonly<Partial<Record<(typeof USUAL_FIELDS)[number], number>>>

const YEAR_DAYS = 365.25
const NEAR_DAYS = 15
/** Fewer readings than this tell of single days, not of a season. */
const FEWEST = 3

/**
 * What a book usually reads around a day of the year: the median of each measured condition within 15 days of it, of any year, at the water
 * where it was read there often enough, else at any.
 *
 * Given      readings and trips of the book, the water, a time
 * Returned   SI; conditions that were hardly read are absent
 * Source     common practice, no source
 */
export function usualReadings(
  readings: readonly Reading[],
  trips: readonly Pick<Trip, 'id' | 'water'>[],
  water: Id<'water'>,
  ms: EpochMs,
): UsualReadings {
  const waterOf = new Map(trips.map((trip) => [trip.id, trip.water]))
  const near = readings.filter(({ time }) => daysApart(epochMs(time), ms) <= NEAR_DAYS)
  const here = near.filter(({ trip }) => waterOf.get(trip) === water)
  const usual: Partial<Record<(typeof USUAL_FIELDS)[number], number>> = {}
  for (const field of USUAL_FIELDS) {
    const values = [here, near]
      .map((some) => some.flatMap((reading) => reading[field] ?? []))
      .find(({ length }) => length >= FEWEST)
    if (values) usual[field] = median(values)
  }
  return usual
}

/**
 * Days between two days of the year, the shorter way round.
 *
 * Given      two moments, ms
 * Returned   days from 0 to half a year, whatever their years
 */
export function daysApart(a: number, b: number): number {
  const days = Math.abs(a - b) / DAY_MS
  const inYear = days % YEAR_DAYS
  return Math.min(inYear, YEAR_DAYS - inYear)
}

/**
 * The median.
 *
 * Given      numbers in any order, at least one
 * Returned   the middle one; of two middle ones the mean
 */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? at(sorted, middle) : (at(sorted, middle - 1) + at(sorted, middle)) / 2
}
