import { at } from '../checked/index.ts'

declare const measure: unique symbol

/** Milliseconds since 1970-01-01 UTC: the clock of every computation. A sum is a plain number and passes for it; a length of time does not. */
export type EpochMs = number & { readonly [measure]?: 'instant' }
/** A length of time, which does not pass for an instant. */
export type DurationMs = number & { readonly [measure]?: 'duration' }

export const MINUTE_MS: DurationMs = 60_000
export const HOUR_MS: DurationMs = 3_600_000
/** A day of the clock; where one of the calendar is meant, see `dayMarks`. */
export const DAY_MS: DurationMs = 86_400_000

const ISO_WITH_OFFSET = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?(Z|[+-]\d{2}:?\d{2})$/i

/** Epoch milliseconds of an ISO 8601 time with offset; undefined when it is not one (no offset, no such day). */
export function parseInstant(text: string): EpochMs | undefined {
  return storedInstant(text) ?? writtenInstant(text)
}

const [ZERO, DASH, COLON, STOP, T, Z] = [48, 45, 58, 46, 84, 90] as const
/** Two digits as a number; NaN where one is none. */
function pair(text: string, index: number): number {
  const [tens, ones] = [text.charCodeAt(index) - ZERO, text.charCodeAt(index + 1) - ZERO]
  return tens >>> 0 <= 9 && ones >>> 0 <= 9 ? 10 * tens + ones : NaN
}
/** Days of each month of an ordinary year, and days before it in a year that begins in March. */
const DAYS_OF = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const
const DAYS_BEFORE = [306, 337, 0, 31, 61, 92, 122, 153, 184, 214, 245, 275] as const

/** The one spelling stored, read digit by digit: records are read by the hundred thousand. Undefined for any other. */
// eslint-disable-next-line complexity -- a digit at a time, which is what makes it quick
function storedInstant(text: string): EpochMs | undefined {
  if (text.length !== 24 || text.charCodeAt(10) !== T || text.charCodeAt(23) !== Z) return undefined
  if (text.charCodeAt(4) !== DASH || text.charCodeAt(7) !== DASH || text.charCodeAt(13) !== COLON) return undefined
  if (text.charCodeAt(16) !== COLON || text.charCodeAt(19) !== STOP) return undefined
  const year = 100 * pair(text, 0) + pair(text, 2)
  const month = pair(text, 5)
  const day = pair(text, 8)
  const hour = pair(text, 11)
  const minute = pair(text, 14)
  const second = pair(text, 17)
  const ms = 10 * pair(text, 20) + (pair(text, 21) % 10)
  // The last day of February is left to the reader that knows leap years; so is whatever is not a digit.
  const known = day >= 1 && day <= (DAYS_OF[month - 1] ?? 0) && hour <= 23 && minute <= 59 && second <= 59 && ms <= 999
  if (!known || Number.isNaN(year)) return undefined
  const from = month > 2 ? year : year - 1
  const days =
    365 * from +
    Math.floor(from / 4) -
    Math.floor(from / 100) +
    Math.floor(from / 400) +
    (DAYS_BEFORE[month - 1] ?? 0) +
    day -
    719_469
  return days * DAY_MS + hour * HOUR_MS + minute * MINUTE_MS + second * 1000 + ms
}

function writtenInstant(text: string): EpochMs | undefined {
  const parts = ISO_WITH_OFFSET.exec(text.trim())
  if (!parts) return undefined
  const [year, month, day, hour, minute, second] = parts.slice(1, 7).map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
    number,
    number,
  ]
  const wall =
    Date.UTC(year, month - 1, day, hour, minute, second) + Math.floor(Number(`0.${parts[7] ?? 0}`) * 1000 + 1e-6)
  const sameDay = new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day
  if (!sameDay || month < 1 || month > 12 || hour > 23 || minute > 59 || second > 59) return undefined
  return wall - offsetMs(at(parts, 8))
}

function offsetMs(text: string): number {
  if (text.toUpperCase() === 'Z') return 0
  const [hours, minutes] = [Number(text.slice(1, 3)), Number(text.slice(-2))]
  return (text.startsWith('-') ? -1 : 1) * (hours * HOUR_MS + minutes * MINUTE_MS)
}

/** ISO 8601 in UTC with milliseconds: the one spelling stored. */
export const isoUtc = (ms: EpochMs): string => new Date(ms).toISOString()

/** For records that passed validation. Throws RangeError for a text that is no time with offset. */
export function epochMs(iso: string): EpochMs {
  const ms = parseInstant(iso)
  if (ms === undefined) throw new RangeError(`not an ISO 8601 time with offset: ${iso}`)
  return ms
}
