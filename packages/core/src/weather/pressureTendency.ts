import { at } from '../checked/index.ts'
import { HOUR_MS, MINUTE_MS } from '../time/index.ts'
import type { Sample } from '../time/index.ts'

const THREE_HOURS_MS = 3 * HOUR_MS
/** Two readings closer than this say nothing of a three-hour change. */
const LEAST_MS = 60 * MINUTE_MS
/** Farther apart than this they say nothing of this hour. */
const MOST_MS = 6.5 * HOUR_MS

/**
 * The change of pressure over three hours, at each reading that has one far enough before it.
 *
 * Given      readings of pressure in hPa, in order of time
 * Returned   hPa in three hours: to the pressure three hours before, on the line between the readings on either side of it; where
 *            there is none that old, the change since the earliest of the last three hours (one hour at least), scaled to three
 * Source     the three-hour tendency of the WMO's surface reports; the scaling and the bounds of 1 and 6½ h are ours
 */
export function pressureTendency(readings: readonly Sample<number>[]): Sample<number>[] {
  return readings.flatMap((reading, i) => {
    const change = changeBefore(readings, i)
    return change === undefined ? [] : [{ ms: reading.ms, value: change }]
  })
}

function changeBefore(readings: readonly Sample<number>[], i: number): number | undefined {
  const now = at(readings, i)
  const then = now.ms - THREE_HOURS_MS
  let j = i
  while (j > 0 && at(readings, j).ms > then) j--
  const older = at(readings, j)
  if (older.ms <= then && now.ms - older.ms <= MOST_MS) {
    const younger = at(readings, j + 1)
    const share = (then - older.ms) / (younger.ms - older.ms)
    return now.value - (older.value + share * (younger.value - older.value))
  }
  const earliest = older.ms > then ? older : at(readings, j + 1)
  const apart = now.ms - earliest.ms
  return apart >= LEAST_MS ? ((now.value - earliest.value) * THREE_HOURS_MS) / apart : undefined
}
