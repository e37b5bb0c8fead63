import { isDate, parseClock } from '../../time/index.ts'
import { unaccented } from './headers.ts'

/** In which order a date's numbers stand. */
export type DateOrder = 'ymd' | 'mdy' | 'dmy'

/** How the months begin in the languages whose headers are known, without accents. */
const MONTHS: readonly (readonly string[])[] = [
  ['jan', 'gen', 'ene'],
  ['feb', 'fev'],
  ['mar', 'maa', 'mrt'],
  ['apr', 'avr', 'abr'],
  ['may', 'mai', 'mei', 'mag', 'maj'],
  ['jun', 'juin', 'giu'],
  ['jul', 'juil', 'lug'],
  ['aug', 'aou', 'ago'],
  ['sep', 'set'],
  ['oct', 'okt', 'ott', 'out'],
  ['nov'],
  ['dec', 'dez', 'dic'],
]
const WEEKDAY = /^[a-z]{2,10}\.?,?\s+(?=\d|[a-z]+\.?\s+\d)/
const NUMBERS = /^(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})$/
const NAMED = /^(?:(\d{1,2})\.?\s+(?:de\s+)?([a-z]{3,10})\.?(?:\s+de)?|([a-z]{3,10})\.?\s+(\d{1,2})),?\s+(\d{4})$/
/** Two-figure years belong to this century up to here. */
const LATEST_SHORT_YEAR = 69

/** The orders that every date of a column may be in; more than one: it must be chosen. Dates with a month's name fit any. */
export function possibleOrders(dates: readonly string[]): DateOrder[] {
  const orders: readonly DateOrder[] = ['ymd', 'mdy', 'dmy']
  const numbered = dates.map(withoutWeekday).filter((date) => NUMBERS.test(date))
  if (numbered.length === 0) return ['ymd']
  return orders.filter((order) => numbered.every((date) => parseDate(date, order) !== undefined))
}

/** `YYYY-MM-DD` of a date as written; undefined when it is none in that order. */
export function parseDate(text: string, order: DateOrder): string | undefined {
  const plain = withoutWeekday(text)
  const named = NAMED.exec(plain)
  if (named) {
    const month =
      MONTHS.findIndex((starts) => starts.some((start) => (named[2] ?? named[3] ?? '').startsWith(start))) + 1
    return month === 0 ? undefined : whole(Number(named[5]), month, Number(named[1] ?? named[4]))
  }
  const numbers = NUMBERS.exec(plain)
  if (!numbers) return undefined
  const [a, b, c] = numbers.slice(1).map(Number) as [number, number, number]
  const yearFirst = (numbers[1] ?? '').length === 4
  if ((order === 'ymd') !== yearFirst) return undefined
  if (order === 'ymd') return whole(a, b, c)
  const year = (numbers[3] ?? '').length === 4 ? c : c <= LATEST_SHORT_YEAR ? 2000 + c : 1900 + c
  return order === 'mdy' ? whole(year, a, b) : whole(year, b, a)
}

const withoutWeekday = (text: string): string => unaccented(text.trim()).replace(WEEKDAY, '')

function whole(year: number, month: number, day: number): string | undefined {
  const date = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
  return isDate(date) ? date : undefined
}

/** A time of day as people write it: `6:40 AM`, `6.40 Uhr`, `18h30`; undefined when it is none. */
export const clockIn = (text: string): { hour: number; minute: number } | undefined =>
  parseClock(
    text
      .trim()
      .replace(/(\d)\s*h\s*(\d{2})$/i, '$1:$2')
      .replace(/(\d)\s*(uhr|h)$/i, (_all, last: string) => (/[:.]/.test(text) ? last : `${last}:00`))
      .replace(/[:.](\d{2})[:.]\d{2}/, ':$1'),
  )

/** The date and the clock of a cell that holds both. */
export function splitDateTime(text: string): { date: string; clock: string } {
  const split = /^(.*?\d)(?:[T ]|,\s*)\s*(\d{1,2}[:.h]\d{2}(?:[:.]\d{2})?\s*(?:[ap]\.?m\.?|uhr)?)$/i.exec(text.trim())
  return split
    ? { date: split[1] ?? '', clock: (split[2] ?? '').replaceAll('.m', 'm').replace(/([ap])\.$/i, '$1') }
    : { date: text.trim(), clock: '' }
}
