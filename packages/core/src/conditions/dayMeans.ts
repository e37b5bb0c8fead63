import type { EpochMs } from '../time/index.ts'
import type { PastReading } from './types.ts'

/**
 * The mean of what was read on each day, days in the order in which they first come. What a day is, is the caller's.
 *
 * Given      readings in any order, the field, and which day a moment is of; readings without the field are left out
 * Returned   a mean a day, in the field's own unit
 */
export function dayMeans<Day>(
  readings: readonly PastReading[],
  field: keyof PastReading['reading'],
  dayOf: (ms: EpochMs) => Day,
): { readonly day: Day; readonly mean: number }[] {
  const days = new Map<Day, { sum: number; count: number }>()
  for (const { ms, reading } of readings) {
    const value = reading[field]
    if (typeof value !== 'number') continue
    const day = dayOf(ms)
    const held = days.get(day) ?? { sum: 0, count: 0 }
    days.set(day, { sum: held.sum + value, count: held.count + 1 })
  }
  return [...days].map(([day, { sum, count }]) => ({ day, mean: sum / count }))
}
