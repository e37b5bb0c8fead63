import { searchPatterns } from '../../analyses/index.ts'
import type { Condition } from '../../analyses/index.ts'
import { normalQuantile } from '../../numerics/index.ts'
import { searchBook } from '../searchBook.ts'
import type { MadeBook, SearchWorld } from '../searchBook.ts'
import { share, study } from './study.ts'
import type { Study } from './study.ts'
import { toldInAdvance } from './toldInAdvance.ts'

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
      if (
        [...subjects, ...findings.slice(0, 1)].some(
          ({ pFamily, conditions }) => pFamily <= 0.05 && sharedHours(made, conditions) >= 0.5,
        )
      )
        found++
    }
    return [
      share('found', found, books, least, 1),
      share('the most there is to know: found at 5 % when told the window in advance', told, books, 0, 1),
      {
        figure: 'the same: mean signed root (among all windows about 4 is needed)',
        value: mean(roots),
        of: null,
        least: 0,
        most: Infinity,
      },
    ]
  })
}

/** Hours of a finding and of what was planted: in both over in either. */
function sharedHours({ input: { cells }, planted: window }: MadeBook, conditions: readonly Condition[]): number {
  let [both, either] = [0, 0]
  for (let c = 0; c < cells.count; c++) {
    const inside = conditions.every(({ column, levels }) =>
      levels.includes(cells.levels[column]?.[cells.codes[column]?.[c] ?? 0] ?? ''),
    )
    const hours = cells.hours[c] ?? 0
    if (inside && window[c] === 1) both += hours
    if (inside || window[c] === 1) either += hours
  }
  return both / either
}

const plainSearch: SearchWorld = { trips: 150, rate: 1, tripSd: 0, flurry: 1 }
const lures: SearchWorld = { trips: 80, rate: 1, tripSd: 0.5, flurry: 1.5, seasonal: true, lures: 2 }

export const SEARCHES: readonly Study[] = [
  searchOfNothing('no pattern', 281, plainSearch),
  searchOfNothing('no pattern; trips, seasons and flurries of 2', 282, {
    ...plainSearch,
    tripSd: 0.5,
    flurry: 2,
    seasonal: true,
  }),
  planted(
    'a window of one lure, ratio 3, 12 h on 6 to 9 trips',
    283,
    { ...lures, ofLure: { hours: [10.5, 14], trips: [6, 9], ratio: 3 } },
    0.5,
  ),
  planted(
    'a window of one lure, ratio 3, 24 h on 11 to 17 trips',
    284,
    { ...lures, ofLure: { hours: [20, 28], trips: [11, 17], ratio: 3 } },
    0.85,
  ),
  planted('a window of all lures, ratio 2.5, 25 to 40 h', 285, { ...lures, trips: 120, ratio: 2.5 }, 0.85),
]
