import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEFAULT_BANDS } from '../vocabulary/index.ts'
import type { Outcome } from '../vocabulary/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { buildColumns } from '../effort/index.ts'
import { independentSum } from '../test/independentSum.ts'
import { answer, contributions, parseWhere, planFor, whereText } from './index.ts'

type Rows<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer R)[] ? R[] : never }

function book(part: Partial<Rows<BookRecords>>): BookRecords {
  return {
    waters: [{ id: 'W', name: 'North Arm', timeZone: 'America/Chicago', latitude: 36.9, longitude: -85.1 }],
    lures: [
      { id: 'A', name: 'Grey', class: 'suspending jerkbait' },
      { id: 'B', name: 'Red', class: 'flat-sided crankbait' },
    ],
    spots: [],
    setups: [],
    trips: [],
    stints: [],
    readings: [],
    strikes: [],
    ...part,
  }
}
const trip = (id: string, start: string, end: string, more = {}): BookRecords['trips'][number] => ({
  id,
  water: 'W',
  start,
  end,
  timeZone: 'America/Chicago',
  ...more,
})

/** A night over the change of clocks with two anglers, an overlap, readings that go stale, loose strikes and an open stint. */
const NIGHT = book({
  trips: [
    trip('T1', '2026-10-31T20:00:00-05:00', '2026-11-01T06:00:00-06:00'),
    trip('T2', '2026-11-02T06:00:00-06:00', '2026-11-02T12:00:00-06:00', { target: ['largemouth'] }),
  ],
  stints: [
    { id: 'S1', trip: 'T1', lure: 'A', angler: 'Rowan', start: '2026-10-31T20:10:00-05:00', end: '2026-11-01T01:30:00-06:00' },
    { id: 'S2', trip: 'T1', lure: 'B', angler: 'Rowan', start: '2026-11-01T01:00:00-06:00', end: '2026-11-01T05:45:30-06:00' },
    { id: 'S3', trip: 'T1', lure: 'B', angler: 'Tilda', start: '2026-10-31T23:00:00-05:00', end: '2026-11-01T03:00:00-06:00' },
    { id: 'S4', trip: 'T1', lure: 'A', angler: 'Tilda', start: '2026-11-01T03:00:00-06:00' },
    { id: 'S5', trip: 'T2', lure: 'A', start: '2026-11-02T06:00:00-06:00', end: '2026-11-02T09:20:00-06:00' },
    { id: 'S6', trip: 'T2', lure: 'A', start: '2026-11-02T11:00:00-06:00', end: '2026-11-02T10:00:00-06:00' },
  ],
  readings: [
    { id: 'R1', trip: 'T1', time: '2026-10-31T21:00:00-05:00', waterTempC: 9.7 },
    { id: 'R2', trip: 'T1', time: '2026-10-31T23:40:00-05:00', waterTempC: 12.9 },
    { id: 'R3', trip: 'T1', time: '2026-11-01T04:50:00-06:00', waterTempC: 6.1 },
    { id: 'R4', trip: 'T2', time: '2026-11-02T08:30:00-06:00', waterTempC: 10 },
  ],
  strikes: [
    { id: 'K1', trip: 'T1', stint: 'S1', time: '2026-11-01T01:30:00-05:00', outcome: 'landed' },
    { id: 'K2', trip: 'T1', stint: 'S1', time: '2026-11-01T01:30:00-06:00', outcome: 'missed' },
    { id: 'K3', trip: 'T1', stint: 'S3', time: '2026-10-31T23:40:00-05:00' },
    { id: 'K4', trip: 'T1', stint: 'S3', time: '2026-11-01T00:10:00-05:00', outcome: 'raised' },
    { id: 'K5', trip: 'T1', stint: 'S2', time: '2026-10-31T22:00:00-05:00', outcome: 'landed' },
    { id: 'K6', trip: 'T1', time: '2026-11-01T02:00:00-06:00', outcome: 'landed' },
    { id: 'K7', trip: 'T2', stint: 'S5', time: '2026-11-02T07:00:00-06:00', outcome: 'landed', species: 'largemouth' },
    { id: 'K8', trip: 'T2', stint: 'S5', time: '2026-11-02T09:20:00-06:00', outcome: 'lost', species: 'largemouth' },
  ],
})

describe('rateBoard', () => {
  it('agrees to the second with an independent sum over a night of overlaps, midnight, a change of clocks, stale readings and loose strikes', () => {
    const { edges, labels } = DEFAULT_BANDS.temp_band
    const sums = independentSum(NIGHT, edges)
    const { rows } = answer(NIGHT, { by: ['lure', 'temp_band'], where: [] })
    const found = rows.map(({ group: [lure = '', band = ''], hours, strikes }) => [
      `${lure} ${band === 'unknown' ? band : labels.indexOf(band)}`,
      Math.round(hours * 3600),
      strikes,
    ])
    expect(found.sort()).toEqual([...sums].map(([key, { seconds, strikes }]) => [key, seconds, strikes]).sort())
    expect(rows.reduce((sum, { hours }) => sum + hours, 0)).toBeCloseTo(
      (6 * 3600 + 20 * 60 + (4 * 3600 + 45 * 60 + 30) + 5 * 3600 + (3 * 3600 + 20 * 60)) / 3600,
      9,
    )
  })

  it('says what it left out', () => {
    const { leftOut } = answer(NIGHT, { by: ['lure'], where: [] })
    expect(leftOut).toEqual({ trips: 0, strikes: 0, looseStrikes: 2, stintsWithoutHours: 2 })
  })

  it('counts strikes as the rate is defined: by-catch, the same fish again and raised fish stand beside it, their hours stay', () => {
    const strike = (id: string, more: { outcome?: Outcome; species?: string; sameFish?: boolean }): BookRecords['strikes'][number] => ({
      id,
      trip: 'T2',
      stint: 'S5',
      time: '2026-11-02T08:00:00-06:00',
      ...more,
    })
    const counted = book({
      ...NIGHT,
      trips: [...NIGHT.trips],
      waters: [...NIGHT.waters],
      lures: [...NIGHT.lures],
      spots: [],
      setups: [],
      stints: NIGHT.stints.filter(({ id }) => id === 'S5'),
      readings: [],
      strikes: [
        strike('1', { outcome: 'landed', species: 'pike' }),
        strike('2', { outcome: 'landed', sameFish: true }),
        strike('3', { outcome: 'raised' }),
        strike('4', { outcome: 'missed' }),
        strike('5', {}),
        strike('6', { outcome: 'landed', species: 'largemouth' }),
      ],
    })
    const [row] = answer(counted, { by: ['lure'], where: [] }).rows
    expect(row).toMatchObject({
      strikes: 3,
      bycatch: 1,
      sameFish: 1,
      raised: 1,
      trips: 1,
      tripsWithStrike: 1,
      hookUp: { of: 2, share: 0.5 },
      landing: { of: 1, share: 1 },
    })
    expect(row?.hours).toBeCloseTo(10 / 3, 12)
  })

  it('uses trips of which only the hours are known for water and weather, never for lures', () => {
    const only = book({
      trips: [
        trip('T', '2026-05-01T06:00:00-05:00', '2026-05-01T10:00:00-05:00', { effortKnown: 'trip', anglers: ['Rowan', 'Tilda'] }),
        trip('N', '2026-05-02T06:00:00-05:00', '2026-05-02T10:00:00-05:00', { effortKnown: 'none' }),
      ],
      strikes: [{ id: 'K', trip: 'T', time: '2026-05-01T07:00:00-05:00', outcome: 'landed' }],
    })
    expect(answer(only, { by: ['water'], where: [] })).toMatchObject({ rows: [{ strikes: 1, hours: 8 }], leftOut: { trips: 1 } })
    expect(answer(only, { by: ['lure'], where: [] })).toMatchObject({ rows: [], all: null, leftOut: { trips: 2, strikes: 1 } })
  })

  it('gives the same hours however finely a range cuts: inside and outside add up to all', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 15, noNaN: true }), (edge) => {
        const of = (where: string): number => answer(NIGHT, { by: ['lure'], where: parseWhere(where) }).all?.hours ?? 0
        const unknown = of('temp_band=unknown')
        expect(of(`water_temp_c=..${edge}`) + of(`water_temp_c=${edge}..`) + unknown).toBeCloseTo(of(''), 9)
      }),
      { numRuns: 40 },
    )
  })

  it('says too early under 5 hours, 3 trips or 5 expected strikes, and gives nothing rather than zero', () => {
    expect(answer(NIGHT, { by: ['lure'], where: [] }).rows.every(({ tooEarly }) => tooEarly)).toBe(true)
    expect(answer(NIGHT, { by: ['lure'], where: parseWhere('water_temp_c=30..31') })).toMatchObject({ rows: [], all: null })
    expect(answer(book({}), { by: ['lure'], where: [] })).toMatchObject({ rows: [], all: null })
  })

  it('traces every figure to its trips and strikes', () => {
    const question = { by: ['lure'], where: parseWhere('lure=Grey') }
    const columns = buildColumns(NIGHT, planFor(question))
    const parts = contributions(columns, { by: ['lure'], where: [] }, ['A'])
    const [row] = answer(NIGHT, question).rows
    expect(parts.flatMap(({ strikeIds }) => strikeIds)).toEqual(['K1', 'K2', 'K7', 'K8'])
    expect([parts.length, parts.reduce((sum, { hours }) => sum + hours, 0)]).toEqual([row?.trips, expect.closeTo(row?.hours ?? 0, 9)])
  })

  it('knows the hour, month and year of the trip’s own zone', () => {
    const { rows } = answer(NIGHT, { by: ['month'], where: [] })
    const october = rows.find(({ group }) => group[0] === '10')
    expect(october?.hours).toBeCloseTo(3 + 50 / 60 + 1, 9)
    expect(answer(NIGHT, { by: ['hour'], where: parseWhere('hour=1..2') }).all?.hours).toBeCloseTo(1.5 + 1 + 2, 9)
  })
})

describe('filters', () => {
  it.each([
    ['speed=3', /no column speed/],
    ['water_temp_c=9', /water_temp_c is a number: give a range/],
    ['water_temp_c=9..4', /empty/],
    ['water_temp_c=..', /open on both sides/],
    ['lure', /write column=value/],
  ])('refuse %s with what to do', (text, message) => {
    expect(() => parseWhere(text)).toThrow(message)
  })
  it('are written as they are read', () => {
    const text = 'water=North Arm;water_temp_c=4..12;lure!=A,"B, red";wind_mps=..3'
    expect(whereText(parseWhere(text))).toBe(text)
  })
  it('name the band column of a continuous one', () => {
    expect(() => planFor({ by: ['water_temp_c'], where: [] })).toThrow('water_temp_c is continuous: group by its band column temp_band')
  })
  it('exclude, and find names as well as ids', () => {
    const strikes = (where: string): number | undefined => answer(NIGHT, { by: ['water'], where: parseWhere(where) }).all?.strikes
    expect([strikes('lure=Grey'), strikes('lure=A'), strikes('lure!=A'), strikes('water=North Arm'), strikes('water=Elsewhere')]).toEqual([
      4,
      4,
      1,
      5,
      undefined,
    ])
  })
})
