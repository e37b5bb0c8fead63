import { expect, it } from 'vitest'
import { answer, tryClaims } from '../analyses/index.ts'
import { buildColumns } from '../effort/index.ts'
import { bookOfTrips } from '../test/bookOfTrips.ts'
import { bookBands } from '../vocabulary/index.ts'
import { alongQuestion, hoursAlong, hoursBetween } from './hoursAlong.ts'
import { planFor } from './question.ts'

// Water that warms from 10 to 14 °C in two hours, and a trip of one hour whose water nobody read.
const BOOK = bookOfTrips([
  {
    hours: 2,
    stints: [{ lure: 'A', from: 0, to: 2, strikes: [0.5] }],
    readings: [
      { at: 0, waterTempC: 10 },
      { at: 2, waterTempC: 14 },
    ],
  },
  { hours: 1, stints: [{ lure: 'A', from: 0, to: 1, strikes: [] }] },
])
const ownBands = { temp_band: [11, 13] }

it('a board by a book’s own bands parts its hours at their edges', () => {
  const { rows } = answer({ ...BOOK, bands: bookBands(ownBands) }, { by: ['temp_band'], where: [] })
  const hours = new Map(rows.map((row) => [row.group.join(), [row.hours, row.strikes]]))
  expect(Object.fromEntries(hours)).toEqual({
    '<51.8F': [expect.closeTo(0.5, 6), 0],
    '51.8..55.4F': [expect.closeTo(1, 6), 1],
    '>=55.4F': [expect.closeTo(0.5, 6), 0],
    unknown: [1, 0],
  })
})

it('rules keep the trade’s own limits, whatever bands the book sets', () => {
  const said = tryClaims(BOOK)
  expect(tryClaims({ ...BOOK, bands: bookBands({ ...ownBands, wind_band: [9, 10, 11, 12, 13] }) })).toEqual(said)
  expect(said.some(({ hoursIn }) => hoursIn > 0)).toBe(true)
})

it('hours along the temperature tell how they fall between its edges, and which are not known', () => {
  const columns = buildColumns(BOOK, planFor(alongQuestion('temp_band'), bookBands(ownBands)))
  const along = hoursAlong(columns, 'temp_band')
  expect(along.hoursUnknown).toBeCloseTo(1, 9)
  expect(hoursBetween(along, [11, 13])).toEqual([0.5, 1, 0.5].map((hours) => expect.closeTo(hours, 6) as number))
  expect(hoursBetween(along, [50])).toEqual([expect.closeTo(2, 6), 0])
})
