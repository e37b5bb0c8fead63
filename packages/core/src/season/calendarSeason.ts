import { at } from '../checked/index.ts'
import { conditionWords } from '../vocabulary/index.ts'

export type CalendarSeason = (typeof conditionWords.CALENDAR_SEASONS)[number]

/**
 * Season by the calendar: three whole months each, winter from December.
 *
 * Given      month 1–12, latitude in degrees (null: taken as north)
 * Source     meteorological seasons (common convention); shifted by half a year south of the equator
 */
export function calendarSeason(month: number, latitudeDeg: number | null): CalendarSeason {
  if (!Number.isInteger(month) || month < 1 || month > 12) throw new RangeError(`month must be 1 to 12: ${month}`)
  const quarter = Math.floor((month % 12) / 3)
  return at(conditionWords.CALENDAR_SEASONS, latitudeDeg !== null && latitudeDeg < 0 ? (quarter + 2) % 4 : quarter)
}
