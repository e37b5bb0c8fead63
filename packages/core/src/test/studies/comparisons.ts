import { answer, tryClaims, withinOf } from '../../analyses/index.ts'
import { drawNormal } from '../../numerics/index.ts'
import { outcomeBook } from '../outcomeBook.ts'
import { worldBook } from '../worldBook.ts'
import type { World } from '../worldBook.ts'
import { share, study } from './study.ts'
import type { Study } from './study.ts'

const lure = (id: string) => [{ kind: 'oneOf', column: 'lure', values: [id] } as const]

/** Two lures that are equal: how often is one said to be better? */
function within(name: string, seed: number, world: World): Study {
  return study('within', name, seed, (random, books) => {
    let [missed, wrong, silent] = [0, 0, 0]
    for (let i = 0; i < books; i++) {
      const { within: held, verdict } = withinOf(worldBook(world, random), { a: lure('l0'), b: lure('l1'), where: [] })
      if (held && verdict !== 'cannot tell' && (held.lower > 1 || held.upper < 1)) missed++
      if (verdict === 'strong') wrong++
      if (verdict === 'cannot tell') silent++
    }
    const most = world.choice === 'good days' ? 0.15 : 0.13
    return [
      share('limits miss, unless it cannot tell', missed, books, 0, most),
      share('strong and wrong', wrong, books, 0, 0.03),
      share('cannot tell', silent, books, 0, 1),
    ]
  })
}

/** A board by lure; how lures differ, as the sd of their logarithms. */
function board(
  name: string,
  seed: number,
  { lures: count, differ, ...world }: Omit<World, 'lures'> & { readonly lures: number; readonly differ: number },
): Study {
  return study('board', name, seed, (random, books) => {
    // What is compared is in hours as good as all hours are.
    const { dawn = 1, hours = 6 } = world
    const anyHour = (dawn + hours - 1) / hours
    let [rows, aware, shrunken, wrong, wrongBoards, best, right] = [0, 0, 0, 0, 0, 0, 0]
    for (let i = 0; i < books; i++) {
      const lures = Array.from({ length: count }, () => Math.exp(differ * drawNormal(random) - differ ** 2 / 2))
      const highest = Math.max(...lures)
      let wrongHere = false
      for (const row of answer(worldBook({ ...world, lures }, random), { by: ['lure'], where: [] }).rows) {
        const ratio = lures[Number(row.group[0]?.slice(1))] ?? NaN
        const rest = (lures.reduce((sum, one) => sum + one, 0) - ratio) / (count - 1)
        const truth = world.rate * ratio
        rows++
        if (row.lower <= truth && truth <= row.upper) aware++
        if (row.shrunkenLower <= anyHour * truth && anyHour * truth <= row.shrunkenUpper) shrunken++
        if (row.strength === 'strong' && (differ === 0 || row.better !== ratio > rest)) {
          wrong++
          wrongHere = true
        }
        if (row.chanceOfBest < 0.8) continue
        best++
        if (ratio === highest) right++
      }
      if (wrongHere) wrongBoards++
    }
    return [
      // The rate of a lure is that of its own hours.
      ...(dawn === 1 ? [share('limits by trip hold', aware, rows, 0.87, 1)] : []),
      share('shrunken limits hold', shrunken, rows, 0.87, 0.93),
      share('a row strong and wrong', wrong, rows, 0, 0.03),
      share('a board with such a row', wrongBoards, books, 0, 0.1),
      ...(differ === 0 ? [] : [share('the best by four chances in five is the best', right, best, 0.78, 1)]),
    ]
  })
}

function claims(name: string, seed: number, flurry: number): Study {
  return study('claims', name, seed, (random, books) => {
    let [shares, found, truths] = [0, 0, 0]
    for (let i = 0; i < books; i++) {
      const made = outcomeBook('rate', random, flurry)
      const held = tryClaims(made.book, { claims: made.claims }).map(({ verdict }) => verdict === 'holds')
      const [all, wrong] = [held.filter(Boolean).length, held.filter((one, c) => one && !made.truths[c]).length]
      truths += made.truths.filter(Boolean).length
      found += all - wrong
      shares += all === 0 ? 0 : wrong / all
    }
    return [
      share('false among those that hold, mean of books', shares, books, 0, 0.1),
      share('true ones that hold', found, truths, 0, 1),
    ]
  })
}

const equal: World = { trips: 40, rate: 0.6, lures: [1, 1], tripSd: 0.5 }
const eight = { trips: 40, rate: 0.6, lures: 8, differ: 0 }

export const COMPARISONS: readonly Study[] = [
  within('strikes come singly', 201, equal),
  within('flurries of 2', 202, { ...equal, flurry: 2 }),
  within('flurries of 3', 203, { ...equal, flurry: 3 }),
  within('flurries of 3, ten trips', 204, { ...equal, trips: 10, rate: 0.8, flurry: 3 }),
  within('the first hour twice as good, one lure thrown then', 205, { ...equal, dawn: 2, choice: 'dawn' }),
  within('the same, three lures', 206, { ...equal, rate: 1, lures: [1, 1, 1], dawn: 2, choice: 'dawn' }),
  within('the same, flurries of 1.5, 60 trips', 207, {
    ...equal,
    trips: 60,
    rate: 1,
    dawn: 2,
    choice: 'dawn',
    flurry: 1.5,
  }),
  within('good days seen at the ramp, no reasons logged', 208, {
    ...equal,
    trips: 60,
    choice: 'good days',
    goodDay: 2,
    logged: false,
  }),
  within('picked up after blanks, no reasons logged', 209, { ...equal, trips: 60, choice: 'rescue', logged: false }),
  within('picked up after blanks, reasons logged', 210, { ...equal, trips: 60, choice: 'rescue' }),
  within('good days seen at the ramp, reasons logged', 211, { ...equal, trips: 60, choice: 'good days', goodDay: 2 }),
  within('trips differ by 0.8, flurries of 2', 212, { ...equal, tripSd: 0.8, flurry: 2 }),
  within('six trips, flurries of 2', 213, { ...equal, trips: 6, rate: 0.8, flurry: 2 }),
  within('the bite drifts, lures in turn', 214, { ...equal, drift: 0.8 }),
  within('the bite drifts, put down after an hour of blank, no reasons logged', 215, {
    ...equal,
    trips: 60,
    drift: 0.8,
    choice: 'adaptive',
    logged: false,
  }),
  within('the bite drifts, put down after an hour of blank, reasons logged', 216, {
    ...equal,
    trips: 60,
    drift: 0.8,
    choice: 'adaptive',
  }),
  board('lures alike, flurries of 2', 221, { ...eight, flurry: 2 }),
  board('lures alike, flurries of 2, trips differ by 0.8', 222, { ...eight, flurry: 2, tripSd: 0.8 }),
  board('lures differ by 0.5, flurries of 2', 223, { ...eight, differ: 0.5, flurry: 2 }),
  board('lures differ by 0.5, trips by 0.8', 224, { ...eight, differ: 0.5, tripSd: 0.8 }),
  board('lures differ by 0.5, flurries of 2, trips by 0.8', 225, {
    ...eight,
    trips: 60,
    differ: 0.5,
    flurry: 2,
    tripSd: 0.8,
  }),
  board('the first hour twice as good, one lure thrown then, lures alike', 227, {
    ...eight,
    lures: 4,
    trips: 60,
    dawn: 2,
    choice: 'dawn',
    tripSd: 0.5,
  }),
  board('the same, flurries of 2', 228, {
    ...eight,
    lures: 4,
    trips: 60,
    dawn: 2,
    choice: 'dawn',
    tripSd: 0.5,
    flurry: 2,
  }),
  board('the same, lures differ by 0.5', 229, {
    ...eight,
    lures: 4,
    trips: 60,
    dawn: 2,
    choice: 'dawn',
    tripSd: 0.5,
    differ: 0.5,
  }),
  board('eight trips, flurries of 2', 226, { trips: 8, rate: 0.8, lures: 4, differ: 0.4, flurry: 2, tripSd: 0.5 }),
  claims('flurries of 1.5', 261, 1.5),
  claims('flurries of 2', 262, 2),
  claims('flurries of 3', 263, 3),
]
