import { describe, expect, it } from 'vitest'
import { calendarSeason } from '../season/index.ts'
import { DAY_MS, HOUR_MS, epochMs, localParts } from '../time/index.ts'
import {
  cautionsNow,
  cautionsOf,
  conditionTrack,
  dayOfConditions,
  percentileAmong,
  usualAirC,
  waterPast,
} from './index.ts'
import type { Setting, TripReading } from './index.ts'

const setting = (part: Partial<Setting>): Setting => ({
  start: '2026-03-14T11:00:00Z',
  timeZone: 'UTC',
  latitude: 36.94,
  longitude: -85.12,
  readings: [],
  ...part,
})
const clear = (time: string): TripReading => ({ time, cloudPct: 0, visibilityM: 2, tint: 'green' })

/** Place and time, and what the book must make of them: altitude to a degree, light by its band, hours since sunrise to a tenth. */
const NAMED_CASES: readonly {
  name: string
  time: string
  zone: string
  at: readonly [number, number] | null
  sun: number | null
  lux: readonly [number, number] | null
  sinceSunriseH: number | null
  season: string
}[] = [
  // The sun's declination is 23.4° at the solstices: at 78.2° north it is 35.2° over the horizon at noon in June, 35.2° under it in December.
  {
    name: 'polar day',
    time: '2026-06-21T10:58:00Z',
    zone: 'Arctic/Longyearbyen',
    at: [78.2, 15.6],
    sun: 35.2,
    lux: [4e4, 9e4],
    sinceSunriseH: null,
    season: 'summer',
  },
  {
    name: 'polar night',
    time: '2026-12-21T10:56:00Z',
    zone: 'Arctic/Longyearbyen',
    at: [78.2, 15.6],
    sun: -11.6,
    lux: [0, 0.5],
    sinceSunriseH: null,
    season: 'winter',
  },
  // Noon of the southern summer at 33.9° south: 90 − (33.9 − 23.4).
  {
    name: 'southern summer',
    time: '2026-12-21T01:54:00Z',
    zone: 'Australia/Sydney',
    at: [-33.9, 151.2],
    sun: 79.6,
    lux: [1e5, 1.4e5],
    sinceSunriseH: 7.2,
    season: 'summer',
  },
  {
    name: 'equator at noon',
    time: '2026-03-20T14:46:00Z',
    zone: 'UTC',
    at: [0, -39.6],
    sun: 89.8,
    lux: [1.2e5, 1.4e5],
    sinceSunriseH: 6.1,
    season: 'spring',
  },
  // Clocks go forward at 2:00 on 8 March: sunrise (7:02) stands in summer time already; back at 2:00 on 1 November (6:10).
  {
    name: 'the day clocks go forward',
    time: '2026-03-08T14:02:00Z',
    zone: 'America/Chicago',
    at: [36.94, -85.12],
    sun: 22.2,
    lux: [1e4, 6e4],
    sinceSunriseH: 2,
    season: 'spring',
  },
  {
    name: 'the day clocks go back',
    time: '2026-11-01T14:09:00Z',
    zone: 'America/Chicago',
    at: [36.94, -85.12],
    sun: 20.9,
    lux: [1e4, 6e4],
    sinceSunriseH: 2,
    season: 'autumn',
  },
  {
    name: 'a water without coordinates',
    time: '2026-03-14T14:00:00Z',
    zone: 'America/Chicago',
    at: null,
    sun: null,
    lux: null,
    sinceSunriseH: null,
    season: 'spring',
  },
]

describe('the named cases', () => {
  it.each(NAMED_CASES)('$name', ({ time, zone, at, sun, lux, sinceSunriseH, season }) => {
    const [latitude, longitude] = at ?? [null, null]
    const here = setting({ start: time, timeZone: zone, latitude, longitude, readings: [clear(time)] })
    const value = (condition: string): unknown => conditionTrack(here, condition, []).at(epochMs(time)).value
    if (sun === null) expect(value('sunAltitudeDeg')).toBeNull()
    else expect(Math.abs((value('sunAltitudeDeg') as number) - sun)).toBeLessThan(1)
    if (lux === null) expect([value('surfaceLux'), value('sinceSunriseH')]).toEqual([null, null])
    else {
      expect(value('surfaceLux')).toBeGreaterThanOrEqual(lux[0])
      expect(value('surfaceLux')).toBeLessThan(lux[1])
    }
    if (sinceSunriseH === null) expect(value('sinceSunriseH')).toBeNull()
    else expect(Math.abs((value('sinceSunriseH') as number) - sinceSunriseH)).toBeLessThan(0.15)
    expect(calendarSeason(localParts(epochMs(time), zone).month, latitude)).toBe(season)
    // What needs no sky works everywhere.
    expect(value('moonElongationDeg')).toBeGreaterThanOrEqual(0)
    expect(value('visibilityM')).toBe(2)
  })

  it('a trip over midnight has its light hour by hour, and each night its own sunset', () => {
    const [start, end] = [epochMs('2026-07-01T00:00:00Z'), epochMs('2026-07-01T11:00:00Z')]
    const readings = [0, 3, 6, 9].map((hour) => clear(new Date(start + hour * HOUR_MS).toISOString()))
    const night = setting({ start: '2026-07-01T00:00:00Z', timeZone: 'America/Chicago', readings })
    const light = conditionTrack(night, 'surfaceLux', [1, 1e3, 1e4, 4e4])
    expect(light.cuts(start, end).length).toBeGreaterThanOrEqual(5)
    const toSunset = conditionTrack(night, 'toSunsetH', [])
    // 20:00 local: an hour before sunset; 1:00 local: nearly twenty before the next.
    expect(toSunset.at(epochMs('2026-07-01T00:30:00Z')).value).toBeCloseTo(0.5, 0)
    expect(toSunset.at(epochMs('2026-07-01T06:00:00Z')).value).toBeGreaterThan(17)
  })
})

describe('light', () => {
  const morning = setting({
    readings: [clear('2026-03-14T11:00:00Z'), { time: '2026-03-14T14:00:00Z', cloudPct: 100 }],
  })

  it('is cut where it is a band’s edge, to the millisecond', () => {
    const edges = [1, 1e3, 1e4, 4e4]
    const track = conditionTrack(morning, 'surfaceLux', edges)
    const cuts = track.cuts(epochMs('2026-03-14T11:00:00Z'), epochMs('2026-03-14T14:00:00Z'))
    const lux = cuts.map((ms) => track.at(ms).value as number)
    expect(cuts.length).toBeGreaterThanOrEqual(2)
    for (const value of lux) expect(Math.min(...edges.map((edge) => Math.abs(value / edge - 1)))).toBeLessThan(1e-5)
  })

  it('is less where the lure is, and not known where the lure’s depth or the cloud is not', () => {
    const ms = epochMs('2026-03-14T13:30:00Z')
    const lux = (depthM: number | undefined): unknown =>
      conditionTrack({ ...morning, ...(depthM === undefined ? {} : { lureDepthM: depthM }) }, 'lureLux', []).at(ms)
        .value
    const surface = conditionTrack(morning, 'surfaceLux', []).at(ms).value as number
    expect(lux(0)).toBeLessThan(surface)
    expect(lux(0)).toBeGreaterThan(0.9 * surface)
    expect(lux(2)).toBeLessThan(0.3 * surface)
    expect(lux(undefined)).toBeNull()
    expect(conditionTrack(setting({}), 'surfaceLux', []).at(ms).value).toBeNull()
  })
})

describe('what was read by hand', () => {
  it('holds against an instrument for an hour on either side', () => {
    const sounder = [0, 0.5, 1.5, 2.5].map((hour) => ({
      time: `2026-03-14T1${Math.floor(1 + hour)}:${hour % 1 === 0 ? '00' : '30'}:00Z`,
      waterTempC: 12,
      source: 'sounder',
    }))
    const track = conditionTrack(
      setting({ readings: [...sounder, { time: '2026-03-14T12:00:00Z', waterTempC: 10 }] }),
      'waterTempC',
      [],
    )
    expect(track.at(epochMs('2026-03-14T12:00:00Z')).value).toBe(10)
    expect(track.at(epochMs('2026-03-14T13:30:00Z')).value).toBeCloseTo(12, 9)
  })
})

/** A water read on forty days, five apart, warming from 5 °C by a fifth of a degree a day, in air of 10 °C. */
const READ: readonly TripReading[] = Array.from({ length: 40 }, (_, i) => ({
  time: new Date(Date.UTC(2026, 0, 1, 12) + i * 5 * DAY_MS).toISOString(),
  waterTempC: 5 + i,
  airTempC: 10,
  visibilityM: 1 + (i % 2),
}))

describe('what is usual for a water', () => {
  const past = waterPast(READ)
  const start = '2026-04-11T12:00:00Z'
  const value = (
    condition: string,
    readings: readonly TripReading[] = [{ time: start, waterTempC: 14.5, airTempC: 16, visibilityM: 1 }],
  ): unknown => conditionTrack(setting({ start, readings }), condition, [], past).at(epochMs(start)).value

  it('is told by where a reading stands among all days read', () => {
    expect([value('tempPercentile'), value('clarityPercentile')]).toEqual([25, 25])
    expect(percentileAmong([1, 2, 3], 2)).toBeNull()
  })

  it('and by the trend of a month, the air of the time of year, and the fish’s season', () => {
    expect(value('tempTrend')).toBeCloseTo(0.2, 9)
    expect(value('airAnomalyC')).toBeCloseTo(6, 9)
    expect(value('fishSeason')).toBe('pre-spawn')
    expect(conditionTrack(setting({ start }), 'tempTrend', []).at(epochMs(start)).value).toBeNull()
  })
})

describe('the air that is usual', () => {
  it('is the mean of the days within three weeks of the day of the year, in any year and across its turn', () => {
    const days = Array.from({ length: 70 }, (_, i) => ({
      ms: Date.UTC(2021, 0, 1, 12) + i * 19 * DAY_MS,
      airTempC: (i * 7) % 23,
    }))
    const past = waterPast(days.map(({ ms, airTempC }) => ({ time: new Date(ms).toISOString(), airTempC })))
    const dayMs = DAY_MS
    for (const date of ['2023-12-29', '2024-01-03', '2024-06-15', '2022-01-20', '2022-12-12']) {
      const now = epochMs(`${date}T09:00:00Z`)
      // By hand: how far apart two days of the year are, the shorter way round.
      const apart = (ms: number): number => {
        const gap = Math.abs((Math.floor(ms / dayMs) % 365.25) - ((now / dayMs) % 365.25))
        return Math.min(gap, 365.25 - gap)
      }
      const near = days.filter(({ ms }) => apart(ms) <= 21)
      expect(near.length).toBeGreaterThanOrEqual(5)
      expect(usualAirC(past, now)).toBeCloseTo(near.reduce((sum, { airTempC }) => sum + airTempC, 0) / near.length, 9)
    }
    expect(usualAirC(waterPast([]), 0)).toBeNull()
  })
})

describe('the hours before', () => {
  const at = (hour: number, fields: Partial<TripReading>): TripReading => ({
    time: new Date(epochMs('2026-03-14T11:00:00Z') + hour * HOUR_MS).toISOString(),
    ...fields,
  })
  const value = (condition: string, readings: readonly TripReading[], hour = 0): unknown =>
    conditionTrack(setting({ readings }), condition, []).at(epochMs('2026-03-14T11:00:00Z') + hour * HOUR_MS).value

  it('give the strongest wind of 24 and the rain of 48, where they were read from early enough', () => {
    const readings = [
      at(-40, { rainMm: 4, windMps: 20 }),
      at(-20, { rainMm: 3, windMps: 9 }),
      at(-2, { precipitation: 'none', windMps: 2 }),
    ]
    expect([value('windMax24h', readings), value('rain48h', readings)]).toEqual([9, 7])
    expect([value('windMax24h', readings.slice(2)), value('rain48h', readings.slice(2))]).toEqual([null, null])
    // A day later the strong wind has passed out of sight.
    expect(value('rain48h', readings, 20)).toBe(3)
  })

  it('count from the change of the current, not from its first reading', () => {
    const readings = [at(0, { current: 'on' }), at(2, { current: 'off' }), at(4, { current: 'off' })]
    expect([1, 2, 3.5].map((hour) => value('sinceCurrentH', readings, hour))).toEqual([null, 0, 1.5])
  })
})

describe('the day in words', () => {
  it('follows the light from dark to bright, and says what it cannot tell', () => {
    const [from, to] = [epochMs('2026-03-14T10:30:00Z'), epochMs('2026-03-14T15:30:00Z')]
    const readings = [10, 12, 14].map((hour) => clear(`2026-03-14T${hour}:30:00Z`))
    const day = dayOfConditions(setting({ readings }), from, to)
    const words = (column: string): string[] =>
      day.find((one) => one.column === column)?.spells.map(({ word }) => word) ?? []
    expect(words('light_band')).toEqual(['dark', 'dim', 'low', 'grey', 'bright'])
    expect([words('season'), words('front'), words('fish_season'), words('moon_phase')]).toEqual([
      ['spring'],
      ['unknown'],
      ['unknown'],
      ['waning crescent'],
    ])
    for (const { spells } of day) expect([spells[0]?.fromMs, spells.at(-1)?.toMs]).toEqual([from, to])
  })

  it('calls for the cautions it should, the gravest first', () => {
    expect(cautionsOf({ waterTempC: 9, windMps: 8, thunder: true })).toEqual(['lightning', 'cold-water', 'wind'])
    expect(cautionsOf({ waterTempC: 26, airTempC: 34, windMps: 2 })).toEqual(['heat', 'warm-fish'])
    expect(cautionsOf({ waterTempC: 18, gustMps: 10 })).toEqual(['wind'])
    expect(cautionsOf({})).toEqual([])
    const now = epochMs('2026-03-14T12:00:00Z')
    const read = [
      { time: '2026-03-14T11:00:00Z', waterTempC: 9 },
      { time: '2026-03-14T09:00:00Z', thunder: true },
      { time: '2026-03-13T09:00:00Z', windMps: 20 },
    ]
    expect(cautionsNow(read, now)).toEqual(['cold-water'])
    expect(cautionsNow(read, now - 2.5 * HOUR_MS)).toEqual(['lightning'])
  })
})
