import { performance } from 'node:perf_hooks'
import { backtest, patternBook } from '@jotbook/core/predict'
import { isoUtc } from '@jotbook/core'
import type { BookRecords } from '@jotbook/core'
import { checkBundle } from '@jotbook/contract/bundle'
import { demoBundle } from '../demo/book.ts'

/**
 * The pattern model on the demo's book, laid after itself as often as it takes: the time of a fit as the book grows, of going on after a new trip, and of the back-test.
 * `node tools/bench.mjs bench/predict.ts [trips …]`
 */
const seconds = <T>(work: () => T): [number, T] => {
  const from = performance.now()
  const done = work()
  return [(performance.now() - from) / 1000, done]
}
const SPAN_MS = 3 * 365.25 * 24 * 3_600_000

/** The demo's book again and again, three years later each time, until it has so many trips. */
function repeated(trips: number): BookRecords {
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

const sizes = process.argv.slice(2).map(Number)
let least: number | undefined
for (const trips of sizes.length > 0 ? sizes : [160, 1000, 3000]) {
  const book = repeated(trips)
  const [fit, learnt] = seconds(() => patternBook(book))
  const [again] = seconds(() => patternBook(book, { start: learnt.model }))
  least ??= fit
  console.log(
    `${trips} trips, ${learnt.rows.length} rows: ${fit.toFixed(1)} s, ${(fit / least).toFixed(1)} times the first; going on: ${(again / fit).toFixed(2)} of it`,
  )
  if (trips <= 1000) {
    const [tried, { worth }] = seconds(() => backtest(book))
    console.log(
      `  back-test: ${tried.toFixed(0)} s, ${(tried / fit).toFixed(1)} fits; worth ${worth.ratio?.toFixed(2)}`,
    )
  }
}
