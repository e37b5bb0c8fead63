import { isoUtc } from '@jotbook/core'
import type { Fields, Id } from '@jotbook/core'

/** For so many hours at most a weather station is asked. */
export const MOST_REPORT_HOURS = 96

export interface WeatherText {
  /** METAR, as the station gave it. */
  readonly text: string
}

/** How a live sounder stands. */
export interface FeedState {
  readonly running: boolean
  readonly connected: boolean
  /** Readings written so far. */
  readonly readings: number
  readonly used: number
  readonly checksum: number
  readonly unreadable: number
  /** Lines that came too thick to be listened to. */
  readonly flooded: number
  /** Nothing has come for half a minute. */
  readonly silent: boolean
}

/** What makes an id out of a name within a trip (UUID version 5). */
type NamedId = (name: string, trip: Id<'trip'>) => string

/** A sounder's reading as a record of its trip. The id follows from the time, so that feed and log give the same record. */
export function sounderReading(
  trip: Id<'trip'>,
  { ms, ...read }: { readonly ms: number; readonly waterTempC: number; readonly depthM?: number },
  idOf: NamedId,
): { recordId: string; fields: Fields } {
  return { recordId: idOf(`sounder ${ms}`, trip), fields: { trip, time: isoUtc(ms), ...read, source: 'sounder' } }
}

/** A weather report as a record of a trip; the same report is the same record. */
export function reportReading(
  trip: Id<'trip'>,
  { ms, station, ...read }: { readonly ms: number; readonly station: string } & Readonly<Record<string, unknown>>,
  idOf: NamedId,
): { recordId: string; fields: Fields } {
  const { automatic: _automatic, lightning, ...values } = read
  const thunder = lightning === true ? { thunder: true } : {}
  return {
    recordId: idOf(`report ${station} ${ms}`, trip),
    fields: { trip, time: isoUtc(ms), ...(values as Fields), ...thunder, source: 'weather report', note: station },
  }
}
