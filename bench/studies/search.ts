import { at, searchPatterns, seededRandom } from '@jotbook/core'
import { searchBook } from '../../packages/core/src/test/searchBook.ts'
import type { MadeBook, SearchWorld } from '../../packages/core/src/test/searchBook.ts'

/**
 * How often does a search cry wolf, and how often does it find what is there? Bars: of 400 books without a pattern at most 27 with any
 * family-wise p of 0.05 or less; of 100 with one, 85 found (ratio 4 at 0.6 strikes an hour, ratio 3 at 1.3) or 65 (ratio 3 at 0.6).
 * Seeds are fixed and never changed.
 */
const [nullBooks, foundBooks] = [Number(process.argv[2] ?? 400), Number(process.argv[3] ?? 100)]
const options = { permutations: 99, heldOut: false }
const plain: SearchWorld = { trips: 150, rate: 1, tripSd: 0, flurry: 1 }
const nulls: [string, SearchWorld][] = [
  ['plain', plain],
  ['trips differ (sd 0.5)', { ...plain, tripSd: 0.5 }],
  ['and flurries of 2', { ...plain, tripSd: 0.5, flurry: 2 }],
  ['and effort follows season and light', { ...plain, tripSd: 0.5, flurry: 2, seasonal: true }],
]
const planted: [string, SearchWorld][] = [
  ['ratio 4 at 0.6 an hour', { ...plain, rate: 0.6, tripSd: 0.5, ratio: 4 }],
  ['ratio 3 at 1.3 an hour', { ...plain, rate: 1.3, tripSd: 0.5, ratio: 3 }],
  ['ratio 3 at 0.6 an hour', { ...plain, rate: 0.6, tripSd: 0.5, ratio: 3 }],
  ['ratio 2 at 1.3 an hour', { ...plain, rate: 1.3, tripSd: 0.5, ratio: 2 }],
  ['ratio 3 at 1.3 an hour, with flurries of 2', { ...plain, rate: 1.3, tripSd: 0.5, flurry: 2, ratio: 3 }],
]

for (const [name, world] of nulls) {
  const random = seededRandom(1)
  let alarms = 0
  for (let book = 0; book < nullBooks; book++) {
    const { findings } = searchPatterns(searchBook(world, random).input, { ...options, seed: book + 1 })
    if (findings.some(({ pFamily }) => pFamily <= 0.05)) alarms++
  }
  console.log(`no pattern, ${name}: ${alarms} of ${nullBooks} books with a p of 0.05 or less`)
}

for (const [name, world] of planted) {
  const random = seededRandom(1)
  let [found, told, seen] = [0, 0, 0]
  for (let book = 0; book < foundBooks; book++) {
    const made = searchBook(world, random)
    const first = searchPatterns(made.input, { ...options, seed: book + 1 }).findings[0]
    if (!first) continue
    const overlap = shared(made, first.conditions)
    if (first.pFamily <= 0.05) told++
    if (overlap >= 0.5) seen++
    if (first.pFamily <= 0.05 && overlap >= 0.5) found++
  }
  console.log(`${name}: found in ${found} of ${foundBooks} (p of 0.05 or less in ${told}, the right hours in ${seen})`)
}

/** Hours of a finding and of the planted window: in both over in either. */
function shared(
  { input: { cells }, planted: window }: MadeBook,
  conditions: readonly { column: string; levels: readonly string[] }[],
): number {
  let [both, either] = [0, 0]
  for (let c = 0; c < cells.count; c++) {
    const inside = conditions.every(({ column, levels }) =>
      levels.includes(at(cells.levels[column] ?? [], at(cells.codes[column] ?? [], c))),
    )
    const hours = at(cells.hours, c)
    if (inside && window[c] === 1) both += hours
    if (inside || window[c] === 1) either += hours
  }
  return both / either
}
