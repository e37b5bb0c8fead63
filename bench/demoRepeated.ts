import { isoUtc } from '@jotbook/core'
import type { BookRecords } from '@jotbook/core'
import { checkBundle } from '@jotbook/contract/bundle'
import { demoBundle } from '../demo/demoBundle.ts'

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
  const kept = laid(demo.trips, own).slice(0, trips)
  const ids = new Set(kept.map(({ id }) => id))
  const onThem = <R extends { readonly trip: string }>(records: readonly R[]): R[] =>
    laid(records, own).filter(({ trip }) => ids.has(trip))
  return {
    ...demo,
    trips: kept,
    stints: onThem(demo.stints),
    readings: onThem(demo.readings),
    strikes: onThem(demo.strikes),
  }
}

function laidValue(field: string, value: unknown, k: number, ids: readonly string[]): unknown {
  if (k === 0 || typeof value !== 'string') return value
  if (ids.includes(field)) return `${value} ${k}`
  return ['start', 'end', 'time', 'weighIn'].includes(field) ? isoUtc(Date.parse(value) + k * SPAN_MS) : value
}
