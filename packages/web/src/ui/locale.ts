import { formatQuantity, quantityText, unitLabel } from '@jotbook/core'
import type { EpochMs, Unit } from '@jotbook/core'
import type { LocaleChoice } from '../state/preferences.ts'

/** The one module that speaks Intl: numbers, days, clocks and lists as the reader's language and choices have them. */

let choice: LocaleChoice = { clock: 'auto', decimal: 'auto' }
const formats = new Map<string, Intl.NumberFormat | Intl.DateTimeFormat | Intl.ListFormat>()

/** From now on numbers and clocks are written as chosen. */
export function speakAs(next: LocaleChoice): void {
  if (next === choice) return
  choice = next
  formats.clear()
}

const language = (): string => globalThis.navigator?.language ?? 'en-US'
/** English words with the numbers of the region: a language whose numbers have the decimal sign chosen. */
const numberLanguage = (): string =>
  choice.decimal === 'auto' ? language() : choice.decimal === 'comma' ? 'de-DE' : 'en-GB'

function cached<F extends Intl.NumberFormat | Intl.DateTimeFormat | Intl.ListFormat>(key: string, make: () => F): F {
  let format = formats.get(key) as F | undefined
  if (!format) formats.set(key, (format = make()))
  return format
}

/** A number with a fixed count of decimals. */
export const decimals = (value: number, places: number): string =>
  cached(
    `n${places}`,
    () => new Intl.NumberFormat(numberLanguage(), { minimumFractionDigits: places, maximumFractionDigits: places }),
  ).format(value)

export const whole = (value: number): string =>
  cached('n', () => new Intl.NumberFormat(numberLanguage(), { maximumFractionDigits: 0 })).format(value)
/** A share as a percentage, as the region writes it. */
export const percent = (share: number): string =>
  cached('%', () => new Intl.NumberFormat(numberLanguage(), { style: 'percent', maximumFractionDigits: 0 })).format(
    share,
  )
export const megabytes = (bytes: number): string => `${whole(bytes / 2 ** 20)} MB`
/** A rate per hour. */
export const rate = (value: number): string => decimals(value, 2)

const decimalSign = (): string => decimals(0.5, 1).charAt(1)
const localised = (text: string): string =>
  text.replace(/(\d)\.(\d)/g, (_all, a: string, b: string) => `${a}${decimalSign()}${b}`)

/** A stored quantity with its unit, as typed where it was typed in that unit. */
export const quantity = (value: number, typed: string | null | undefined, stored: Unit, shown: Unit): string =>
  localised(formatQuantity(value, typed, stored, shown))
/** As `quantity`, without the unit: for cells that can be typed into. */
export const bareQuantity = (value: number, typed: string | null | undefined, stored: Unit, shown: Unit): string =>
  localised(quantityText(value, typed, stored, shown))
export { unitLabel }

type DayStyle = 'full' | 'long' | 'short' | 'monthDay'
const DAY_STYLES: Readonly<Record<DayStyle, Intl.DateTimeFormatOptions>> = {
  full: { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  long: { day: 'numeric', month: 'long', year: 'numeric' },
  short: { day: 'numeric', month: 'short', year: 'numeric' },
  monthDay: { day: 'numeric', month: 'short' },
}

/** The day of an instant in a zone. */
export const day = (iso: string | EpochMs, zone: string, style: DayStyle = 'short'): string =>
  cached(`d${style}${zone}`, () => new Intl.DateTimeFormat('en', { ...DAY_STYLES[style], timeZone: zone })).format(
    new Date(iso),
  )

/** A calendar day, `YYYY-MM-DD`, of no zone. */
export const calendarDay = (date: string, style: DayStyle = 'short'): string => day(`${date}T12:00:00Z`, 'UTC', style)

export const monthName = (month: number, style: 'long' | 'short' | 'narrow' = 'long'): string =>
  cached(`m${style}`, () => new Intl.DateTimeFormat('en', { month: style, timeZone: 'UTC' })).format(
    new Date(Date.UTC(2024, month - 1, 15)),
  )

/** A day of the year, from 0, 1 January, in a year that is no leap year. */
export const dayOfYear = (at: number): string =>
  cached('d', () => new Intl.DateTimeFormat('en', { month: 'short', day: 'numeric', timeZone: 'UTC' })).format(
    new Date(Date.UTC(2001, 0, 1 + at)),
  )

export const weekdayName = (weekday: number): string =>
  cached('w', () => new Intl.DateTimeFormat('en', { weekday: 'short', timeZone: 'UTC' })).format(
    new Date(Date.UTC(2024, 0, 7 + weekday)),
  )

/** Asked for every clock on a screen, and dear to find out. */
let regionHour12: boolean | undefined

function hour12(): boolean {
  if (choice.clock !== 'auto') return choice.clock === '12'
  regionHour12 ??= new Intl.DateTimeFormat(language(), { hour: 'numeric' }).resolvedOptions().hour12 ?? false
  return regionHour12
}

/** The clock at an instant in a zone: `9:42` or `9:42 am`. */
export function clock(ms: EpochMs, zone: string): string {
  const twelve = hour12()
  return cached(
    `c${twelve}${zone}`,
    () =>
      new Intl.DateTimeFormat('en', {
        hour: 'numeric',
        minute: '2-digit',
        hourCycle: twelve ? 'h12' : 'h23',
        timeZone: zone,
      }),
  )
    .format(ms)
    .replace(/\s?(AM|PM)$/, (_all, half: string) => ` ${half.toLowerCase()}`)
}

/** Day and clock of a moment as this device has them. */
export const moment = (ms: EpochMs): string => {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
  return `${day(ms, zone, 'monthDay')}, ${clock(ms, zone)}`
}

/** Minutes as one says them: `50 min`, `8 h 05`. */
export const hoursText = (minutes: number): string => {
  const rounded = Math.round(minutes)
  return rounded < 60 ? `${rounded} min` : `${Math.floor(rounded / 60)} h ${String(rounded % 60).padStart(2, '0')}`
}

/** `a, b and c`. */
export const listOf = (words: readonly string[], kind: 'conjunction' | 'disjunction' = 'conjunction'): string =>
  cached(`l${kind}`, () => new Intl.ListFormat('en', { type: kind })).format(words)

/** `1 trip`, `2 trips`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${whole(count)} ${count === 1 ? one : many}`
