import { WATCHED, crossings, inside } from '../analyses/index.ts'
import type { ConditionChange, FishedTrip, WatchedEdge } from '../analyses/index.ts'
import { NO_EXPOSURE, plusExposure } from '../stats/index.ts'
import type { Exposure } from '../stats/index.ts'
import { HOUR_MS, MINUTE_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Reading } from '../vocabulary/index.ts'

/** A lure's strikes and hours in the hour before such changes, and in the hour after. */
export interface AroundLure {
  readonly before: Exposure
  readonly after: Exposure
}

/**
 * What each lure did around the changes of a kind, on all trips.
 *
 * Given      trips with their stints, and the edge that a condition crosses
 * Returned   by lure, strikes and hours of the hour before and of the hour after; lures that were not fished on such days are left out
 */
export function hoursAround(trips: readonly FishedTrip[], change: ConditionChange): Map<string, AroundLure> {
  const found = new Map<string, AroundLure>()
  for (const trip of trips) {
    const times = crossings(trip, change)
    if (times.length === 0) continue
    for (const one of trip.stints) {
      const known = found.get(one.stint.lure) ?? { before: NO_EXPOSURE, after: NO_EXPOSURE }
      const around = (fromH: number, toH: number): Exposure =>
        inside(
          [one],
          times.map((ms) => ({ fromMs: ms + fromH * HOUR_MS, toMs: ms + toH * HOUR_MS })),
        )
      found.set(one.stint.lure, {
        before: plusExposure(known.before, around(-1, 0)),
        after: plusExposure(known.after, around(0, 1)),
      })
    }
  }
  return found
}

/** A change is news for so long, and a reading is no news to one that lies further back. (ours) */
const [NEWS_MS, OLDEST_MS] = [45 * MINUTE_MS, 3 * HOUR_MS]
const TENDENCY_HOURS = 3

export interface SeenChange {
  readonly edge: WatchedEdge
  readonly atMs: EpochMs
}

/**
 * Edges that the day's last readings crossed, the latest first. Readings of other hours of the day say nothing.
 *
 * Given      the day's readings in any order, and the time
 * Returned   none where the last reading is old news, or the one before it too old to tell a change
 */
export function seenChanges(readings: readonly Reading[], nowMs: EpochMs): SeenChange[] {
  return WATCHED.flatMap(({ edge, field, change }) => {
    const told = readings
      .filter((reading) => reading[field] !== null && reading[field] !== undefined && epochMs(reading.time) <= nowMs)
      .map((reading) => ({ ms: epochMs(reading.time), value: reading[field] as number | string }))
      .sort((one, other) => one.ms - other.ms)
      .slice(field === 'pressureHpa' ? -3 : -2)
    const last = told.at(-1)
    const first = told[0]
    if (!last || !first || nowMs - last.ms > NEWS_MS || last.ms - first.ms > told.length * OLDEST_MS) return []
    const crossed = field === 'pressureHpa' ? turned(told, change) : stepped(told, change)
    return crossed ? [{ edge, atMs: last.ms }] : []
  }).sort((one, other) => other.atMs - one.atMs)
}

interface Told {
  readonly ms: EpochMs
  readonly value: number | string
}

function stepped(told: readonly Told[], { to, direction }: ConditionChange): boolean {
  const [before, after] = [told.at(-2), told.at(-1)]
  if (!before || !after) return false
  if (typeof to === 'string') return after.value === to && before.value !== to
  const [low, high] = [Number(before.value) < to, Number(after.value) < to]
  return low !== high && (direction === undefined || (direction === 'up') === low)
}

/** Hectopascals in three hours, between the last two readings and the two before. */
function turned(told: readonly Told[], { to }: ConditionChange): boolean {
  const [first, middle, last] = [told.at(-3), told.at(-2), told.at(-1)]
  if (!first || !middle || !last || typeof to !== 'number') return false
  const slope = (a: Told, b: Told): number =>
    b.ms > a.ms ? ((Number(b.value) - Number(a.value)) / ((b.ms - a.ms) / HOUR_MS)) * TENDENCY_HOURS : 0
  const [was, is] = [slope(first, middle), slope(middle, last)]
  return to < 0 ? was > to && is <= to : was < to && is >= to
}
