import { performance } from 'node:perf_hooks'
import { HOUR_MS, epochMs, isoUtc } from '@jotbook/core'
import { bagNow, deckAdvice, learnWater } from '@jotbook/core/advice'
import { checkBundle } from '@jotbook/contract/bundle'
import { demoBundle } from '../demo/demoBundle.ts'

/** What a day on the water costs: knowing the water, once a trip; advice at a tick; the odds of the bag. `node tools/bench.mjs bench/advice.ts` */
const encoder = new TextEncoder()
const { book } = checkBundle(new Map([...demoBundle()].map(([name, text]) => [name, encoder.encode(text)])))
const water = book.waters.find(({ name }) => name.startsWith('Immerlow'))?.id ?? ''
const onDeck = [...new Set(book.stints.slice(-60).map(({ lure }) => lure))].slice(0, 8)
const start = Math.max(...book.trips.map((trip) => epochMs(trip.start))) + 24 * HOUR_MS
const at = (hour: number): string => isoUtc(start + hour * HOUR_MS)
const day = {
  trip: {
    id: 'today',
    water,
    start: at(0),
    purpose: 'tournament' as const,
    limit: 5,
    minLengthMm: 350,
    weighIn: at(8),
  },
  stints: [{ id: 's', trip: 'today', lure: onDeck[0] ?? '', start: at(0), structure: 'main point' }],
  strikes: [{ id: 'k', trip: 'today', stint: 's', time: at(1), outcome: 'landed' as const, kept: true, weightG: 900 }],
  readings: [],
}
const lures = new Map(book.lures.map((lure) => [lure.id, lure]))
const under = { day, angler: null, nowMs: start + 2 * HOUR_MS, lures, onDeck }
const timed = <T>(name: string, work: () => T): T => {
  work()
  const from = performance.now()
  const done = work()
  console.log(`${name}: ${(performance.now() - from).toFixed(0)} ms`)
  return done
}
const known = timed('knowing the water', () => learnWater(book, water))
const advice = timed('advice', () => deckAdvice(under, known))
const bag = timed('odds of the bag', () => bagNow(book, under, known, { targetG: 5000 }))
console.log(advice.map(({ about, worth }) => `${about} ${worth.toFixed(2)}`).join(', '))
console.log(
  bag.ways
    .map(({ name, p10, p50, p90, chanceTarget }) =>
      [lures.get(name)?.name ?? name.length, p10, p50, p90, chanceTarget].join(' '),
    )
    .join('\n'),
)
