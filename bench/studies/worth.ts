import { at } from '@jotbook/core'
import { backtest } from '@jotbook/core/predict'
import { foretoldTrips } from '../../packages/core/src/predict/backtest.ts'
import { patternColumns, patternRows } from '../../packages/core/src/predict/patternRows.ts'
import { patternWorld, trueRate } from '../../packages/core/src/test/patternWorld.ts'

/**
 * What the back-test says a deck is worth, in books of worlds where there is something to know and where there is nothing: its mean, how
 * often its 80 % limits hold what the deck truly was worth on those trips, and how often it says *earned*.
 * `node tools/bench.mjs bench/studies/worth.ts [books] [trips]`
 */
const [books, trips] = [Number(process.argv[2] ?? 60), Number(process.argv[3] ?? 80)]
const RODS = 2
const FROM = 20

for (const pattern of [true, false]) {
  let [logs, truths, held, earned, told] = [0, 0, 0, 0, 0]
  for (let seed = 1; seed <= books; seed++) {
    const book = patternWorld(trips, seed, pattern)
    const { worth } = backtest(book, { rods: RODS, from: FROM })
    if (worth.ratio === null) continue
    const truth = trueWorth(book, pattern)
    told++
    logs += Math.log(worth.ratio)
    truths += Math.log(truth)
    if (worth.lower <= truth && truth <= worth.upper) held++
    if (worth.verdict === 'earned') earned++
  }
  const percent = (count: number): string => `${((100 * count) / told).toFixed(0)} %`
  console.log(
    `${pattern ? 'a lure that lives by the wind' : 'nothing to know'}: ${told} books of ${trips} trips: worth ${Math.exp(logs / told).toFixed(3)} on average (truly ${Math.exp(truths / told).toFixed(3)}), the 80 % limits hold the truth in ${percent(held)}, earned in ${percent(earned)}`,
  )
}

/** True rates on carried rods over those on the others of the same trips; the luck of a trip is on both sides. */
function trueWorth(book: ReturnType<typeof patternWorld>, pattern: boolean): number {
  const columns = patternColumns(book)
  const { tested, carried } = foretoldTrips(book, columns, { from: FROM, rods: RODS })
  const inDeck = new Set(carried)
  const rows = new Map(patternRows(book, columns).map((row) => [row.row, row]))
  const byTrip = new Map<string, { hours: [number, number]; expected: [number, number] }>()
  for (const index of tested) {
    const row = rows.get(index)
    if (!row) continue
    const side = inDeck.has(index) ? 0 : 1
    const sums = byTrip.get(row.trip) ?? { hours: [0, 0], expected: [0, 0] }
    sums.hours[side] += row.hours
    sums.expected[side] += row.hours * trueRate(row.situation.lure, row.situation.numbers.wind_mps, pattern)
    byTrip.set(row.trip, sums)
  }
  let [over, under] = [0, 0]
  for (const { hours, expected } of byTrip.values()) {
    const all = hours[0] + hours[1]
    over += (at(expected, 0) * hours[1]) / all
    under += (at(expected, 1) * hours[0]) / all
  }
  return over / under
}
