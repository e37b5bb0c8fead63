import { fishSeason } from './fishSeason.ts'
import type { FishSeason } from './fishSeason.ts'

/** A stretch of the year, in days from 1 January: from the first to just before the second. */
export interface FishYearSpan {
  readonly season: FishSeason
  readonly fromDay: number
  readonly toDay: number
}

interface DayOfWater {
  /** From 0, 1 January. */
  readonly day: number
  readonly waterTempC: number
}

const [PARTS, YEAR_DAYS, MONTHS] = [24, 365, 12]

/**
 * The year of a water as its fish feel it, from its own temperatures.
 *
 * Method     the mean of all years in each half of a month, told by `fishSeason`; halves alike join; where nothing was read nothing is told
 * Returned   in the order of the year; a season over the turn of the year stands at both ends
 * Source     as `fishSeason`; halves of months: ours
 */
export function fishYear(days: readonly DayOfWater[], latitude: number | null): FishYearSpan[] {
  const spans: FishYearSpan[] = []
  for (let part = 0; part < PARTS; part++) {
    const [fromDay, toDay] = [(part * YEAR_DAYS) / PARTS, ((part + 1) * YEAR_DAYS) / PARTS]
    const read = days.filter(({ day }) => day >= fromDay && day < toDay)
    if (read.length === 0) continue
    const waterTempC = read.reduce((sum, one) => sum + one.waterTempC, 0) / read.length
    const month = Math.floor((part * MONTHS) / PARTS) + 1
    const season = fishSeason({ waterTempC, trendCPerDay: null, month, latitude })
    const last = spans.at(-1)
    if (last?.season === season && last.toDay === fromDay) spans[spans.length - 1] = { ...last, toDay }
    else spans.push({ season, fromDay, toDay })
  }
  return spans
}
