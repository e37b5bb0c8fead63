import { isoUtc } from '@jotbook/core'
import type { BookRecords } from '@jotbook/core'
import { checkBundle } from '@jotbook/contract/bundle'
import { demoBundle } from '../demo/book.ts'

const SPAN_MS = 3 * 365.25 * 24 * 3_600_000

/** The demo's book again and again, three years later each time, until it has so many trips. */
export function demoRepeated(trips: number): BookRecords {
  const encoder = new TextEncoder()
  const { book: demo } = checkBundle(new Map([...demoBundle()].map(([name, text]) => [name, encoder.encode(text)])))
  const times = Math.ceil(trips / demo.trips.length)
  const laid = <R extends object>(rows: readonly R[], ids: readonly string[]): R[] =>
    Array.from({ length: times }, (_, k) =>
      rows.map((row) =>
        Object.fromEntries(Object.entries(row).map(([field, value]) => [field, laidValue(field, value, k, ids)])),
      ),
    ).flat() as R[]
  const own = ['id', 'trip', 'stint']
  return {
    ...demo,
    trips: laid(demo.trips, own).slice(0, trips),
    stints: laid(demo.stints, own),
    readings: laid(demo.readings, own),
    strikes: laid(demo.strikes, own),
  }
}

function laidValue(field: string, value: unknown, k: number, ids: readonly string[]): unknown {
  if (k === 0 || typeof value !== 'string') return value
  if (ids.includes(field)) return `${value} ${k}`
  return ['start', 'end', 'time', 'weighIn'].includes(field) ? isoUtc(Date.parse(value) + k * SPAN_MS) : value
}
