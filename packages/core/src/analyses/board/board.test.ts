import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEFAULT_BANDS } from '../../vocabulary/index.ts'
import type { Outcome } from '../../vocabulary/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { buildColumns } from '../../effort/index.ts'
import { drawGamma, drawPoisson, seededRandom } from '../../numerics/index.ts'
import { epochMs, isoUtc } from '../../time/index.ts'
import { independentSum } from '../../test/independentSum.ts'
import { answer } from './answer.ts'
import { contributions, planFor, parseWhere } from '../../query/index.ts'

type Rows<T> = { -readonly [K in keyof T]: T[K] extends readonly (infer R)[] ? R[] : never }

function book(part: Partial<Rows<Omit<BookRecords, 'bands'>>>): BookRecords {
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
    {
      id: 'S1',
      trip: 'T1',
      lure: 'A',
      angler: 'Rowan',
      start: '2026-10-31T20:10:00-05:00',
      end: '2026-11-01T01:30:00-06:00',
    },
    {
      id: 'S2',
      trip: 'T1',
      lure: 'B',
      angler: 'Rowan',
      start: '2026-11-01T01:00:00-06:00',
      end: '2026-11-01T05:45:30-06:00',
    },
    {
      id: 'S3',
      trip: 'T1',
      lure: 'B',
      angler: 'Tilda',
      start: '2026-10-31T23:00:00-05:00',
      end: '2026-11-01T03:00:00-06:00',
    },
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
    const strike = (
      id: string,
      more: { outcome?: Outcome; species?: string; sameFish?: boolean },
    ): BookRecords['strikes'][number] => ({ id, trip: 'T2', stint: 'S5', time: '2026-11-02T08:00:00-06:00', ...more })
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
        trip('T', '2026-05-01T06:00:00-05:00', '2026-05-01T10:00:00-05:00', {
          effortKnown: 'trip',
          anglers: ['Rowan', 'Tilda'],
        }),
        trip('N', '2026-05-02T06:00:00-05:00', '2026-05-02T10:00:00-05:00', { effortKnown: 'none' }),
      ],
      strikes: [{ id: 'K', trip: 'T', time: '2026-05-01T07:00:00-05:00', outcome: 'landed' }],
    })
    expect(answer(only, { by: ['water'], where: [] })).toMatchObject({
      rows: [{ strikes: 1, hours: 8 }],
      leftOut: { trips: 1 },
    })
    expect(answer(only, { by: ['lure'], where: [] })).toMatchObject({
      rows: [],
      all: null,
      leftOut: { trips: 2, strikes: 1 },
      // No hours is not the same as not fished.
      withoutHours: [{ missed: 0, lost: 0, landed: 1, unsaid: 0 }],
    })
    const unsaid = { ...only, strikes: only.strikes.map((strike) => ({ ...strike, outcome: null })) }
    expect(answer(unsaid, { by: ['lure'], where: [] }).withoutHours).toMatchObject([{ landed: 0, unsaid: 1 }])
  })

  it('uses strikes of trips without hours for hook-up and size only', () => {
    const old = book({
      trips: [
        trip('T', '2026-05-01T06:00:00-05:00', '2026-05-01T10:00:00-05:00'),
        trip('N', '2025-05-02T06:00:00-05:00', '2025-05-02T10:00:00-05:00', { effortKnown: 'none' }),
      ],
      stints: [
        { id: 'S', trip: 'T', lure: 'A', start: '2026-05-01T06:00:00-05:00', end: '2026-05-01T10:00:00-05:00' },
        { id: 'O', trip: 'N', lure: 'A', start: '2025-05-02T06:00:00-05:00' },
      ],
      strikes: [
        { id: '1', trip: 'T', stint: 'S', time: '2026-05-01T07:00:00-05:00', outcome: 'landed', weightG: 900 },
        { id: '2', trip: 'N', stint: 'O', time: '2025-05-02T07:00:00-05:00', outcome: 'landed', weightG: 1500 },
        { id: '3', trip: 'N', stint: 'O', time: '2025-05-02T08:00:00-05:00', outcome: 'landed', lengthMm: 400 },
        { id: '4', trip: 'N', stint: 'O', time: '2025-05-02T08:00:00-05:00', outcome: 'missed' },
      ],
    })
    const { rows, all, leftOut } = answer(old, { by: ['lure'], where: [] })
    expect(rows).toMatchObject([
      {
        strikes: 1,
        hours: 4,
        trips: 1,
        hookUp: { of: 4, share: 0.75 },
        sizes: { landed: 3, weighed: 2, measured: 1, medianG: 1200 },
      },
    ])
    expect([all?.strikes, leftOut.trips, leftOut.strikes]).toEqual([1, 1, 3])
  })

  it('leaves out every trip of mere hours that a question cuts, once strikes have no time: keeping the blank ones would lower every rate', () => {
    const hours = (id: string, date: string): BookRecords['trips'][number] =>
      trip(id, `${date}T06:00:00-05:00`, `${date}T10:00:00-05:00`, { effortKnown: 'trip' })
    const untimed = book({
      trips: [hours('T1', '2025-05-01'), hours('T2', '2025-05-02'), hours('T3', '2025-05-03')],
      readings: ['T1', 'T2'].flatMap((id, i) => [
        { id: `${id}a`, trip: id, time: `2025-05-0${i + 1}T06:00:00-05:00`, waterTempC: 8.9 },
        { id: `${id}b`, trip: id, time: `2025-05-0${i + 1}T08:00:00-05:00`, waterTempC: 10.9 },
      ]),
      strikes: [{ id: 'K', trip: 'T1', time: '2025-05-01T06:00:00-05:00', timeUnknown: true, outcome: 'landed' }],
    })
    expect(answer(untimed, { by: ['water'], where: [] }).all).toMatchObject({ strikes: 1, hours: 12, trips: 3 })
    const banded = answer(untimed, { by: ['temp_band'], where: [] })
    expect([banded.all?.hours, banded.leftOut.trips, banded.rows.map(({ group }) => group[0])]).toEqual([
      4,
      2,
      ['unknown'],
    ])
  })

  it('gives every species all the hours', () => {
    const mixed = book({
      trips: [trip('T', '2026-05-01T06:00:00-05:00', '2026-05-01T10:00:00-05:00', { target: ['largemouth'] })],
      stints: [{ id: 'S', trip: 'T', lure: 'A', start: '2026-05-01T06:00:00-05:00', end: '2026-05-01T10:00:00-05:00' }],
      strikes: ['largemouth', 'largemouth', 'pike', undefined].map((species, i) => ({
        id: `${i}`,
        trip: 'T',
        stint: 'S',
        time: '2026-05-01T07:00:00-05:00',
        outcome: 'landed' as const,
        ...(species ? { species } : {}),
      })),
    })
    const { rows, all } = answer(mixed, { by: ['species'], where: [] })
    expect(rows.map(({ group, strikes, hours }) => [group[0], strikes, hours]).sort()).toEqual([
      ['largemouth', 2, 4],
      ['pike', 1, 4],
      ['unknown', 1, 4],
    ])
    expect(all?.hours).toBe(4)
    const question = { by: ['species'], where: [] }
    expect(contributions(buildColumns(mixed, planFor(question)), question, undefined)).toMatchObject([
      { trip: 'T', hours: 4, strikes: 4 },
    ])
  })

  it('takes what a stint does not say of its place from its spot, and season from month and hemisphere', () => {
    const south = book({
      waters: [{ id: 'W', name: 'South', latitude: -36, longitude: 150, timeZone: 'Australia/Sydney' }],
      spots: [{ id: 'P', name: 'Point', water: 'W', structure: 'main point', cover: 'boulder' }],
      trips: [trip('T', '2026-01-10T06:00:00+11:00', '2026-01-10T10:00:00+11:00', { timeZone: 'Australia/Sydney' })],
      stints: [
        {
          id: 'S',
          trip: 'T',
          lure: 'A',
          spot: 'P',
          cover: 'dock',
          start: '2026-01-10T06:00:00+11:00',
          end: '2026-01-10T08:00:00+11:00',
        },
        { id: 'U', trip: 'T', lure: 'A', start: '2026-01-10T08:00:00+11:00', end: '2026-01-10T10:00:00+11:00' },
      ],
    })
    const groups = answer(south, { by: ['season', 'structure', 'cover'], where: [] }).rows.map(({ group }) =>
      group.join(' / '),
    )
    expect(groups.sort()).toEqual(['summer / main point / dock', 'summer / unknown / unknown'])
  })

  it('shrinks a thin lure towards its class on its water, and holds a lone one of its class against the water', () => {
    const day = (n: number): string => `2026-05-${String(n).padStart(2, '0')}`
    const lures = [
      { id: 'A', name: 'A', class: 'spinnerbait' },
      { id: 'B', name: 'B', class: 'spinnerbait' },
      { id: 'C', name: 'C', class: 'jigging spoon' },
    ]
    // A: 12 strikes in 24 hours, B: 3 in 1, C: 36 in 24.
    const plan = [
      ['A', 6, 4, 2],
      ['B', 1, 1, 3],
      ['C', 6, 4, 6],
    ] as const
    const trips = plan.flatMap(([lure, days, hours, strikes], p) =>
      Array.from({ length: days }, (_, i) => ({ lure, hours, strikes, date: day(1 + p * 8 + i), id: `${lure}${i}` })),
    )
    const made = book({
      lures,
      trips: trips.map(({ id, date, hours }) =>
        trip(id, `${date}T06:00:00-05:00`, `${date}T${String(6 + hours).padStart(2, '0')}:00:00-05:00`),
      ),
      stints: trips.map(({ id, lure, date, hours }) => ({
        id,
        trip: id,
        lure,
        start: `${date}T06:00:00-05:00`,
        end: `${date}T${String(6 + hours).padStart(2, '0')}:00:00-05:00`,
      })),
      strikes: trips.flatMap(({ id, date, strikes }) =>
        Array.from({ length: strikes }, (_, i) => ({
          id: `${id}-${i}`,
          trip: id,
          stint: id,
          time: isoUtc(epochMs(`${date}T06:05:00-05:00`) + i * 20 * 60_000),
        })),
      ),
    })
    const { rows } = answer(made, { by: ['lure'], where: [] })
    const of = (lure: string) => rows.find(({ group }) => group[0] === lure)!
    expect([of('A').rate, of('B').rate, of('C').rate]).toEqual([0.5, 3, 1.5])
    expect(of('B').shrunken).toBeLessThan(1.6)
    expect(of('B').shrunken).toBeGreaterThan(of('A').rate)
    expect(Math.abs(of('A').shrunken - 0.5)).toBeLessThan(0.12)
    expect(Math.abs(of('C').shrunken - 1.5)).toBeLessThan(0.3)
    // The lone spoon: 24 hours at about the water's other rate, not at its own.
    expect(of('C').expected).toBeLessThan(20)
    expect(rows.reduce((sum, { chanceOfBest }) => sum + chanceOfBest, 0)).toBeCloseTo(1, 9)
  })

  it('warns when blank days seem not to have been logged, and only then', () => {
    const random = seededRandom(4)
    const days = Array.from({ length: 80 }, (_, i) => ({
      id: `T${i}`,
      strikes: drawPoisson(random, 5 * 0.45 * drawGamma(random, 4) * 0.25),
    }))
    const season = (kept: typeof days): BookRecords =>
      book({
        trips: kept.map(({ id }) => trip(id, '2026-05-01T06:00:00-05:00', '2026-05-01T11:00:00-05:00')),
        stints: kept.map(({ id }) => ({
          id,
          trip: id,
          lure: 'A',
          start: '2026-05-01T06:00:00-05:00',
          end: '2026-05-01T11:00:00-05:00',
        })),
        strikes: kept.flatMap(({ id, strikes }) =>
          // Over the morning, as they come singly.
          Array.from({ length: strikes }, (_, i) => ({
            id: `${id}-${i}`,
            trip: id,
            stint: id,
            time: isoUtc(epochMs('2026-05-01T06:10:00-05:00') + i * 17 * 60_000),
          })),
        ),
      })
    const warned = (kept: typeof days): boolean => answer(season(kept), { by: ['lure'], where: [] }).blankDaysMissing
    expect(days.filter(({ strikes }) => strikes === 0).length).toBeGreaterThan(8)
    expect([warned(days), warned(days.filter(({ strikes }) => strikes > 0))]).toEqual([false, true])
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
    expect(answer(NIGHT, { by: ['lure'], where: parseWhere('water_temp_c=30..31') })).toMatchObject({
      rows: [],
      all: null,
    })
    expect(answer(book({}), { by: ['lure'], where: [] })).toMatchObject({ rows: [], all: null })
  })

  it('traces every figure to its trips and strikes', () => {
    const question = { by: ['lure'], where: parseWhere('lure=Grey') }
    const columns = buildColumns(NIGHT, planFor(question))
    const parts = contributions(columns, { by: ['lure'], where: [] }, ['A'])
    const [row] = answer(NIGHT, question).rows
    expect(parts.flatMap(({ strikeIds }) => strikeIds)).toEqual(['K1', 'K2', 'K7', 'K8'])
    expect([parts.length, parts.reduce((sum, { hours }) => sum + hours, 0)]).toEqual([
      row?.trips,
      expect.closeTo(row?.hours ?? 0, 9),
    ])
  })

  it('knows the hour, month and year of the trip’s own zone', () => {
    const { rows } = answer(NIGHT, { by: ['month'], where: [] })
    const october = rows.find(({ group }) => group[0] === '10')
    expect(october?.hours).toBeCloseTo(3 + 50 / 60 + 1, 9)
    expect(answer(NIGHT, { by: ['hour'], where: parseWhere('hour=1..2') }).all?.hours).toBeCloseTo(1.5 + 1 + 2, 9)
  })

  it('takes filters that exclude, and finds names as well as ids', () => {
    const strikes = (where: string): number | undefined =>
      answer(NIGHT, { by: ['water'], where: parseWhere(where) }).all?.strikes
    expect([
      strikes('lure=Grey'),
      strikes('lure=A'),
      strikes('lure!=A'),
      strikes('water=North Arm'),
      strikes('water=Elsewhere'),
    ]).toEqual([4, 4, 1, 5, undefined])
  })
})
