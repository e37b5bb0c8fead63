import { fishSeason } from '../season/index.ts'
import { localParts } from '../time/index.ts'
import { readingTrack } from './readingTracks.ts'
import type { Scene } from './scene.ts'
import { constantTrack, mapped } from './track.ts'
import type { Track } from './track.ts'
import { percentileAmong, tempLately, tempTrend } from './waterPast.ts'
import type { WaterPast } from './waterPast.ts'

/** A reading against all days of its water. */
const percentile =
  (condition: 'waterTempC' | 'visibilityM', among: (past: WaterPast) => readonly number[]) =>
  ({ setting, past }: Scene, edges: readonly number[]): Track => {
    const days = among(past)
    // The share of days below only changes where the reading passes one of them.
    const passed = edges.flatMap((edge) => days[Math.max(0, Math.ceil((edge * days.length) / 100) - 1)] ?? [])
    const read = readingTrack(
      setting,
      condition,
      [...new Set(passed)].sort((a, b) => a - b),
    )
    return mapped(read, (value) => percentileAmong(days, value))
  }

export const tempPercentileTrack = percentile('waterTempC', ({ temps }) => temps)
export const clarityPercentileTrack = percentile('visibilityM', ({ sights }) => sights)

/**
 * By how much the water warms or cools a day, °C, one value a trip.
 *
 * Source     `tempTrend`
 */
export const tempTrendTrack = ({ past, startMs }: Scene): Track => constantTrack(tempTrend(past, startMs))

/** A trend over less is weather. */
const WEEKS_DAYS = 14

/**
 * The season of the fish’s year, one a trip: they do not change theirs in an afternoon.
 *
 * Given      the trip’s own water temperature, else what the water lately read; its trend over two weeks; the month
 * Returned   unknown where the water was never read
 * Source     `fishSeason`
 */
export function fishSeasonTrack({ setting, past, startMs }: Scene): Track {
  const own = setting.readings.flatMap(({ reading: { waterTempC, spot } }) =>
    typeof waterTempC !== 'number' || spot ? [] : [waterTempC],
  )
  const temp = own.length > 0 ? own.reduce((sum, value) => sum + value, 0) / own.length : tempLately(past, startMs)
  if (temp === null) return constantTrack(null)
  const { month } = localParts(startMs, setting.timeZone)
  return constantTrack(
    fishSeason({
      waterTempC: temp,
      trendCPerDay: tempTrend(past, startMs, WEEKS_DAYS),
      month,
      latitude: setting.latitude,
    }),
  )
}
