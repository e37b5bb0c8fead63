import { performance } from 'node:perf_hooks'
import { backtest, patternBook } from '@jotbook/core/predict'
import { demoRepeated } from './demoRepeated.ts'

/**
 * The pattern model on the demo's book, laid after itself as often as it takes: the time of a fit as the book grows, of going on after a new trip, and of the back-test.
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
