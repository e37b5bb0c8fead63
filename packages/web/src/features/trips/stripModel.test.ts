import { describe, expect, it } from 'vitest'
import { IMPERIAL, METRIC, workingDepth } from '@jotbook/core'
import type { Lure } from '@jotbook/core'
import { surfacePath } from '../../charts/dayStrip/surface.ts'
import { thingsToFix } from './fixes.ts'
import { stripModel } from './stripModel.ts'
import type { TripOnScreen } from './stripPaths.ts'

const GREY: Lure = { id: 'A', name: 'Jerkbait, grey', class: 'suspending jerkbait', runsFromM: 1, runsToM: 2 }
const JIG: Lure = { id: 'B', name: 'Jig', class: 'finesse jig' }
const SCREEN: TripOnScreen = {
  trip: {
    id: 'T',
    water: 'W',
    start: '2026-03-14T11:40:00.000Z',
    end: '2026-03-14T20:00:00.000Z',
    timeZone: 'America/Chicago',
  },
  water: { id: 'W', name: 'North Arm', latitude: 36.94, longitude: -85.12, timeZone: 'America/Chicago' },
  lures: new Map([
    ['A', GREY],
    ['B', JIG],
  ]),
  stints: [
    {
      id: 'S1',
      trip: 'T',
      lure: 'A',
      angler: 'Rowan',
      start: '2026-03-14T11:40:00.000Z',
      end: '2026-03-14T13:00:00.000Z',
      lureDepthM: 1.524,
    },
    {
      id: 'S2',
      trip: 'T',
      lure: 'B',
      angler: 'Tilda',
      start: '2026-03-14T12:00:00.000Z',
      end: '2026-03-14T14:00:00.000Z',
      lureDepthM: 6,
    },
    { id: 'S3', trip: 'T', lure: 'A', angler: 'Rowan', start: '2026-03-14T13:00:00.000Z' },
  ],
  readings: [
    {
      id: 'R1',
      trip: 'T',
      time: '2026-03-14T11:40:00.000Z',
      waterTempC: 8,
      windMps: 6,
      cloudPct: 90,
      visibilityM: 0.9144,
      tint: 'clay',
    },
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
    expect(model.deepestM).toBeCloseTo(7.2, 9)
    expect([workingDepth(GREY), workingDepth(JIG), workingDepth(JIG, { lureDepthM: 2 })]).toEqual([
      { depthM: 1.5, from: 'lure' },
      { depthM: 0.9, from: 'assumed' },
      { depthM: 2, from: 'stint' },
    ])
  })

  it('puts strikes on the path of their stint, and one without a stint at the surface of the first', () => {
    expect(model.paths.map(({ strikes }) => strikes.map(({ id, depthM, outcome }) => [id, depthM, outcome]))).toEqual([
      [['K2', 0, null]],
      [['K1', 6, 'landed']],
    ])
  })

  it('runs over whole half hours with hour marks in the trip’s own zone', () => {
    expect(new Date(model.fromMs).toISOString()).toBe('2026-03-14T11:30:00.000Z')
    expect(model.hours.map(({ text }) => text)).toEqual([
      '7:00 am',
      '8:00 am',
      '9:00 am',
      '10:00 am',
      '11:00 am',
      '12:00 pm',
      '1:00 pm',
      '2:00 pm',
      '3:00 pm',
    ])
  })

  it('draws wind as read, sunrise where it was, and the night before it darker', () => {
    expect(model.wind.points[0]).toMatchObject({ value: expect.closeTo(13.4, 1) as number })
    expect(model.wind.points.at(-1)).toMatchObject({ value: 0 })
    expect(new Date(model.sunrise ?? 0).toISOString().slice(0, 15)).toBe('2026-03-14T11:5')
    expect(model.sunset).toBeUndefined()
    expect(model.sky[0]?.light).toBeLessThan(model.sky[20]?.light ?? 0)
  })

  it('draws the surface rough where there was wind and flat where there was none', () => {
    const heights = [...surfacePath(model, (ms) => (ms - model.fromMs) / 60_000, 100).matchAll(/Q\S+ ([\d.]+) /g)].map(
      ([, y]) => Math.abs(Number(y) - 100),
    )
    expect(heights[1]).toBeGreaterThan(1)
    expect(heights.at(-1)).toBe(0)
  })

  it('speaks the reader’s units', () => {
    expect([model.ribbons[0]?.readings[0]?.text, model.ribbons[0]?.note, model.lures[0]?.depthText]).toEqual([
      '46 °F',
      'visibility 3 ft, clay',
      '5 ft',
    ])
    const metric = stripModel(SCREEN, METRIC)
    expect([metric.ribbons[0]?.readings[0]?.text, metric.ribbons[0]?.note, metric.depths[0]?.text]).toEqual([
      '8 °C',
      'visibility 0.9 m, clay',
      '0 m',
    ])
  })

  it('breaks a ribbon where its reading has grown old, and ends it where it is not known', () => {
    const late = { ...SCREEN, readings: [SCREEN.readings[0]!] }
    const pieces = stripModel(late, IMPERIAL).ribbons[0]!.pieces.map(({ fromMs, toMs, stale }) => [
      (toMs - fromMs) / 3_600_000,
      stale,
    ])
    expect(pieces).toEqual([
      [1, false],
      [3, false],
      [3, true],
    ])
  })

  it('draws the bottom as sounded and brackets the longest time without a strike', () => {
    const sounded = { ...SCREEN, stints: SCREEN.stints.map((stint, i) => ({ ...stint, depthM: 6 + i })) }
    const drawn = stripModel(sounded, IMPERIAL)
    expect([drawn.bottom[0], drawn.bottom.at(-1)]).toEqual([
      { ms: drawn.fromMs, depthM: 6 },
      { ms: drawn.toMs, depthM: 7 },
    ])
    expect(drawn.deepestM).toBeGreaterThan(7)
    expect(drawn.blank?.text).toBe('75 minutes, no strike')
  })

  it('stands without readings, stints or a place', () => {
    const { latitude: _latitude, longitude: _longitude, ...nowhere } = SCREEN.water!
    const bare = stripModel({ ...SCREEN, water: nowhere, stints: [], readings: [], strikes: [] }, IMPERIAL)
    expect([bare.paths, bare.wind.points, bare.ribbons, bare.sunrise, bare.bottom, bare.blank, bare.lightFoot]).toEqual(
      [[{ angler: '', stints: [], strikes: [] }], [], [], undefined, [], undefined, undefined],
    )
  })
})

describe('loose ends', () => {
  const ends = thingsToFix(SCREEN)
  const fixesOf = (key: string) => ends.find((end) => end.key === key)!.fixes

  it('are each closed by what is nearest to hand', () => {
    expect(fixesOf('unsaid K2').map(({ label }) => label)).toEqual(['missed', 'lost', 'landed', 'follow / swirl'])
    expect(fixesOf('strike-without-stint K2')).toEqual([
      { label: 'Rowan: Jerkbait, grey', edits: [{ kind: 'strike', id: 'K2', fields: { stint: 'S1' } }] },
      { label: 'Tilda: Jig', edits: [{ kind: 'strike', id: 'K2', fields: { stint: 'S2' } }] },
    ])
    expect(fixesOf('open-stint S3')).toEqual([
      { label: 'end it at 3:00 pm', edits: [{ kind: 'stint', id: 'S3', fields: { end: '2026-03-14T20:00:00.000Z' } }] },
    ])
  })

  it('of overlaps, backward stints and things outside the trip too, and each can be taken back', () => {
    const [a, b] = SCREEN.stints
    const crossed: TripOnScreen = {
      ...SCREEN,
      stints: [
        { ...a!, end: '2026-03-14T12:30:00.000Z' },
        { ...b!, id: 'X', angler: 'Rowan' },
        { ...b!, id: 'Y', angler: 'Tilda', start: '2026-03-14T15:00:00.000Z', end: '2026-03-14T14:00:00.000Z' },
        { ...b!, id: 'Z', angler: 'Osk', start: '2026-03-14T19:00:00.000Z', end: '2026-03-14T21:00:00.000Z' },
      ],
      strikes: [],
    }
    const labels = thingsToFix(crossed).map(({ key, fixes }) => [key, fixes.map(({ label }) => label)])
    expect(labels).toEqual([
      ['end-before-start Y', ['swap start and end']],
      ['stint-outside-trip Z', ['extend the trip to 4:00 pm']],
      ['stints-overlap X', ['end the earlier one at 7:00 am']],
    ])
  })
})
