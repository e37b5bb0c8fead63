import { performance } from 'node:perf_hooks'
import {
  afterLeaving,
  amongPeopleOfCut,
  aroundEdgeBy,
  aroundWatched,
  bitesOrSizeOf,
  buildColumns,
  cameWith,
  curveOf,
  cutForPeople,
  cutForWithin,
  namesOf,
  parseWhere,
  planFor,
  rateBoard,
  rowFilter,
  sameWeek,
  searchOf,
  stintsWhere,
  tryClaims,
  withinOfCut,
} from '@jotbook/core'
import type { Question } from '@jotbook/core'
import { demoRepeated } from './demoRepeated.ts'

/** As a worker answers the first time, and the sixth. */
function timed(name: string, work: () => unknown): void {
  const times = Array.from({ length: 6 }, () => {
    const from = performance.now()
    work()
    return performance.now() - from
  })
  console.log(`  ${name}: ${times[0]?.toFixed(0)} ms, then ${times.at(-1)?.toFixed(0)} ms`)
}

/** What comes bit by bit, on one thread. */
function atLength(name: string, work: (early: () => void) => unknown): void {
  const from = performance.now()
  let first = 0
  work(() => {
    first ||= performance.now() - from
  })
  console.log(`  ${name}: first after ${first.toFixed(0)} ms, all after ${(performance.now() - from).toFixed(0)} ms`)
}

/** What each view of the desk costs after a filter, on the demo and on a book of six times its trips. `node tools/bench.mjs bench/desk.ts` */
for (const trips of [160, 960]) {
  const book = demoRepeated(trips)
  console.log(`${book.trips.length} trips, ${book.stints.length} stints`)
  const names = namesOf(book)
  const where = parseWhere('water=Immerlow Reservoir')
  const cut = (question: Question) => buildColumns(book, planFor(question, book.bands))
  const board = (name: string, by: readonly string[]): void => {
    const columns = cut({ by, where })
    timed(`${name}, cut already`, () => rateBoard(columns, by, where, { names }))
  }
  timed('cutting for a map', () => cut({ by: ['wind_band', 'sky_band'], where }))
  board('map of wind and sky', ['wind_band', 'sky_band'])
  board('months', ['month'])
  timed('curve of water temperature', () => curveOf(book, { of: 'water_temp_c', where }))
  const lures = [...new Set(book.stints.map(({ lure }) => lure))]
  const side = (lure: string | undefined) => [{ kind: 'oneOf' as const, column: 'lure', values: [lure ?? ''] }]
  const pair = { a: side(lures[0]), b: side(lures[1]), where: [] }
  const cutPair = cut(cutForWithin(pair))
  timed('lure or day, cut already', () => withinOfCut(book, cutPair, pair))
  const columns = cut({ by: ['lure'], where })
  timed('bites or size, cut already', () => bitesOrSizeOf(columns, ['lure'], rowFilter(columns, where, names)))
  const { book: onWater } = stintsWhere(book, where)
  timed('stints of a water', () => stintsWhere(book, where))
  timed('around the changes', () => aroundWatched(onWater))
  const classes = new Map(book.lures.map((lure) => [lure.id, lure.class]))
  timed('one change by class', () => aroundEdgeBy(onWater, 'wind fell', ({ lure }) => classes.get(lure)))
  timed('leave or stay', () => afterLeaving(onWater))
  const cutPeople = cut(cutForPeople(where))
  timed('people, cut already', () => amongPeopleOfCut(book, cutPeople, where))
  timed('this week', () => sameWeek(book, { date: '2026-04-10', where }))
  timed('what else was so', () => cameWith(book, parseWhere('water=Immerlow Reservoir;temp_band=45..50F')))
  for (const { name } of book.waters)
    atLength(`search of ${name}`, (early) => searchOf(book, { water: name }, { early }))
  atLength('rules', (early) => tryClaims(book, { early }))
}
