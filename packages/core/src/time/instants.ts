import { at } from '../checked/index.ts'
/** Milliseconds since 1970-01-01 UTC: the clock of every computation. */
export type EpochMs = number

export const MINUTE_MS = 60_000
export const HOUR_MS = 3_600_000

const ISO_WITH_OFFSET = /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?(Z|[+-]\d{2}:?\d{2})$/i

/** Epoch milliseconds of an ISO 8601 time with offset; undefined when it is not one (no offset, no such day). */
export function parseInstant(text: string): EpochMs | undefined {
  const parts = ISO_WITH_OFFSET.exec(text.trim())
  if (!parts) return undefined
  const [year, month, day, hour, minute, second] = parts.slice(1, 7).map((part) => Number(part ?? 0)) as [number, number, number, number, number, number]
  const wall = Date.UTC(year, month - 1, day, hour, minute, second) + Math.floor(Number(`0.${parts[7] ?? 0}`) * 1000 + 1e-6)
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

/** Throws RangeError: for records that passed validation. */
export function epochMs(iso: string): EpochMs {
  const ms = parseInstant(iso)
  if (ms === undefined) throw new RangeError(`not an ISO 8601 time with offset: ${iso}`)
  return ms
}
