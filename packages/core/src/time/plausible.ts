import { parseInstant } from './instants.ts'
import { isDate } from './wallTime.ts'

/** Years a log may speak of: anything outside is a slip or an attack, and breaks calendars and astronomy. */
export const LOG_YEARS = { first: 1900, last: 2200 } as const
const [FROM_MS, TO_MS] = [Date.UTC(LOG_YEARS.first, 0, 1), Date.UTC(LOG_YEARS.last + 1, 0, 1)]

/** An ISO 8601 time with offset, within the years a log may speak of. */
export function isPlausibleInstant(text: string): boolean {
  const ms = parseInstant(text)
  return ms !== undefined && ms >= FROM_MS && ms < TO_MS
}

/** A calendar day within the years a log may speak of. */
export function isPlausibleDate(text: string): boolean {
  const year = Number(text.slice(0, 4))
  return isDate(text) && year >= LOG_YEARS.first && year <= LOG_YEARS.last
}
