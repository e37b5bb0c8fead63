import { timeZoneOf, epochMs } from '@jotbook/core'
import type { Fields, Kind, Trip, UnitPreferences } from '@jotbook/core'
import type { TripRecords } from '../../offline/index.ts'
import { draftOfTrip, isBlank } from './dockDraft.ts'
import type { DockDraft, NewId } from './dockDraft.ts'

/** A trip as it was when its draft was opened: what its cells said, and what the records held. */
export interface OpenedTrip {
  readonly draft: DockDraft
  /** By `kind id`. */
  readonly records: Readonly<Record<string, Fields>>
  readonly zone: string
}

export function openedTrip(trip: Trip, stored: TripRecords, units: UnitPreferences, newId: NewId): OpenedTrip {
  // What instruments read is not typed here: it stays as it came.
  const children = { ...stored, readings: stored.readings.filter(({ source }) => (source ?? 'hand') === 'hand') }
  const remembered = (kind: Kind, list: readonly { readonly id: string }[]): [string, Fields][] =>
    list.map(({ id, ...fields }) => [`${kind} ${id}`, fields as Fields])
  // Nor is the track, which is long.
  const { track: _track, ...told } = trip
  return {
    draft: draftOfTrip(trip, children, units, newId),
    records: Object.fromEntries([
      ...remembered('trip', [told]),
      ...remembered('stint', children.stints),
      ...remembered('strike', children.strikes),
      ...remembered('reading', children.readings),
    ]),
    zone: timeZoneOf(trip),
  }
}

/** Where it is kept beside the draft. */
export const openedKey = (draftKey: string): string => `${draftKey}:opened`

/** The cells that a field is read from: it is written only when one of them says something else than when the trip was opened. */
const CELLS: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>> = {
  trip: { timeZone: ['water'], anglers: ['people'] },
  stint: { lureDepthM: ['depth'], lureDepthMTyped: ['depth'] },
  strike: {
    stint: ['time', 'angler'],
    timeUnknown: ['time'],
    lengthMm: ['length'],
    lengthMmTyped: ['length'],
    weightG: ['weight'],
    weightGTyped: ['weight'],
  },
  reading: {
    source: [],
    waterTempC: ['temp'],
    waterTempCTyped: ['temp'],
    visibilityM: ['sight'],
    visibilityMTyped: ['sight'],
    windMps: ['wind'],
    windMpsTyped: ['wind'],
    pressureHpa: ['pressure'],
    pressureHpaTyped: ['pressure'],
    cloudPct: ['cloud'],
  },
}
const TIMES: ReadonlySet<string> = new Set(['start', 'end', 'time'])
/** Fields whose cells mean something else once more or less is known of the hours. */
const OF_EFFORT: ReadonlySet<string> = new Set(['stint', 'timeUnknown'])

type Cells = { readonly id: string } & Readonly<Record<string, unknown>>

/** The cells of the trip and of each row, by `kind id`. */
function cellsOf(draft: DockDraft): Map<string, Cells> {
  const rows = (kind: Kind, list: readonly { readonly id: string }[]): [string, Cells][] =>
    list.map((row) => [`${kind} ${row.id}`, { ...row }])
  return new Map([
    [`trip ${draft.trip}`, { ...draft.said, ...draft, id: draft.trip }],
    ...rows('stint', draft.stints),
    ...rows('strike', draft.strikes),
    ...rows('reading', draft.readings),
  ])
}

/** What a draft still says as it did when its trip was opened. */
export class Untouched {
  private readonly now: ReadonlyMap<string, Cells>
  private readonly then: ReadonlyMap<string, Cells>
  private readonly sameDay: boolean
  private readonly sameEffort: boolean
  /** Rows of which nothing at all was touched: most of them, so that they are asked about once. */
  private readonly asItWas: ReadonlySet<string>

  constructor(
    private readonly opened: OpenedTrip,
    private readonly draft: DockDraft,
    zone: string,
  ) {
    this.now = cellsOf(draft)
    this.then = cellsOf(opened.draft)
    this.sameDay = draft.date === opened.draft.date && zone === opened.zone
    this.sameEffort = draft.effortKnown === opened.draft.effortKnown
    const sameElse =
      this.sameDay && this.sameEffort && JSON.stringify(draft.again) === JSON.stringify(opened.draft.again)
    this.asItWas = new Set(
      sameElse ? [...this.then.keys()].filter((key) => opened.records[key] && this.hasSameCells(key)) : [],
    )
  }

  private hasSameCells(key: string): boolean {
    const [now, then] = [this.now.get(key), this.then.get(key)]
    if (!now || !then) return false
    for (const cell in then) if (now[cell] !== then[cell]) return false
    return true
  }

  /** Whether a row has a record behind it and says what it said. */
  isAsOpened(kind: Kind, id: string): boolean {
    const key = `${kind} ${id}`
    return this.opened.records[key] !== undefined && (this.asItWas.has(key) || this.hasSameCells(key))
  }

  /** Rows of the trip that were taken away or emptied. */
  removed(): { readonly kind: Kind; readonly id: string }[] {
    return [...this.then.keys()].flatMap((key) => {
      const [kind, id] = key.split(' ') as [Kind, string]
      const cells = this.now.get(key)
      const gone = this.opened.records[key] && (!cells || (isBlank(cells) && !this.isAsOpened(kind, id)))
      return gone && kind !== 'trip' ? [{ kind, id }] : []
    })
  }

  /** A record's fields, with what is stored wherever its cells are as they were; undefined for a record that was not there. */
  settled(kind: Kind, id: string, fields: Fields): { readonly fields: Fields; readonly changed: Fields } | undefined {
    const stored = this.opened.records[`${kind} ${id}`]
    if (!stored) return undefined
    if (this.asItWas.has(`${kind} ${id}`)) return { fields: stored, changed: {} }
    const settled = Object.entries(fields).map(
      ([field, value]) => [field, this.keeps(kind, id, field) ? (stored[field] ?? null) : value] as const,
    )
    const changed = settled.filter(([field, value]) => JSON.stringify(stored[field] ?? null) !== JSON.stringify(value))
    return { fields: Object.fromEntries(settled), changed: Object.fromEntries(changed) }
  }

  /** The stored time of a cell that nobody touched, by the cell's name. */
  timeMs(cell: string): number | undefined {
    const [kind = '', ...rest] = cell.split(':')
    const [id, field = ''] = kind === 'trip' ? [this.draft.trip, rest[0]] : [rest[0], rest[1]]
    const key = `${kind} ${id}`
    const stored = this.opened.records[key]?.[field]
    if (typeof stored === 'string' && this.asItWas.has(key)) return epochMs(stored)
    return typeof stored === 'string' && this.keeps(kind, id ?? '', field) ? epochMs(stored) : undefined
  }

  private keeps(kind: string, id: string, field: string): boolean {
    const [now, then] = [this.now.get(`${kind} ${id}`), this.then.get(`${kind} ${id}`)]
    if (
      !now ||
      !then ||
      (TIMES.has(field) && !this.sameTime(kind, id, field)) ||
      (OF_EFFORT.has(field) && !this.sameEffort)
    )
      return false
    // What was typed of a measured field stands in the same cell as its value.
    return (CELLS[kind]?.[field] ?? [field.replace(/Typed$/, '')]).every(
      (cell) => (now[cell] ?? '') === (then[cell] ?? ''),
    )
  }

  private sameTime(kind: string, id: string, field: string): boolean {
    const cell = kind === 'trip' ? `trip:${field}` : `${kind}:${id}:${field}`
    return this.sameDay && this.draft.again[cell] === this.opened.draft.again[cell]
  }
}
