import { performance } from 'node:perf_hooks'
import { backtest, patternBook, patternBookAfter } from '@jotbook/core/predict'
import { demoRepeated } from './demoRepeated.ts'

/**
 * The pattern model on the demo's book, laid after itself as often as it takes: the time of a fit as the book grows, of taking in a trip that came later, of going on after another change, and of the back-test.
 * `node tools/bench.mjs bench/predict.ts [trips …]`
 */
const seconds = <T>(work: () => T): [number, T] => {
  const from = performance.now()
  const done = work()
  return [(performance.now() - from) / 1000, done]
}
const sizes = process.argv.slice(2).map(Number)
let least: number | undefined
for (const trips of sizes.length > 0 ? sizes : [160, 1000, 3000]) {
  const book = demoRepeated(trips)
  const [fit, learnt] = seconds(() => patternBook(book))
  const [again] = seconds(() => patternBook(book, { start: learnt.model }))
  least ??= fit
  const last = book.trips.reduce((one, other) => (other.start > one.start ? other : one)).id
  const before = patternBook({ ...book, trips: book.trips.filter(({ id }) => id !== last) }, { start: learnt.model })
  const [later, taken] = seconds(() => patternBookAfter(before, book, new Set([last])))
  if (!taken) throw new Error('the last trip was not taken in')
  console.log(
    `${trips} trips, ${learnt.rows.length} rows: ${fit.toFixed(1)} s, ${(fit / least).toFixed(1)} times the first; a trip later: ${(later / fit).toFixed(3)} of it; going on: ${(again / fit).toFixed(2)}`,
  )
  if (trips <= 1000) {
    const [tried, { worth }] = seconds(() => backtest(book))
    console.log(
      `  back-test: ${tried.toFixed(0)} s, ${(tried / fit).toFixed(1)} fits; worth ${worth.ratio?.toFixed(2)}`,
    )
  }
}
