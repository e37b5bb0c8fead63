import { DAY_MS, SAID, addDays, effortKnownOf, isDate, localDate, localParts, timeZoneOf } from '@jotbook/core'
import type { EpochMs, Id, Reading, Stint, Strike, Trip, Unit, UnitPreferences } from '@jotbook/core'
import { moreCells } from './moreColumns.ts'
import type { MoreCells } from './moreColumns.ts'
import { bareQuantity } from '../../ui/locale.ts'

/** A trip as it is being typed: text cells, half-typed ones too. Saved at every keystroke. */
export interface DockDraft {
  readonly trip: Id<'trip'>
  /** Of this opening of the form: what makes the ids of strikes typed as lines, so that saving twice makes none twice. */
  readonly id: string
  /** The units that bare numbers in its cells are in, whatever the settings say since. */
  readonly units: UnitPreferences
  water: string
  date: string
  start: string
  end: string
  purpose: string
  /** Boat, bank, kayak or wading, and which fish it was for, joined by `;`. Absent in drafts of older versions. */
  platform?: string
  target?: string
  people: string
  note: string
  /** How much is known of the hours: every stint, the trip's own, or nothing. */
  effortKnown: 'full' | 'trip' | 'none'
  stints: StintRow[]
  /** Strikes typed as shorthand, one a line, of a trip whose stints are not known. */
  lines: string
  /** Strikes that are in the book already; new ones are typed as lines. */
  strikes: StrikeRow[]
  readings: ReadingRow[]
  /** What the angler says of the day's conditions, by field of the trip; where nothing, the book's own word holds. */
  said: Record<string, string>
  /** For times that come twice when clocks go back: which one, by cell. */
  again: Record<string, 'first' | 'second'>
}

export interface StintRow extends MoreCells<'stint'> {
  readonly id: string
  angler: string
  lure: string
  /** What was typed towards a lure that is not chosen yet. */
  lureText: string
  start: string
  end: string
  depth: string
  spot: string
  retrieve: string
  reason: string
  /** Strikes typed as shorthand, one a line. */
  lines: string
}

export interface StrikeRow extends MoreCells<'strike'> {
  readonly id: string
  time: string
  angler: string
  outcome: string
  length: string
  weight: string
  note: string
}

export interface ReadingRow extends MoreCells<'reading'> {
  readonly id: string
  time: string
  temp: string
  sight: string
  tint: string
  cloud: string
  wind: string
  pressure: string
}

export type NewId = () => string

export const emptyStint = (id: string): StintRow => ({
  id,
  angler: '',
  lure: '',
  lureText: '',
  start: '',
  end: '',
  depth: '',
  spot: '',
  retrieve: '',
  reason: '',
  lines: '',
})
export const emptyReading = (id: string): ReadingRow => ({
  id,
  time: '',
  temp: '',
  sight: '',
  tint: '',
  cloud: '',
  wind: '',
  pressure: '',
})

/** Whether nothing was typed into a row: such rows are not kept. */
export const isBlank = ({ id: _id, ...cells }: { readonly id: string }): boolean =>
  Object.values(cells).every((cell) => (cell ?? '') === '')

/** The next page of the same notebook: the same water, people and sort of hours, on the day after. */
export const nextDraft = (newId: NewId, kept: DockDraft): DockDraft => ({
  ...kept,
  trip: newId(),
  id: newId(),
  date: isDate(kept.date) ? addDays(kept.date, 1) : kept.date,
  start: '',
  end: '',
  note: '',
  lines: '',
  stints: [emptyStint(newId())],
  strikes: [],
  readings: [emptyReading(newId())],
  said: {},
  again: {},
})

/** What a new draft takes over. */
export type LastTrip = Pick<Trip, 'water' | 'purpose' | 'anglers' | 'platform' | 'target'>

/** Yesterday on the water last fished, by the same people. */
// eslint-disable-next-line max-params -- each of them only its page knows
export function newDraft(
  newId: NewId,
  last: LastTrip | undefined,
  nowMs: EpochMs,
  zone: string,
  units: UnitPreferences,
): DockDraft {
  return {
    trip: newId(),
    id: newId(),
    units,
    water: last?.water ?? '',
    date: localDate(nowMs - DAY_MS, zone),
    start: '',
    end: '',
    purpose: last?.purpose ?? 'own',
    platform: last?.platform ?? '',
    target: last?.target?.join('; ') ?? '',
    people: last?.anglers?.join(', ') ?? '',
    note: '',
    effortKnown: 'full',
    stints: [emptyStint(newId())],
    lines: '',
    strikes: [],
    readings: [emptyReading(newId())],
    said: {},
    again: {},
  }
}

type TripRecords = {
  readonly stints: readonly Stint[]
  readonly strikes: readonly Strike[]
  readonly readings: readonly Reading[]
}

/** A trip in the book as the draft that would have made it. */
export function draftOfTrip(trip: Trip, records: TripRecords, units: UnitPreferences, newId: NewId): DockDraft {
  const zone = timeZoneOf(trip)
  const cells = new CellsOf(zone, units)
  return {
    trip: trip.id,
    id: newId(),
    units,
    water: trip.water,
    date: localDate(Date.parse(trip.start), zone),
    start: cells.clock(trip.start),
    end: cells.clock(trip.end),
    purpose: trip.purpose ?? '',
    platform: trip.platform ?? '',
    target: trip.target?.join('; ') ?? '',
    people: trip.anglers?.join(', ') ?? '',
    note: trip.note ?? '',
    effortKnown: effortKnownOf(trip),
    again: {},
    said: Object.fromEntries(
      Object.values(SAID).flatMap((field) => (trip[field] ? [[field, trip[field]] as const] : [])),
    ),
    lines: '',
    stints: [
      ...inOrder(records.stints, (stint) => `${stint.angler ?? ''}${stint.start}`).map((stint) => cells.stint(stint)),
      emptyStint(newId()),
    ],
    strikes: inOrder(records.strikes, ({ time }) => time).map((strike) => cells.strike(strike, records.stints)),
    readings: [
      ...inOrder(records.readings, ({ time }) => time).map((reading) => cells.reading(reading)),
      emptyReading(newId()),
    ],
  }
}

const inOrder = <R>(list: readonly R[], by: (record: R) => string): R[] =>
  [...list].sort((a, b) => (by(a) < by(b) ? -1 : 1))

/** Records of a trip as the rows that would have made them: its clock, the member's units. */
class CellsOf {
  constructor(
    private readonly zone: string,
    private readonly units: UnitPreferences,
  ) {}

  clock(iso: string | null | undefined): string {
    if (!iso) return ''
    const { hour, minute } = localParts(Date.parse(iso), this.zone)
    return `${hour}:${String(minute).padStart(2, '0')}`
  }

  stint(stint: Stint): StintRow {
    return {
      ...moreCells('stint', stint, this.units),
      id: stint.id,
      angler: stint.angler ?? '',
      lure: stint.lure,
      lureText: '',
      start: this.clock(stint.start),
      end: this.clock(stint.end),
      depth: shown(stint.lureDepthM, stint.lureDepthMTyped, 'm', this.units.depth),
      spot: stint.spot ?? '',
      retrieve: stint.retrieve ?? '',
      reason: stint.reason ?? '',
      lines: '',
    }
  }

  strike(strike: Strike, stints: readonly Stint[]): StrikeRow {
    return {
      ...moreCells('strike', strike, this.units),
      id: strike.id,
      time: strike.timeUnknown ? '' : this.clock(strike.time),
      angler: strike.angler ?? stints.find(({ id }) => id === strike.stint)?.angler ?? '',
      outcome: strike.outcome ?? '',
      length: shown(strike.lengthMm, strike.lengthMmTyped, 'mm', this.units.length),
      weight: shown(strike.weightG, strike.weightGTyped, 'g', this.units.weight),
      note: strike.note ?? '',
    }
  }

  reading(reading: Reading): ReadingRow {
    const { units } = this
    return {
      ...moreCells('reading', reading, units),
      id: reading.id,
      time: this.clock(reading.time),
      temp: shown(reading.waterTempC, reading.waterTempCTyped, 'C', units.temperature),
      sight: shown(reading.visibilityM, reading.visibilityMTyped, 'm', units.visibility),
      tint: reading.tint ?? '',
      cloud: reading.cloudPct === null || reading.cloudPct === undefined ? '' : String(reading.cloudPct),
      wind: shown(reading.windMps, reading.windMpsTyped, 'mps', units.wind),
      pressure: shown(reading.pressureHpa, reading.pressureHpaTyped, 'hpa', units.pressure),
    }
  }
}

/** A measured value in its unit, as it was typed where that still says it. */
const shown = (value: number | null | undefined, typed: string | null | undefined, si: Unit, unit: Unit): string =>
  value === null || value === undefined ? '' : bareQuantity(value, typed, si, unit)
