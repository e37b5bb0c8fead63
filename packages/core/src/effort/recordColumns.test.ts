import { expect, it } from 'vitest'
import { bookOfTrips } from '../test/bookOfTrips.ts'
import { buildColumns } from './buildColumns.ts'
import { planCuts } from './cutPlan.ts'
import type { BookRecords } from './bookRecords.ts'

const made = bookOfTrips([
  {
    hours: 4,
    stints: [
      { lure: 'a', from: 0, to: 2, strikes: [1], spot: 'p' },
      { lure: 'b', from: 2, to: 4, strikes: [] },
    ],
    readings: [
      { at: 0, depthM: 2 },
      { at: 1.5, depthM: 6 },
      { at: 2, fry: true, preySeen: ['perch', 'bluegill'], anglersSeen: 4, preyLengthMm: 60 },
    ],
  },
])
const book: BookRecords = {
  ...made,
  setups: [{ id: 'r', name: 'rod 1', lure: 'a', lineKind: 'fluorocarbon', lineLb: 12, rodPower: 'medium' }],
  spots: made.spots.map((spot) => ({ ...spot, slope: 'steep' })),
  lures: made.lures.map((lure) => ({ ...lure, lengthMm: 75, price: 8 })),
  stints: made.stints.map((stint, i) =>
    i === 0 ? { ...stint, setup: 'r', pauseS: 4 } : { ...stint, lineKind: 'braid', levelFished: 'bottom' },
  ),
}

/** The level of a column where each stint begins. */
function levelsOf(column: string): string[] {
  const columns = buildColumns(book, planCuts(['stint', column], []))
  const factor = columns.factors[column]!
  const stint = columns.factors.stint!
  const levels = new Map<string, string>()
  factor.codes.forEach((code, row) => {
    const id = stint.levels[stint.codes[row]!]!
    if (!levels.has(id)) levels.set(id, factor.levels[code]!)
  })
  return [...levels.values()]
}

it('rod and line are the stint’s own, else those of its setup', () => {
  expect(levelsOf('line_kind')).toEqual(['fluorocarbon', 'braid'])
  expect(levelsOf('rod_power')).toEqual(['medium', 'unknown'])
  expect(levelsOf('line_band')).toEqual(['12–17 lb', 'unknown'])
})

it('numbers that are logged, or stand in Tackle, have bands', () => {
  expect(levelsOf('pause_band')).toEqual(['3–5 s', 'unknown'])
  expect(levelsOf('price_band')).toEqual(['5–10 each', '5–10 each'])
  expect(levelsOf('lure_length_band')).toEqual(['2–3 in', '2–3 in'])
})

it('depth comes from the sounder where none was logged, each sounding weighed by how long it held', () => {
  // A quarter at 6 m and three quarters at 2 m are 3 m, which is just under ten feet.
  expect(levelsOf('depth_band')).toEqual(['8–12 ft', 'unknown'])
})

it('what was seen is a column of its own: yes or no, a count, several kinds, and the lure’s length beside the prey’s', () => {
  expect(levelsOf('fry')).toEqual(['unknown', 'yes'])
  expect(levelsOf('anglers_seen')).toEqual(['unknown', '4'])
  expect(levelsOf('prey_seen')).toEqual(['unknown', 'perch;bluegill'])
  const { numbers } = buildColumns(book, planCuts(['stint'], [{ column: 'prey_ratio', edges: [] }]))
  expect([...numbers.prey_ratio!]).toEqual([NaN, 1.25])
})

it('the spot says how steep it is, and the angler what level was fished', () => {
  expect(levelsOf('slope')).toEqual(['steep', 'unknown'])
  expect(levelsOf('level')).toEqual(['middle', 'bottom'])
})
