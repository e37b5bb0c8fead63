import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { BAND_NAMES, answer, parseWhere } from '@jotbook/core'
import type { BookRecords } from '@jotbook/core'
import { checkBundle } from '@jotbook/contract/bundle'
import { demoBundle } from './demoBundle.ts'
import type { DemoOptions } from './demoBundle.ts'
import { EXPECTED, effectOf } from './test/effects.ts'
import { TRUTHS } from './truths.ts'
import type { Truth } from './truths.ts'

function read(options: DemoOptions = {}): BookRecords {
  const { book, faults, looseEnds } = checkBundle(
    new Map([...demoBundle(options)].map(([name, text]) => [name, new TextEncoder().encode(text)])),
  )
  expect([faults, looseEnds]).toEqual([[], []])
  return book
}

/** Whether a book shows a truth: every figure in its range, over enough hours and trips. */
function shows(truth: Truth, book: BookRecords): boolean {
  const { figures, hours, trips } = effectOf(truth, book)
  const expected = EXPECTED[truth]
  const inRange = Object.entries(expected.figures).every(
    ([name, [low, high]]) => figures[name]! >= low && figures[name]! <= high,
  )
  return inRange && hours >= expected.hours && trips >= expected.trips
}

describe('the demo book', () => {
  const book = read()

  it('is what its seed makes', () => {
    for (const [name, text] of demoBundle())
      expect(readFileSync(new URL(`bundle/${name}`, import.meta.url), 'utf8'), name).toBe(text)
  })

  it('is as large as a crew’s three seasons', () => {
    const years = new Set(book.trips.map(({ start }) => start.slice(0, 4)))
    const classes = new Set(book.lures.map((lure) => lure.class))
    const together = book.trips.filter(({ anglers }) => anglers && anglers.length > 1).length / book.trips.length
    const blank = book.trips.filter(
      ({ id }) => !book.strikes.some(({ trip, outcome }) => trip === id && outcome !== 'raised'),
    ).length
    expect([book.trips.length, years.size, book.waters.length, classes.size, blank]).toEqual([160, 3, 4, 35, 3])
    expect(book.strikes.length).toBeGreaterThan(1400)
    expect(book.strikes.length).toBeLessThan(1800)
    expect(Math.abs(together - 1 / 3)).toBeLessThan(0.08)
    expect(new Set(book.trips.map(({ effortKnown }) => effortKnown))).toEqual(new Set(['full', 'trip', 'none']))
  })

  it('keeps every hour under every condition, worked out or read, and under any range of it', () => {
    const hoursOf = (by: readonly string[], where = ''): number =>
      answer(book, { by, where: parseWhere(where) }).rows.reduce((sum, { hours }) => sum + hours, 0)
    const all = hoursOf(['class'])
    for (const column of [...BAND_NAMES, 'front', 'fish_season', 'season', 'level', 'matches_prey'])
      expect(hoursOf([column]), column).toBeGreaterThanOrEqual(all - 1e-6)
    for (const [column, edge] of [
      ['surface_lux', 9000],
      ['wind_max_24h', 4],
      ['temp_percentile', 50],
      ['pressure_tendency', 0],
    ] as const) {
      const halves = hoursOf(['class'], `${column}=..${edge}`) + hoursOf(['class'], `${column}=${edge}..`)
      expect(halves, column).toBeGreaterThan(0.95 * all)
      expect(halves, column).toBeLessThan(all + 1e-6)
    }
  })

  it('has no better hour: none is planted, and the board takes none for one', () => {
    for (const { group, clockRatio, tooEarly } of answer(book, { by: ['lure'], where: [] }).rows)
      if (!tooEarly) expect(Math.abs(Math.log(clockRatio)), group.join()).toBeLessThan(0.1)
  })

  it.each(TRUTHS)('shows the planted truth “%s”, and not when it is taken out', (truth) => {
    expect(shows(truth, book), JSON.stringify(effectOf(truth, book))).toBe(true)
    expect(shows(truth, read({ without: truth }))).toBe(false)
  })
})
