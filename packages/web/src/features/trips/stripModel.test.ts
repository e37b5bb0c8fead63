import { describe, expect, it } from 'vitest'
import { IMPERIAL, METRIC } from '@jotbook/core'
import type { Lure } from '@jotbook/core'
import { surfacePath } from '../../charts/dayStrip/surface.ts'
import { stripModel, workedDepthM } from './stripModel.ts'
import type { TripOnScreen } from './stripModel.ts'

const GREY: Lure = { id: 'A', name: 'Jerkbait, grey', class: 'suspending jerkbait', runsFromM: 1, runsToM: 2 }
const JIG: Lure = { id: 'B', name: 'Jig', class: 'finesse jig' }
const SCREEN: TripOnScreen = {
  trip: { id: 'T', water: 'W', start: '2026-03-14T11:40:00.000Z', end: '2026-03-14T20:00:00.000Z', timeZone: 'America/Chicago' },
  water: { id: 'W', name: 'North Arm', latitude: 36.94, longitude: -85.12, timeZone: 'America/Chicago' },
  lures: new Map([
    ['A', GREY],
    ['B', JIG],
  ]),
  stints: [
    { id: 'S1', trip: 'T', lure: 'A', angler: 'Rowan', start: '2026-03-14T11:40:00.000Z', end: '2026-03-14T13:00:00.000Z', lureDepthM: 1.524 },
    { id: 'S2', trip: 'T', lure: 'B', angler: 'Tilda', start: '2026-03-14T12:00:00.000Z', end: '2026-03-14T14:00:00.000Z', lureDepthM: 6 },
    { id: 'S3', trip: 'T', lure: 'A', angler: 'Rowan', start: '2026-03-14T13:00:00.000Z' },
  ],
  readings: [
    { id: 'R1', trip: 'T', time: '2026-03-14T11:40:00.000Z', waterTempC: 8, windMps: 6, cloudPct: 90, visibilityM: 0.9144, tint: 'clay' },
    { id: 'R2', trip: 'T', time: '2026-03-14T14:00:00.000Z', waterTempC: 9, windMps: 0, cloudPct: 90 },
  ],
  strikes: [
    { id: 'K1', trip: 'T', stint: 'S2', time: '2026-03-14T12:30:00.000Z', outcome: 'landed' },
    { id: 'K2', trip: 'T', time: '2026-03-14T12:45:00.000Z' },
  ],
}

describe('the day strip', () => {
  const model = stripModel(SCREEN, IMPERIAL)

  it('has one path a person, at the depth worked, and leaves an open stint out', () => {
    expect(model.paths.map(({ angler, stints }) => [angler, stints.map(({ id, depthM }) => [id, depthM])])).toEqual([
      ['Rowan', [['S1', 1.524]]],
      ['Tilda', [['S2', 6]]],
    ])
    expect(model.deepestM).toBe(7.5)
    expect([workedDepthM({ ...SCREEN.stints[0]!, lureDepthM: null }, GREY), workedDepthM({ ...SCREEN.stints[0]!, lureDepthM: null }, JIG)]).toEqual([1.5, 0.9])
  })

  it('puts strikes on the path of their stint, and one without a stint at the surface of the first', () => {
    expect(model.paths.map(({ strikes }) => strikes.map(({ id, depthM, outcome }) => [id, depthM, outcome]))).toEqual([
      [['K2', 0, null]],
      [['K1', 6, 'landed']],
    ])
  })

  it('runs over whole half hours with hour marks in the trip’s own zone', () => {
    expect(new Date(model.fromMs).toISOString()).toBe('2026-03-14T11:30:00.000Z')
    expect(model.hours.map(({ text }) => text)).toEqual(['7:00', '8:00', '9:00', '10:00', '11:00', '12:00', '13:00', '14:00', '15:00'])
  })

  it('draws wind as read, sunrise where it was, and the night before it darker', () => {
    expect(model.wind.points[0]).toMatchObject({ value: expect.closeTo(13.4, 1) as number })
    expect(model.wind.points.at(-1)).toMatchObject({ value: 0 })
    expect(new Date(model.sunrise ?? 0).toISOString().slice(0, 15)).toBe('2026-03-14T11:5')
    expect(model.sunset).toBeUndefined()
    expect(model.sky[0]?.light).toBeLessThan(model.sky[20]?.light ?? 0)
  })

  it('draws the surface rough where there was wind and flat where there was none', () => {
    const heights = [...surfacePath(model, (ms) => (ms - model.fromMs) / 60_000, 100).matchAll(/Q\S+ ([\d.]+) /g)].map(([, y]) => Math.abs(Number(y) - 100))
    expect(heights[1]).toBeGreaterThan(1)
    expect(heights.at(-1)).toBe(0)
  })

  it('speaks the reader’s units', () => {
    expect([model.temperatures[0]?.text, model.waterText, model.lures[0]?.depthText]).toEqual(['46 °F', 'sees 3 ft, clay', '5 ft'])
    const metric = stripModel(SCREEN, METRIC)
    expect([metric.temperatures[0]?.text, metric.waterText, metric.depths[0]?.text]).toEqual(['8 °C', 'sees 0.9 m, clay', '0 m'])
  })

  it('stands without readings, stints or a place', () => {
    const { latitude: _latitude, longitude: _longitude, ...nowhere } = SCREEN.water!
    const bare = stripModel({ ...SCREEN, water: nowhere, stints: [], readings: [], strikes: [] }, IMPERIAL)
    expect([bare.paths, bare.wind.points, bare.temperatures, bare.sunrise, bare.waterText]).toEqual([
      [{ angler: '', stints: [], strikes: [] }],
      [],
      [],
      undefined,
      'sight not read',
    ])
  })
})
