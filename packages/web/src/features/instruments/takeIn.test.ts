import { describe, expect, it } from 'vitest'
import type { Fields } from '@jotbook/core'
import { placeAlong, spotNear, trackOf } from '@jotbook/core/formats'
import { takeIn } from './takeIn.ts'
import type { TripForInstruments } from './takeIn.ts'

const TRIP = '01900000-0000-7000-8000-000000000001'
const at = (hour: number, minute = 0): number => Date.UTC(2026, 3, 4, hour, minute)
const iso = (hour: number, minute = 0): string => new Date(at(hour, minute)).toISOString()
const tools = { placeAlong, spotNear, trackOf }
const text = { kind: 'sounder', readings: [], reports: [], track: [], remarks: [] } as const

const day: TripForInstruments = {
  trip: { id: TRIP, water: 'w', start: iso(7), end: iso(11) },
  stints: [
    { id: 's1', trip: TRIP, lure: 'l', start: iso(8), end: iso(9) },
    { id: 's2', trip: TRIP, lure: 'l', start: iso(9), end: iso(10), latitude: 36.5, longitude: -85 },
    { id: 's3', trip: TRIP, lure: 'l', start: iso(10) },
  ],
  readings: [],
  spots: [{ id: 'hump', name: 'hump', water: 'w', latitude: 36.9005, longitude: -85.1 }],
}
const read = [
  { ms: at(8), waterTempC: 12.5, depthM: 3 },
  { ms: at(9), waterTempC: 13 },
]
const withRecords = (edits: readonly { readonly id: string; readonly fields: Fields }[]): TripForInstruments => ({
  ...day,
  readings: edits.map(({ id, fields }) => ({ id, ...fields })) as unknown as TripForInstruments['readings'],
})

describe('what an instrument read', () => {
  it('is taken in once, and the log of a day adds what the live feed had missed', () => {
    const first = takeIn({ ...text, readings: read }, day, tools, at(12))
    expect(first).toMatchObject({ readings: 2, known: 0, beside: 0 })
    expect(first.edits[0]).toMatchObject({
      kind: 'reading',
      fields: { trip: TRIP, time: iso(8), waterTempC: 12.5, depthM: 3, source: 'sounder' },
    })
    const held = withRecords(first.edits)
    expect(takeIn({ ...text, readings: read }, held, tools, at(12))).toMatchObject({ edits: [], known: 2 })
    const whole = takeIn({ ...text, readings: [...read, { ms: at(10), waterTempC: 14 }] }, held, tools, at(12))
    expect(whole.edits.map(({ fields }) => fields.waterTempC)).toEqual([14])
  })

  it('of another day is counted and left; of a trip that is still open it counts until now', () => {
    const late = [...read, { ms: at(11, 30), waterTempC: 15 }]
    expect(takeIn({ ...text, readings: late }, day, tools, at(12))).toMatchObject({ readings: 2, beside: 1 })
    const open = { ...day, trip: { ...day.trip, end: null } }
    expect(takeIn({ ...text, readings: late }, open, tools, at(12))).toMatchObject({ readings: 3, beside: 0 })
  })

  it('as a report goes back two days before the launch, for the front it tells of', () => {
    const report = (hours: number) => ({ ms: at(7 - hours), station: 'XVAL', automatic: true, lightning: hours === 1 })
    const took = takeIn({ ...text, kind: 'reports', reports: [1, 48, 50].map(report) }, day, tools, at(12))
    expect(took).toMatchObject({ reports: 2, beside: 1 })
    expect(took.edits.map(({ fields }) => fields)).toEqual([
      { trip: TRIP, time: iso(6), source: 'weather report', note: 'XVAL', thunder: true },
      { trip: TRIP, time: new Date(at(7 - 48)).toISOString(), source: 'weather report', note: 'XVAL' },
    ])
  })
})

describe('a track', () => {
  // North along a meridian, a hundredth of a degree an hour, a point every ten minutes.
  const track = Array.from({ length: 25 }, (_, i) => 7 + i / 6).map(
    (hour) => [at(7) + Math.round((hour - 7) * 3_600_000), 36.9 + (hour - 8.5) / 100, -85.1, 2 + hour / 10] as const,
  )

  it('gives stints nobody placed where the boat was in their middle, the spot there and its depth, and moves no other', () => {
    const took = takeIn({ ...text, kind: 'track', track }, day, tools, at(12))
    expect(took).toMatchObject({ points: 25, placedStints: 1 })
    const stint = took.edits.find(({ kind }) => kind === 'stint')
    expect(stint).toMatchObject({ id: 's1', fields: { longitude: -85.1, spot: 'hump', depthM: 2.9 } })
    expect(stint!.fields.latitude).toBeCloseTo(36.9, 5)
  })

  it('joins what the trip has of it, in order of time, each moment once', () => {
    const own = { ...day, trip: { ...day.trip, track: [track[18], track[6]] as never } }
    const took = takeIn({ ...text, kind: 'track', track: [track[12], track[6]] as never }, own, tools, at(12))
    const whole = took.edits.find(({ kind }) => kind === 'trip')!.fields.track as readonly (readonly number[])[]
    expect(whole.map(([ms]) => ms)).toEqual([at(8), at(9), at(10)])
  })
})
