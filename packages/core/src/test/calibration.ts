import { readTheBite } from '../decisions/index.ts'
import type { Bite } from '../decisions/index.ts'
import { answer, fitRateCurve, searchPatterns, tryClaims, withinOf } from '../evidence/index.ts'
import type { Condition } from '../evidence/index.ts'
import { drawGeometric, drawNormal, drawPoisson, normalQuantile, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { outcomeBook } from './outcomeBooks.ts'
import { searchBook } from './searchBooks.ts'
import type { MadeBook, SearchWorld } from './searchBooks.ts'
import { toldInAdvance } from './toldInAdvance.ts'
import { worldBook } from './worlds.ts'
import type { World } from './worlds.ts'

/** A figure of a study, and where it must lie. */
export interface Figure {
  readonly question: string
  readonly world: string
  readonly figure: string
  readonly value: number
  readonly least: number
  readonly most: number
  /** So many chances it is a share of; null: it is no share. */
  readonly of: number | null
}

/** A question asked of many made-up books of one world. Seeds are fixed beforehand and never changed. */
export interface Study {
  readonly question: string
  readonly world: string
  readonly run: (books: number) => Figure[]
}

type Told = Omit<Figure, 'question' | 'world'>
const share = (figure: string, count: number, of: number, least: number, most: number): Told => ({ figure, value: of > 0 ? count / of : NaN, of, least, most })

function study(question: string, world: string, seed: number, figures: (random: Random, books: number) => Told[]): Study {
  return { question, world, run: (books) => figures(seededRandom(seed), books).map((one) => ({ question, world, ...one })) }
}

const lure = (id: string) => [{ kind: 'oneOf', column: 'lure', values: [id] } as const]

/** Two lures that are equal: how often is one said to be better? */
function within(name: string, seed: number, world: World): Study {
  return study('within', name, seed, (random, books) => {
    let [missed, wrong] = [0, 0]
    for (let i = 0; i < books; i++) {
      const { within: held, verdict } = withinOf(worldBook(world, random), { a: lure('l0'), b: lure('l1'), where: [] })
      if (held && verdict !== 'cannot tell' && (held.lower > 1 || held.upper < 1)) missed++
      if (verdict === 'strong') wrong++
    }
    const most = world.choice === 'good days' ? 0.15 : 0.13
    return [share('limits miss, unless it cannot tell', missed, books, 0, most), share('strong and wrong', wrong, books, 0, 0.03)]
  })
}

/** A board by lure; how lures differ, as the sd of their logarithms. */
function board(
  name: string,
  seed: number,
  { lures: count, differ, ...world }: Omit<World, 'lures'> & { readonly lures: number; readonly differ: number },
): Study {
  return study('board', name, seed, (random, books) => {
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
        if (row.shrunkenLower <= truth && truth <= row.shrunkenUpper) shrunken++
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
      share('limits by trip hold', aware, rows, 0.87, 1),
      share('shrunken limits hold', shrunken, rows, 0.87, 0.93),
      share('a row strong and wrong', wrong, rows, 0, 0.03),
      share('a board with such a row', wrongBoards, books, 0, 0.1),
      ...(differ === 0 ? [] : [share('the best by four chances in five is the best', right, best, 0.78, 1)]),
    ]
  })
}

const HUMP = { at: 15, width: 4, height: 1.2 } as const

function curve(name: string, seed: number, { hump, tripSd, flurry }: { readonly hump: boolean; readonly tripSd: number; readonly flurry: number }): Study {
  const logRate = (x: number): number => Math.log(0.6) + (hump ? HUMP.height * Math.exp(-(((x - HUMP.at) / HUMP.width) ** 2)) - 0.4 : 0)
  return study('curve', name, seed, (random, books) => {
    let held = 0
    for (let i = 0; i < books; i++) {
      const rows = Array.from({ length: 60 }, (_, t) => {
        const [temp, luck] = [5 + 20 * random(), tripSd * drawNormal(random)]
        return Array.from({ length: 6 }, (__, h) => {
          const x = temp + 0.3 * h
          const bouts = drawPoisson(random, Math.exp(logRate(x) + luck) / flurry)
          return { x, trip: `t${t}`, events: Array.from({ length: bouts }, () => drawGeometric(random, flurry)).reduce((sum, one) => sum + one, 0) }
        })
      }).flat()
      const { points } = fitRateCurve({
        x: rows.map(({ x }) => x),
        events: rows.map(({ events }) => events),
        exposureHours: rows.map(() => 1),
        trip: rows.map(({ trip }) => trip),
      })
      if (points.every(({ x, simultaneousLower, simultaneousUpper }) => simultaneousLower <= Math.exp(logRate(x)) && Math.exp(logRate(x)) <= simultaneousUpper))
        held++
    }
    return [share('the band holds all of the curve', held, books, 0.87, 0.95)]
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
    return [share('false among those that hold, mean of books', shares, books, 0, 0.1), share('true ones that hold', found, truths, 0, 1)]
  })
}

function searchOfNothing(name: string, seed: number, world: SearchWorld): Study {
  return study('search', name, seed, (random, books) => {
    let alarms = 0
    const unseen: number[] = []
    for (let i = 0; i < books; i++) {
      const { findings } = searchPatterns(searchBook(world, random).input, { permutations: 99, seed: i + 1 })
      if (findings.some(({ pFamily }) => pFamily <= 0.05)) alarms++
      const first = findings[0]?.heldOut
      if (first) unseen.push(first.ratio)
    }
    unseen.sort((a, b) => a - b)
    const median = unseen[Math.floor(unseen.length / 2)] ?? NaN
    return [
      share('books with a p of 0.05 or less', alarms, books, 0.03, 0.07),
      { figure: 'median on trips left out', value: median, of: null, least: 0.95, most: 1.1 },
    ]
  })
}

const mean = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length

/** How often is what was planted found: p of 0.05 or less for hours that share half of its own with it? */
function planted(name: string, seed: number, world: SearchWorld, least: number): Study {
  return study('search', name, seed, (random, books) => {
    let [found, told] = [0, 0]
    const roots: number[] = []
    for (let i = 0; i < books; i++) {
      const made = searchBook(world, random)
      const root = toldInAdvance(made)
      roots.push(root)
      if (root >= normalQuantile(0.95)) told++
      const { findings, subjects } = searchPatterns(made.input, { permutations: 99, seed: i + 1, heldOut: false })
      if ([...subjects, ...findings.slice(0, 1)].some(({ pFamily, conditions }) => pFamily <= 0.05 && sharedHours(made, conditions) >= 0.5)) found++
    }
    return [
      share('found', found, books, least, 1),
      share('the most there is to know: found at 5 % when told the window in advance', told, books, 0, 1),
      { figure: 'the same: mean signed root (among all windows about 4 is needed)', value: mean(roots), of: null, least: 0, most: Infinity },
    ]
  })
}

/** Hours of a finding and of what was planted: in both over in either. */
function sharedHours({ input: { cells }, planted: window }: MadeBook, conditions: readonly Condition[]): number {
  let [both, either] = [0, 0]
  for (let c = 0; c < cells.count; c++) {
    const inside = conditions.every(({ column, levels }) => levels.includes(cells.levels[column]?.[cells.codes[column]?.[c] ?? 0] ?? ''))
    const hours = cells.hours[c] ?? 0
    if (inside && window[c] === 1) both += hours
    if (inside || window[c] === 1) either += hours
  }
  return both / either
}

const SHARES = { still: 0.4, moving: 0.3, 'on the fall': 0.2, 'as it came free of rock': 0.1 } as const

function ordinaryDays(seed: number): Study {
  return study('readTheBite', 'ordinary days of 30 strikes, everything logged', seed, (random, books) => {
    const oneOf = <T extends string>(words: Readonly<Record<T, number>>): T => {
      let left = random()
      const entries = Object.entries(words) as [T, number][]
      return (entries.find(([, p]) => (left -= p) < 0) ?? entries[0])![0]
    }
    let said = 0
    for (let day = 0; day < books; day++) {
      const bites: Bite[] = []
      for (let i = 0; i < 30; i++) {
        bites.push({
          strike: {
            outcome: oneOf({ raised: 0.25, lost: 0.22, landed: 0.4, missed: 0.13 }),
            phase: oneOf(SHARES),
            feltAs: oneOf({ tick: 0.2, weight: 0.2, thump: 0.6 }),
            hookPosition: oneOf({ deep: 0.2, 'both hooks': 0.2, 'rear hook outside': 0.2, 'front hook': 0.4 }),
          },
          timeShare: SHARES,
          visibilityM: day % 2 === 0 ? 0.3 : 2,
          waterTempC: 7,
        })
        if (readTheBite(bites).length === 0) continue
        said++
        break
      }
    }
    return [share('something is said at some time', said, books, 0, 0.1)]
  })
}

const equal: World = { trips: 40, rate: 0.6, lures: [1, 1], tripSd: 0.5 }
const eight = { trips: 40, rate: 0.6, lures: 8, differ: 0 }
const plainSearch: SearchWorld = { trips: 150, rate: 1, tripSd: 0, flurry: 1 }

const lures: SearchWorld = { trips: 80, rate: 1, tripSd: 0.5, flurry: 1.5, seasonal: true, lures: 2 }

export const STUDIES: readonly Study[] = [
  within('strikes come singly', 201, equal),
  within('flurries of 2', 202, { ...equal, flurry: 2 }),
  within('flurries of 3', 203, { ...equal, flurry: 3 }),
  within('flurries of 3, ten trips', 204, { ...equal, trips: 10, rate: 0.8, flurry: 3 }),
  within('the first hour twice as good, one lure thrown then', 205, { ...equal, dawn: 2, choice: 'dawn' }),
  within('the same, three lures', 206, { ...equal, rate: 1, lures: [1, 1, 1], dawn: 2, choice: 'dawn' }),
  within('the same, flurries of 1.5, 60 trips', 207, { ...equal, trips: 60, rate: 1, dawn: 2, choice: 'dawn', flurry: 1.5 }),
  within('good days seen at the ramp, no reasons logged', 208, { ...equal, trips: 60, choice: 'good days', goodDay: 2, logged: false }),
  within('picked up after blanks, no reasons logged', 209, { ...equal, trips: 60, choice: 'rescue', logged: false }),
  board('lures alike, flurries of 2', 221, { ...eight, flurry: 2 }),
  board('lures alike, flurries of 2, trips differ by 0.8', 222, { ...eight, flurry: 2, tripSd: 0.8 }),
  board('lures differ by 0.5, flurries of 2', 223, { ...eight, differ: 0.5, flurry: 2 }),
  board('lures differ by 0.5, trips by 0.8', 224, { ...eight, differ: 0.5, tripSd: 0.8 }),
  board('lures differ by 0.5, flurries of 2, trips by 0.8', 225, { ...eight, trips: 60, differ: 0.5, flurry: 2, tripSd: 0.8 }),
  board('eight trips, flurries of 2', 226, { trips: 8, rate: 0.8, lures: 4, differ: 0.4, flurry: 2, tripSd: 0.5 }),
  curve('flat, trips differ by 0.5', 241, { hump: false, tripSd: 0.5, flurry: 1 }),
  curve('hump, trips differ by 0.5', 242, { hump: true, tripSd: 0.5, flurry: 1 }),
  curve('flat, flurries of 2', 243, { hump: false, tripSd: 0.5, flurry: 2 }),
  curve('hump, flurries of 2', 244, { hump: true, tripSd: 0.5, flurry: 2 }),
  claims('flurries of 1.5', 261, 1.5),
  claims('flurries of 2', 262, 2),
  claims('flurries of 3', 263, 3),
  searchOfNothing('no pattern', 281, plainSearch),
  searchOfNothing('no pattern; trips, seasons and flurries of 2', 282, { ...plainSearch, tripSd: 0.5, flurry: 2, seasonal: true }),
  planted('a window of one lure, ratio 3, 12 h on 6 to 9 trips', 283, { ...lures, ofLure: { hours: [10.5, 14], trips: [6, 9], ratio: 3 } }, 0.5),
  planted('a window of one lure, ratio 3, 24 h on 11 to 17 trips', 284, { ...lures, ofLure: { hours: [20, 28], trips: [11, 17], ratio: 3 } }, 0.85),
  planted('a window of all lures, ratio 2.5, 25 to 40 h', 285, { ...lures, trips: 120, ratio: 2.5 }, 0.85),
  ordinaryDays(291),
]
