import { describe, expect, it } from 'vitest'
import { unitPreferences } from '@jotbook/core'
import type { BookRecords, Reading } from '@jotbook/core'
import { yearsOf } from '../../workers/yearsOf.ts'
import type { WaterYears, YearPoint } from '../../workers/yearsOf.ts'
import { yearCourse, yearHours } from './yearModel.ts'

const UNITS = unitPreferences({ temperature: 'F', visibility: 'ft', wind: 'mph' })
const POND = { id: 'w', name: 'Pond', timeZone: 'America/Chicago' }

describe('the years of a water', () => {
  const trip = (id: string, start: string, end: string, water = 'w') => ({ id, water, start, end })
  const reading = (id: string, of: string, time: string, more: Partial<Reading>): Reading => ({
    id,
    trip: of,
    time,
    ...more,
  })
  const book: BookRecords = {
    waters: [POND, { ...POND, id: 'other' }],
    spots: [],
    lures: [{ id: 'l', name: 'Tube', class: 'tube' }],
    setups: [],
    trips: [
      trip('night', '2025-12-31T23:00:00Z', '2026-01-01T07:00:00Z'),
      trip('elsewhere', '2026-02-01T13:00:00Z', '2026-02-01T18:00:00Z', 'other'),
    ],
    stints: [
      { id: 's', trip: 'night', lure: 'l', start: '2025-12-31T23:00:00Z', end: '2026-01-01T01:30:00Z' },
      { id: 'e', trip: 'elsewhere', lure: 'l', start: '2026-02-01T13:00:00Z', end: '2026-02-01T18:00:00Z' },
    ],
    readings: [
      reading('a', 'night', '2025-12-31T23:30:00Z', { waterTempC: 4 }),
      reading('b', 'night', '2026-01-01T05:30:00Z', { waterTempC: 6 }),
      // Six in the morning by Greenwich is midnight there: another day.
      reading('c', 'night', '2026-01-01T06:00:00Z', { waterTempC: 9 }),
      reading('of the sky', 'night', '2026-01-01T00:00:00Z', { windMps: 8, source: 'weather report' }),
      reading('at a spot', 'night', '2026-01-01T00:00:00Z', { waterTempC: 20, spot: 'spring' }),
      reading('of another', 'elsewhere', '2026-02-01T14:00:00Z', { waterTempC: 30 }),
    ],
    strikes: [],
  }
  const years = yearsOf(book, 'w')

  it('are means by the water’s own day of what was read on it', () => {
    expect(years.readings.waterTempC).toEqual([
      { year: 2025, day: 364, date: '2025-12-31', value: 5 },
      { year: 2026, day: 0, date: '2026-01-01', value: 9 },
    ])
    expect(years.readings.windMps).toEqual([])
  })

  it('hold the hours fished, by the day their trip began', () => {
    expect(years.hours).toEqual([{ year: 2025, day: 364, hours: 2.5 }])
  })
})

describe('the course of a year', () => {
  const point = (year: number, day: number, value: number): YearPoint => ({
    year,
    day,
    value,
    date: new Date(Date.UTC(year, 0, 1 + day)).toISOString().slice(0, 10),
  })
  const years = (waterTempC: readonly YearPoint[], hours: WaterYears['hours'] = []): WaterYears => ({
    readings: { waterTempC, visibilityM: [], levelM: [], windMps: [] },
    hours,
  })

  it('is usual by the days around, round the turn of the year, and says nothing where few were read', () => {
    const read = [point(2024, 355, 3), point(2024, 360, 4), point(2025, 3, 5), point(2025, 8, 6)]
    const { usual, earlier, thisYear, year } = yearCourse(years(read), 'waterTempC', UNITS)!
    expect(year).toBe(2025)
    expect([earlier.length, thisYear.length]).toEqual([2, 2])
    expect(thisYear[0]).toMatchObject({ day: 3, value: 41 })
    expect(thisYear[0]!.text).toContain('41 °F')
    // Of the days from 353 to 10 all four lie within a fortnight of the turn of the year; of 7 January the first does not.
    expect(usual.map(({ day }) => day)).toEqual([0, 364])
    for (const { low, middle, high } of usual) expect([low, middle, high]).toEqual([37.4, 41, 42.8])
  })

  it('is not drawn of a single day', () => {
    expect(yearCourse(years([point(2025, 3, 5)]), 'waterTempC', UNITS)).toBeUndefined()
    expect(yearCourse(years([]), 'waterTempC', UNITS)).toBeUndefined()
  })

  it('has at most five steps on its scale, on round numbers within what was read', () => {
    for (const [low, high] of [
      [4, 4.5],
      [0, 30],
      [11, 12],
    ] as const) {
      const { ticks } = yearCourse(years([point(2025, 3, low), point(2025, 9, high)]), 'waterTempC', UNITS)!
      expect(ticks.length).toBeLessThanOrEqual(6)
      for (const { value } of ticks) {
        expect(value).toBeGreaterThanOrEqual(1.8 * low + 32)
        expect(value).toBeLessThanOrEqual(1.8 * high + 32)
      }
      expect(ticks.at(-1)?.text).toMatch(/ °F$/)
    }
  })

  it('counts hours by week, this year apart from those before, and loses none', () => {
    const hours = [
      { year: 2024, day: 0, hours: 3 },
      { year: 2025, day: 6, hours: 2 },
      { year: 2025, day: 365, hours: 4 },
    ]
    const { weeks, most } = yearHours(years([], hours))
    expect(weeks).toHaveLength(53)
    expect(weeks[0]).toMatchObject({ thisYear: 2, earlier: 3 })
    expect(weeks[52]).toMatchObject({ thisYear: 4, earlier: 0 })
    expect(most).toBe(5)
    expect(weeks.reduce((sum, { thisYear, earlier }) => sum + thisYear + earlier, 0)).toBe(9)
  })
})
