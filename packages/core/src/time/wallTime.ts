import { Temporal } from 'temporal-polyfill'
import type { EpochMs } from './instants.ts'

export interface Clock {
  readonly hour: number
  readonly minute: number
}

/** A time of day as typed: `630`, `6:30`, `0630`, `18.30`, `6:30 pm`, `7`. Undefined when it is not understood. */
export function parseClock(input: string): Clock | undefined {
  const parts = /^(\d{1,2}?)(?:[:.]?(\d{2}))?\s*(am|pm|a|p)?$/i.exec(input.trim())
  if (!parts) return undefined
  const half = parts[3]?.toLowerCase()[0]
  let hour = Number(parts[1])
  const minute = Number(parts[2] ?? 0)
  if (half !== undefined && (hour < 1 || hour > 12)) return undefined
  if (half === 'p' && hour < 12) hour += 12
  if (half === 'a' && hour === 12) hour = 0
  return hour < 24 && minute < 60 ? { hour, minute } : undefined
}

/** What a wall time means in a zone: one instant; two, when clocks go back; none, when they go forward (then the instant an hour of clock later). */
export type WallTime =
  | { readonly kind: 'once'; readonly ms: EpochMs }
  | { readonly kind: 'twice'; readonly ms: EpochMs; readonly laterMs: EpochMs }
  | { readonly kind: 'skipped'; readonly ms: EpochMs }

/** Given `YYYY-MM-DD`, a clock and an IANA zone. Throws RangeError for a date or zone that does not exist. */
export function resolveWallTime(date: string, clock: Clock, zone: string): WallTime {
  const local = Temporal.PlainDate.from(date).toPlainDateTime(clock)
  const earlier = local.toZonedDateTime(zone, { disambiguation: 'earlier' })
  const later = local.toZonedDateTime(zone, { disambiguation: 'later' })
  if (earlier.epochMilliseconds === later.epochMilliseconds) return { kind: 'once', ms: earlier.epochMilliseconds }
  const exists = earlier.toPlainDateTime().equals(local)
  return exists
    ? { kind: 'twice', ms: earlier.epochMilliseconds, laterMs: later.epochMilliseconds }
    : { kind: 'skipped', ms: later.epochMilliseconds }
}

/** `YYYY-MM-DD`, some days later. */
export const addDays = (date: string, days: number): string => Temporal.PlainDate.from(date).add({ days }).toString()

/** Whether a text is a day of the calendar, `YYYY-MM-DD`. */
export function isDate(text: string): boolean {
  return (
    /^\d{4}-\d{2}-\d{2}$/.test(text) &&
    !Number.isNaN(Date.parse(`${text}T00:00:00Z`)) &&
    new Date(`${text}T00:00:00Z`).toISOString().startsWith(text)
  )
}
