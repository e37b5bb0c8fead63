import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { splitStints } from './splitStints.ts'
import type { TripReading } from '../conditions/index.ts'
import type { TripRecord, TripStint, TripStrike } from './types.ts'

const HOUR = 3_600_000
const DAY = Date.UTC(2026, 2, 14)
const at = (hour: number): string => new Date(DAY + hour * HOUR).toISOString()

function trip(part: Partial<TripRecord>): TripRecord {
  return {
    trip: 'T',
    start: at(5),
    end: at(22),
    timeZone: 'UTC',
    latitude: null,
    longitude: null,
    stints: [],
    readings: [],
    strikes: [],
    ...part,
  }
}
const stint = (id: string, from: number, to: number | null, more: Partial<TripStint> = {}): TripStint => ({
  stint: id,
  lure: 'L',
  angler: null,
  start: at(from),
  end: to === null ? null : at(to),
  ...more,
})
const temp = (hour: number, waterTempC: number, more: Partial<TripReading> = {}): TripReading => ({
  time: at(hour),
  waterTempC,
  ...more,
})
const strike = (
  id: string,
  stintId: string | null,
  hour: number,
  outcome: TripStrike['outcome'] = 'landed',
): TripStrike => ({ strike: id, stint: stintId, time: at(hour), outcome })

function hoursBy(record: TripRecord, edges: Record<string, readonly number[]>, key: string): Record<string, number> {
  const hours: Record<string, number> = {}
  for (const segment of splitStints(record, { edges }).segments)
    hours[segment.bands[key]!] = (hours[segment.bands[key]!] ?? 0) + segment.hours
  return hours
}

describe('splitStints against R (Epi::splitLexis, survival::survSplit; reference case I)', () => {
  const csv = (name: string): string[][] =>
    readFileSync(new URL(`../test/reference/${name}`, import.meta.url), 'utf8')
      .trim()
      .split('\n')
      .slice(1)
      .map((line) => line.split(','))
  const expected = (
    JSON.parse(readFileSync(new URL('../test/reference/i_person_time.json', import.meta.url), 'utf8')) as {
      expected: {
        temperature_linear: { per_stint: { id: number; band: string; hours: number }[] }
        time_of_day: { per_band: { band_left: number; hours: number }[] }
      }
    }
  ).expected
  const rows = csv('i_stints.csv').map(([id, entry, exit]) => stint(id!, Number(entry), Number(exit)))
  const record = trip({
    stints: rows,
    readings: csv('i_temp_readings.csv').map(([time, value]) => temp(Number(time), Number(value))),
  })

  it('splits at interpolated crossings', () => {
    const { segments } = splitStints(record, { edges: { waterTempC: [46, 50, 54, 58] } })
    for (const { id, band, hours } of expected.temperature_linear.per_stint) {
      const label = band.replace('-', '..')
      const found = segments
        .filter((segment) => segment.stint === String(id) && segment.bands.waterTempC === label)
        .reduce((sum, segment) => sum + segment.hours, 0)
      expect(found, `stint ${id}, ${band}`).toBeCloseTo(hours, 6)
    }
  })

  it('splits at hour marks', () => {
    const { segments } = splitStints(record, { edges: {}, byHour: true })
    const lefts = expected.time_of_day.per_band.map(({ band_left }) => band_left)
    for (const { band_left, hours } of expected.time_of_day.per_band) {
      const next = lefts.find((left) => left > band_left) ?? 24
      const found = segments
        .filter(({ bands }) => Number(bands.hour) >= band_left && Number(bands.hour) < next)
        .reduce((sum, segment) => sum + segment.hours, 0)
      expect(found).toBeCloseTo(hours, 12)
    }
  })
})

describe('readings through a trip', () => {
  it('joins readings up to three hours apart, and carries the earlier on beyond: fresh, stale, unknown', () => {
    const record = trip({ stints: [stint('S', 6, 20)], readings: [temp(6, 10), temp(8, 14), temp(12, 20)] })
    const { segments } = splitStints(record, { edges: { waterTempC: [12, 16] } })
    expect(segments.map(({ start, bands, stale }) => [start.slice(11, 16), bands.waterTempC, stale.join()])).toEqual([
      ['06:00', '<12', ''],
      ['07:00', '12..16', ''],
      ['11:00', '12..16', 'waterTempC'],
      ['12:00', '>=16', ''],
      ['15:00', '>=16', 'waterTempC'],
      ['18:00', 'unknown', ''],
    ])
  })

  it('carries the first reading back one hour and no further', () => {
    expect(
      hoursBy(trip({ stints: [stint('S', 6, 10)], readings: [temp(9, 10)] }), { waterTempC: [5] }, 'waterTempC'),
    ).toEqual({ unknown: 2, '>=5': 2 })
  })

  it('puts a spot’s own reading before the trip’s, and other spots’ nowhere', () => {
    const readings = [temp(6, 8), temp(8, 12, { spot: 'cove' }), temp(8, 30, { spot: 'dam' })]
    const record = trip({ stints: [stint('main', 6, 9), stint('cove', 6, 9, { spot: 'cove' })], readings })
    const { segments } = splitStints(record, { edges: { waterTempC: [10, 20] } })
    expect(segments.map((segment) => [segment.stint, segment.hours, segment.bands.waterTempC])).toEqual([
      ['main', 3, '<10'],
      ['cove', 1, '<10'],
      ['cove', 2, '10..20'],
    ])
  })

  it('uses half-open bands: a value on an edge belongs to the band it opens', () => {
    expect(
      hoursBy(trip({ stints: [stint('S', 6, 8)], readings: [temp(6, 10)] }), { waterTempC: [10] }, 'waterTempC'),
    ).toEqual({ '>=10': 2 })
  })

  it('gives the default bands their names, the sun’s too where the place is known', () => {
    const record = trip({
      latitude: 36.94,
      longitude: -85.12,
      timeZone: 'America/Chicago',
      stints: [stint('S', 11, 13)],
      readings: [temp(11, 8)],
    })
    const { segments } = splitStints(record)
    expect(segments.map(({ bands }) => `${bands.sun_band} ${bands.day_part}`)).toEqual([
      'night night',
      'twilight twilight',
      'twilight day',
      'low day',
    ])
    expect(segments[0]!.bands).toMatchObject({ temp_band: '45..50F', clarity_band: 'unknown' })
  })
})

describe('strikes', () => {
  const record = trip({
    stints: [stint('A', 6, 8), stint('B', 8, 10), stint('C', 10, null), stint('D', 12, 11)],
    readings: [temp(6, 8), temp(8, 12)],
    strikes: [
      strike('on the cut', 'A', 7),
      strike('at the end', 'A', 8),
      strike('raised', 'A', 6.5, 'raised'),
      strike('unsaid', 'B', 9, null),
      strike('loose', null, 9),
      strike('away', 'B', 11),
      strike('open', 'C', 11),
    ],
  })
  const { segments, looseEnds } = splitStints(record, { edges: { waterTempC: [10] } })

  it('fall on the later side of a cut, and at the stint’s own end in its last piece', () => {
    expect(
      segments.map(({ stint: id, bands, strikes, raised }) => [id, bands.waterTempC, strikes.join(), raised.join()]),
    ).toEqual([
      ['A', '<10', '', 'raised'],
      ['A', '>=10', 'on the cut,at the end', ''],
      ['B', '>=10', 'unsaid', ''],
    ])
  })

  it('and stints that do not fit are loose ends', () => {
    expect(looseEnds.map(({ kind, record: id }) => `${kind} ${id}`)).toEqual([
      'open-stint C',
      'end-before-start D',
      'strike-without-stint loose',
      'strike-outside-stint away',
    ])
  })

  it('overlaps are told angler by angler, readings and stints outside the trip too', () => {
    const two = trip({
      start: at(6),
      end: at(12),
      stints: [
        stint('A', 6, 9, { angler: 'Rowan' }),
        stint('B', 8.5, 10, { angler: 'Rowan' }),
        stint('C', 6, 13, { angler: 'Tilda' }),
      ],
      readings: [temp(4, 9)],
    })
    expect(
      splitStints(two).looseEnds.map(
        ({ kind, record: id, message }) => `${kind} ${id}: ${/\d+ min/.exec(message)?.[0] ?? ''}`,
      ),
    ).toEqual(['stint-outside-trip C: 60 min', 'stints-overlap B: 30 min', `reading-outside-trip ${at(4)}: `])
  })
})

describe('whatever was logged', () => {
  const minutes = fc.integer({ min: 0, max: 36 * 60 })
  const readingArb = fc.record({
    minute: minutes,
    t: fc.option(fc.double({ min: -2, max: 45, noNaN: true })),
    w: fc.option(fc.double({ min: 0, max: 30, noNaN: true })),
    c: fc.option(fc.integer({ min: 0, max: 100 })),
  })
  const stintArb = fc.record({ from: minutes, length: fc.integer({ min: 0, max: 600 }) })
  const places = fc.constantFrom<[number | null, number | null]>(
    [36.9, -85.1],
    [69.7, 19],
    [-77.8, 166.7],
    [0, 0],
    [null, null],
  )
  // Both changes of clocks, a polar summer, a midnight.
  const starts = fc.constantFrom(
    '2026-03-07T20:00:00-06:00',
    '2026-10-31T20:00:00-05:00',
    '2026-06-21T00:00:00Z',
    '2026-12-21T12:00:00Z',
  )

  it('hours in are hours out, and every strike inside its stint is in exactly one segment', () => {
    fc.assert(
      fc.property(
        starts,
        places,
        fc.array(stintArb, { maxLength: 5 }),
        fc.array(readingArb, { maxLength: 8 }),
        fc.boolean(),
        (start, [latitude, longitude], stintRows, readingRows, byHour) => {
          const t0 = Date.parse(start)
          const iso = (minute: number): string => new Date(t0 + minute * 60_000).toISOString()
          const stints = stintRows.map(({ from, length }, i): TripStint => ({
            stint: `S${i}`,
            lure: 'L',
            angler: null,
            start: iso(from),
            end: iso(from + length),
          }))
          const readings = readingRows.map(({ minute, t, w, c }): TripReading => ({
            time: iso(minute),
            ...(t === null ? {} : { waterTempC: t }),
            ...(w === null ? {} : { windMps: w }),
            ...(c === null ? {} : { cloudPct: c }),
          }))
          const strikes = stintRows.flatMap(({ from, length }, i) =>
            [0, length / 2, length].map((part, k): TripStrike => ({
              strike: `${i}-${k}`,
              stint: `S${i}`,
              time: iso(from + part),
              outcome: 'missed',
            })),
          )
          const record: TripRecord = {
            trip: 'T',
            start,
            end: iso(36 * 60),
            timeZone: 'America/Chicago',
            latitude,
            longitude,
            stints,
            readings,
            strikes,
          }
          const { segments } = splitStints(record, { ...(byHour ? { byHour } : {}) })
          for (const [i, { length }] of stintRows.entries()) {
            const own = segments.filter((segment) => segment.stint === `S${i}`)
            expect(own.reduce((sum, segment) => sum + segment.hours, 0)).toBeCloseTo(length / 60, 9)
            for (let k = 1; k < own.length; k++) expect(own[k]!.start).toBe(own[k - 1]!.end)
          }
          const placed = segments.flatMap((segment) => segment.strikes)
          const inside = stintRows.flatMap(({ length }, i) => (length > 0 ? [`${i}-0`, `${i}-1`, `${i}-2`] : []))
          expect([...placed].sort()).toEqual(inside.sort())
        },
      ),
      { numRuns: 150 },
    )
  })
})
