import { beforeAll, describe, expect, it } from 'vitest'
import type { BookRecords } from '../effort/index.ts'
import { patternWorld } from '../test/patternWorld.ts'
import { contrastOf } from './contrast.ts'
import { patternsOfWater } from './patternsOfWater.ts'
import type { WaterPattern } from './patternsOfWater.ts'
import { buildColumns, planCuts } from '../effort/index.ts'
import { bookOfTrips } from '../test/bookOfTrips.ts'

const WATER = 'made-up water'
const QUICK = { permutations: 60 }

describe('the pattern book of a water', () => {
  let book: BookRecords
  let found: WaterPattern[]
  beforeAll(() => {
    book = patternWorld(70, 3, true)
    found = patternsOfWater(book, WATER, QUICK)
  })

  it('finds the lure in its wind, as two thirds of the trips would have, and judges it on the last third alone', () => {
    const [first] = found
    expect(first?.where).toMatch(/lure=A/)
    expect(first?.where).toMatch(/wind_band=/)
    expect(first).toMatchObject({ strength: 'strong', continues: null })
    // 46 of the 70 trips found it; they are a week apart.
    const later = book.trips.slice(46).map(({ id }) => id)
    expect(first!.foundOn).toBe(book.trips[45]!.start.slice(0, 10))
    expect(first!.since!.tripIds.every((trip) => later.includes(trip))).toBe(true)
    expect(first!.since!.ratio).toBeGreaterThan(1.5)
    expect(first!.since!.held).toBeGreaterThan(first!.since!.trips / 2)
    expect(first!.lures[0]!.lure).toBe('A')
  })

  it('goes on from what was known: the same hours under other limits keep their first day', () => {
    const where = found[0]!.where
    const known = [{ where, foundOn: '2020-01-01' }]
    const again = patternsOfWater(book, WATER, { ...QUICK, known })
    expect(again[0]).toMatchObject({ foundOn: '2020-01-01', continues: where, strength: 'strong' })
    expect(again.filter(({ where: one }) => one === where)).toHaveLength(1)
    // What the search no longer finds stays, and says so.
    const lost = { where: `water=${WATER};lure=B`, foundOn: book.trips[0]!.start.slice(0, 10) }
    const stale = patternsOfWater(book, WATER, { ...QUICK, known: [...known, lost] }).find(
      ({ where: one }) => one === lost.where,
    )
    expect(stale).toMatchObject({ strength: 'no difference shown', pFamily: null, continues: lost.where })
    expect(stale!.since!.trips).toBeGreaterThan(60)
  })

  it('leaves what it cannot read alone, and cuts for a range that somebody wrote', () => {
    const foundOn = book.trips[0]!.start.slice(0, 10)
    const known = ['glitter=much', '', 'wind_mps=4..', `water=${WATER};wind_mps=4..`].map((where) => ({
      where,
      foundOn,
    }))
    const told = patternsOfWater(book, WATER, { ...QUICK, known })
    expect(told.map(({ where }) => where)).not.toContain('glitter=much')
    const windy = told.find(({ where }) => where.endsWith('wind_mps=4..'))!
    expect(windy.hours).toBeGreaterThan(0)
    expect(windy.hours).toBeLessThan(70 * 6)
  })

  it('stays empty where nothing is different, and names a water that nobody fished', () => {
    expect(patternsOfWater(patternWorld(70, 5, false), WATER, QUICK)).toEqual([])
    expect(() => patternsOfWater(book, 'elsewhere')).toThrow(/no trip on elsewhere/)
  })
})

// Worked by hand: two trips of 2 and 2 hours; A strikes 3 and 0 times, B once on each.
it('counts the trips on which a pattern held by what the others brought', () => {
  const day = (strikes: number[]) => ({
    hours: 4,
    stints: [
      { lure: 'A', from: 0, to: 2, strikes },
      { lure: 'B', from: 2, to: 4, strikes: [3] },
    ],
  })
  const made = bookOfTrips([day([0.5, 1, 1.5]), day([])])
  const columns = buildColumns(made, planCuts(['lure', 'reason', 'stint', 'hour'], []))
  const rows = [...columns.hours.keys()]
  const { codes, levels } = columns.factors.lure!
  const isA = (row: number): boolean => levels[codes[row]!] === 'A'
  const found = contrastOf(made, columns, rows, { inA: isA, inB: () => true })
  expect(found).toMatchObject({ trips: 2, hours: 4, strikes: 3, otherRate: 0.5, otherHours: 4, held: 1 })
  expect(contrastOf(made, columns, rows, { inA: () => false, inB: () => true })).toBeNull()
})
