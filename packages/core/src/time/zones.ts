import { Temporal } from 'temporal-polyfill'
import { BoundedCache } from '../numerics/index.ts'
import { DAY_MS, HOUR_MS, MINUTE_MS } from './instants.ts'
import type { EpochMs } from './instants.ts'

/** Offsets of zones, and with them local hours, begin on whole quarter hours. */
export const QUARTER_MS = 15 * MINUTE_MS
/** Offsets change on whole quarter hours only, so one look-up serves fifteen minutes of segments. */
const MOST_KNOWN = 100_000
const offsets = new BoundedCache<string, BoundedCache<number, number>>(100)

/** Offset of local time from UTC in milliseconds. `zone` is an IANA name or a fixed offset such as `+02:00`. Throws RangeError for an unknown zone. */
export function zoneOffsetMs(ms: EpochMs, zone: string): number {
  const quarter = Math.floor(ms / QUARTER_MS)
  return offsets
    .get(zone, () => new BoundedCache(MOST_KNOWN))
    .get(
      quarter,
      () =>
        Temporal.Instant.fromEpochMilliseconds(quarter * QUARTER_MS).toZonedDateTimeISO(zone).offsetNanoseconds / 1e6,
    )
}

/** Whether a zone is one that the clock knows: an IANA name or a fixed offset. */
export function isZone(zone: string): boolean {
  try {
    zoneOffsetMs(0, zone)
    return true
  } catch {
    return false
  }
}

/** ISO 8601 in local time with offset, to the second where the milliseconds are nought. */
export function isoInZone(ms: EpochMs, zone: string): string {
  const offset = zoneOffsetMs(ms, zone)
  const local = new Date(ms + offset).toISOString().slice(0, -1)
  return local.replace(/\.000$/, '') + offsetText(offset)
}

function offsetText(offset: number): string {
  const minutes = Math.abs(Math.round(offset / MINUTE_MS))
  return `${offset < 0 ? '-' : '+'}${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
}

/** The fixed-offset zone of an ISO time, for a trip whose water has no time zone. */
export function offsetZone(iso: string): string {
  const tail = /(Z|[+-]\d{2}:?\d{2})$/i.exec(iso.trim())?.[1] ?? 'Z'
  return tail.toUpperCase() === 'Z' ? 'UTC' : `${tail.slice(0, 3)}:${tail.slice(-2)}`
}

export interface LocalParts {
  readonly year: number
  readonly month: number
  readonly day: number
  readonly hour: number
  readonly minute: number
}

/** The local clock at a time; months from 1. Throws RangeError for a zone that is none. */
export function localParts(ms: EpochMs, zone: string): LocalParts {
  const local = new Date(ms + zoneOffsetMs(ms, zone))
  return {
    year: local.getUTCFullYear(),
    month: local.getUTCMonth() + 1,
    day: local.getUTCDate(),
    hour: local.getUTCHours(),
    minute: local.getUTCMinutes(),
  }
}

/** `YYYY-MM-DD` in the zone. */
export const localDate = (ms: EpochMs, zone: string): string =>
  new Date(ms + zoneOffsetMs(ms, zone)).toISOString().slice(0, 10)

/** Instants strictly between `fromMs` and `toMs` at which the local clock shows a whole hour or jumps. */
export function hourMarks(fromMs: EpochMs, toMs: EpochMs, zone: string): EpochMs[] {
  const marks: EpochMs[] = []
  for (let ms = Math.ceil((fromMs + 1) / QUARTER_MS) * QUARTER_MS; ms < toMs; ms += QUARTER_MS) {
    const offset = zoneOffsetMs(ms, zone)
    if ((ms + offset) % HOUR_MS === 0 || zoneOffsetMs(ms - 1, zone) !== offset) marks.push(ms)
  }
  return marks
}

/** Instants strictly between `fromMs` and `toMs` at which a new local day begins. */
export function dayMarks(fromMs: EpochMs, toMs: EpochMs, zone: string): EpochMs[] {
  const dayOf = (ms: EpochMs): number => Math.floor((ms + zoneOffsetMs(ms, zone)) / DAY_MS)
  if (dayOf(fromMs) === dayOf(toMs - 1)) return []
  return hourMarks(fromMs, toMs, zone).filter((ms) => dayOf(ms - 1) !== dayOf(ms))
}

/** The instant at which the local day of a time began (where clocks jump at midnight, the first instant after the jump). */
export function dayStart(ms: EpochMs, zone: string): EpochMs {
  const midnight = Math.floor((ms + zoneOffsetMs(ms, zone)) / DAY_MS) * DAY_MS
  const guess = midnight - zoneOffsetMs(midnight - zoneOffsetMs(ms, zone), zone)
  return Math.min(guess, ms)
}
