import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { IMPERIAL, METRIC, UNIT_CHOICES } from '@jotbook/core'
import type { Reading, Stint, Strike, Trip, UnitPreferences } from '@jotbook/core'
import { editsOf } from './editsOf.ts'
import { openedTrip } from './openedTrip.ts'
import type { OpenedTrip } from './openedTrip.ts'
import type { DockDraft } from './dockDraft.ts'
import { readDraft, zoneOfDraft } from './readDraft.ts'

let n = 0
const newId = (): string => `01900000-0000-7000-8000-${String(++n).padStart(12, '0')}`
const START = Date.UTC(2026, 10, 1, 4, 0)
const ZONES = ['America/Chicago', 'Europe/Berlin', 'Asia/Kolkata', 'UTC']

const units = fc.record(
  Object.fromEntries(Object.entries(UNIT_CHOICES).map(([quantity, of]) => [quantity, fc.constantFrom(...of)])),
) as fc.Arbitrary<UnitPreferences>
const real = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: null })
const at = fc.integer({ min: 0, max: 20 * 3_600_000 }).map((ms) => new Date(START + ms).toISOString())
const word = fc.constantFrom('bridge', 'steady', 'no reason at all')

/** A trip over the night on which clocks go back, in any state the book may hold: seconds, many digits, crossing hours, empty cells. */
const trips = fc.record({
  trip: fc.record({
    id: fc.constant('t'),
    water: fc.constant('w'),
    start: fc.constant(new Date(START + 12_345).toISOString()),
    end: maybe(at),
    timeZone: fc.constantFrom(...ZONES),
    anglers: maybe(fc.array(word, { maxLength: 2 })),
    note: maybe(word),
    effortKnown: maybe(fc.constantFrom('full', 'trip', 'none')),
    sky: maybe(fc.constantFrom('clear', 'cloudy')),
  }),
  stints: fc.array(
    fc.record({
      trip: fc.constant('t'),
      lure: fc.constant('l'),
      angler: maybe(word),
      start: at,
      end: maybe(at),
      lureDepthM: maybe(real(0, 10)),
      spot: maybe(word),
      retrieve: maybe(word),
      targets: maybe(fc.constant(['wood'])),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  strikes: fc.array(
    fc.record({
      trip: fc.constant('t'),
      time: at,
      timeUnknown: maybe(fc.constant(true)),
      angler: maybe(word),
      outcome: maybe(fc.constant('landed')),
      lengthMm: maybe(real(100, 700)),
      weightG: maybe(real(100, 4000)),
      depthM: maybe(real(0, 9)),
      note: maybe(word),
    }),
    { minLength: 1, maxLength: 4 },
  ),
  readings: fc.array(
    fc.record({
      trip: fc.constant('t'),
      time: at,
      source: maybe(fc.constant('hand')),
      waterTempC: maybe(real(3, 30)),
      visibilityM: maybe(real(0.05, 6)),
      windMps: maybe(real(0, 15)),
      cloudPct: maybe(real(0, 100)),
      pressureHpa: maybe(real(980, 1040)),
    }),
    { minLength: 1, maxLength: 3 },
  ),
})
interface Stored {
  readonly trip: Trip
  readonly stints: readonly Stint[]
  readonly strikes: readonly Strike[]
  readonly readings: readonly Reading[]
}
const stored = trips.map(({ trip, stints, strikes, readings }) => ({
  trip,
  stints: stints.map((one, i) => ({ id: `stint${i}`, ...one })),
  strikes: strikes.map((one, i) => ({ id: `strike${i}`, stint: i % 2 ? 'stint0' : null, ...one })),
  readings: readings.map((one, i) => ({ id: `reading${i}`, ...one })),
})) as fc.Arbitrary<Stored>

const edits = (draft: DockDraft, opened: OpenedTrip) =>
  editsOf(
    readDraft(
      draft,
      zoneOfDraft(draft, opened, { id: 'w', name: 'Pond', timeZone: 'Pacific/Auckland' }, 'UTC'),
      opened,
    ),
    'now',
  )
const opening = ({ trip, ...children }: Stored, chosen: UnitPreferences): OpenedTrip =>
  openedTrip(trip, { ...children, tactics: [] } as never, chosen, newId)

describe('a trip that was opened and saved', () => {
  it('writes nothing when nothing was typed, whatever its units, seconds and digits', () => {
    fc.assert(
      fc.property(stored, units, (trip, chosen) => {
        const opened = opening(trip, chosen)
        expect(edits(structuredClone(opened.draft), opened)).toEqual([])
      }),
    )
  })

  it('writes exactly the field whose cell was changed', () => {
    const CELLS = [
      ['stints', 'depth', '2', ['lureDepthM', 'lureDepthMTyped']],
      ['stints', 'spot', 'the point', ['spot']],
      ['strikes', 'note', 'at the boat', ['note']],
      ['strikes', 'length', '43', ['lengthMm', 'lengthMmTyped']],
      ['strikes', 'weight', '1.5', ['weightG', 'weightGTyped']],
      ['readings', 'temp', '12', ['waterTempC', 'waterTempCTyped']],
      ['readings', 'sight', '1', ['visibilityM', 'visibilityMTyped']],
      ['readings', 'cloud', '', ['cloudPct']],
    ] as const
    fc.assert(
      fc.property(stored, units, fc.constantFrom(...CELLS), (trip, chosen, [section, cell, typed, fields]) => {
        const opened = opening({ ...trip, trip: { ...trip.trip, effortKnown: 'full' } }, chosen)
        const draft = structuredClone(opened.draft)
        const row = draft[section][0] as unknown as Record<string, string>
        fc.pre(row[cell] !== typed)
        row[cell] = typed
        const written = edits(draft, opened)
        expect(written.map(({ id }) => id)).toEqual([row.id])
        const was = opened.records[`${section.slice(0, -1)} ${row.id}`] ?? {}
        // A value that came without its spelling has none to write over.
        expect(Object.keys(written[0]?.fields ?? {}).sort()).toEqual(
          fields.filter(
            (field) => !field.endsWith('Typed') || (written[0]?.fields[field] ?? null) !== (was[field] ?? null),
          ),
        )
      }),
    )
    const note = structuredClone(opening(SIMPLE, IMPERIAL).draft)
    note.note = 'wind got up'
    expect(edits(note, opening(SIMPLE, IMPERIAL))).toEqual([{ kind: 'trip', id: 't', fields: { note: 'wind got up' } }])
  })

  it('reads a cell in the units the draft was opened with, though the settings changed since', () => {
    const opened = opening(SIMPLE, IMPERIAL)
    const draft = structuredClone(opened.draft)
    if (draft.stints[0]) draft.stints[0].depth = '10'
    const reopened = opening(SIMPLE, METRIC)
    expect(edits({ ...reopened.draft, ...draft }, opened)).toEqual([
      { kind: 'stint', id: 'stint0', fields: { lureDepthM: 3.048, lureDepthMTyped: '10 ft' } },
    ])
  })

  it('reads times that were typed in the trip’s own zone, keeps the others to the millisecond, and moves all of them with the day', () => {
    const opened = opening(SIMPLE, IMPERIAL)
    const draft = structuredClone(opened.draft)
    if (draft.stints[0]) draft.stints[0].end = '8:20'
    expect(edits(draft, opened)).toEqual([{ kind: 'stint', id: 'stint0', fields: { end: '2026-03-14T13:20:00.000Z' } }])
    expect(edits({ ...structuredClone(opened.draft), date: '2026-03-15' }, opened)).toEqual([
      { kind: 'trip', id: 't', fields: { start: '2026-03-15T11:30:00.000Z' } },
      { kind: 'stint', id: 'stint0', fields: { start: '2026-03-15T12:00:00.000Z', end: '2026-03-15T13:00:00.000Z' } },
      { kind: 'strike', id: 'strike0', fields: { time: '2026-03-15T12:10:00.000Z' } },
    ])
  })

  it('deletes rows that were removed, and leaves what came from elsewhere meanwhile and what its cells do not show', () => {
    const opened = opening(SIMPLE, IMPERIAL)
    expect(edits({ ...structuredClone(opened.draft), strikes: [] }, opened)).toEqual([
      { kind: 'strike', id: 'strike0', fields: { deletedAt: 'now' } },
    ])
    const bare = opening(
      { ...SIMPLE, readings: [{ id: 'r', trip: 't', time: '2026-03-14T12:00:00.000Z', luxKind: 'x' } as never] },
      IMPERIAL,
    )
    expect(edits(structuredClone(bare.draft), bare)).toEqual([])
  })
})

const SIMPLE: Stored = {
  trip: { id: 't', water: 'w', start: '2026-03-14T11:30:12.345Z', timeZone: 'America/Chicago' },
  stints: [
    {
      id: 'stint0',
      trip: 't',
      lure: 'l',
      start: '2026-03-14T12:00:31.000Z',
      end: '2026-03-14T13:00:59.000Z',
      lureDepthM: 1.2345,
    },
  ],
  strikes: [{ id: 'strike0', trip: 't', time: '2026-03-14T12:10:05.000Z', stint: null, lengthMm: 412.8 }],
  readings: [],
}
