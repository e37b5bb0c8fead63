import { isDate } from '../../time/index.ts'

/** In which order a date's numbers stand. */
export type DateOrder = 'ymd' | 'mdy' | 'dmy'

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']
const NUMBERS = /^(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})$/
const NAMED = /^(?:[a-z]{3,9},?\s+)?(?:(\d{1,2})\.?\s+([a-z]{3,9})\.?|([a-z]{3,9})\.?\s+(\d{1,2})),?\s+(\d{4})$/i
/** Two-figure years belong to this century up to here. */
const LATEST_SHORT_YEAR = 69

/** The orders that every date of a column may be in; more than one: it must be chosen. Dates with a month's name fit any. */
export function possibleOrders(dates: readonly string[]): DateOrder[] {
  const orders: readonly DateOrder[] = ['ymd', 'mdy', 'dmy']
  const numbered = dates.map((date) => date.trim()).filter((date) => NUMBERS.test(date))
  if (numbered.length === 0) return ['ymd']
  return orders.filter((order) => numbered.every((date) => parseDate(date, order) !== undefined))
}

/** `YYYY-MM-DD` of a date as written; undefined when it is none in that order. */
export function parseDate(text: string, order: DateOrder): string | undefined {
  const named = NAMED.exec(text.trim())
  if (named) {
    const month = MONTHS.indexOf((named[2] ?? named[3] ?? '').slice(0, 3).toLowerCase()) + 1
    return month === 0 ? undefined : whole(Number(named[5]), month, Number(named[1] ?? named[4]))
  }
  const numbers = NUMBERS.exec(text.trim())
  if (!numbers) return undefined
  const [a, b, c] = numbers.slice(1).map(Number) as [number, number, number]
  const yearFirst = (numbers[1] ?? '').length === 4
  if ((order === 'ymd') !== yearFirst) return undefined
  if (order === 'ymd') return whole(a, b, c)
  const year = (numbers[3] ?? '').length === 4 ? c : c <= LATEST_SHORT_YEAR ? 2000 + c : 1900 + c
  return order === 'mdy' ? whole(year, a, b) : whole(year, b, a)
}

function whole(year: number, month: number, day: number): string | undefined {
  const date = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  return isDate(date) ? date : undefined
}

/** The date and the clock of a cell that holds both. */
export function splitDateTime(text: string): { date: string; clock: string } {
  const split = /^(.*?\d)(?:[T ]|,\s*)\s*(\d{1,2}[:.]\d{2}(?:[:.]\d{2})?\s*(?:[ap]\.?m\.?)?)$/i.exec(text.trim())
  return split ? { date: split[1] ?? '', clock: (split[2] ?? '').replaceAll('.m', 'm').replace(/([ap])\.$/i, '$1') } : { date: text.trim(), clock: '' }
}
