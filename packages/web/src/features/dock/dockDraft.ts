import { timeZoneOf, effortKnownOf, SAID, addDays, isDate, localDate, localParts } from '@jotbook/core'
import type { Reading, Stint, Strike, Trip, Unit, UnitPreferences } from '@jotbook/core'
import { moreCells } from './moreColumns.ts'
import type { MoreCells } from './moreColumns.ts'
import { bareQuantity } from '../../ui/locale.ts'

/** A trip as it is being typed: text cells, half-typed ones too. Saved at every keystroke. */
export interface DockDraft {
  readonly trip: string
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
export function newDraft(
  newId: NewId,
  last: LastTrip | undefined,
  nowMs: number,
  zone: string,
  units: UnitPreferences,
): DockDraft {
  return {
    trip: newId(),
    id: newId(),
    units,
    water: last?.water ?? '',
    date: localDate(nowMs - 86_400_000, zone),
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

/** A trip in the book as the draft that would have made it. */
export function draftOfTrip(
  trip: Trip,
  records: { stints: readonly Stint[]; strikes: readonly Strike[]; readings: readonly Reading[] },
  units: UnitPreferences,
  newId: NewId,
): DockDraft {
  const zone = timeZoneOf(trip)
  const clock = (iso: string | null | undefined): string => {
    if (!iso) return ''
    const { hour, minute } = localParts(Date.parse(iso), zone)
    return `${hour}:${String(minute).padStart(2, '0')}`
  }
  const shown = (
    value: number | null | undefined,
    typed: string | null | undefined,
    field: Unit,
    unit: Unit,
  ): string => (value === null || value === undefined ? '' : bareQuantity(value, typed, field, unit))
  const byTime = <R>(list: readonly R[], time: (record: R) => string): R[] =>
    [...list].sort((a, b) => (time(a) < time(b) ? -1 : 1))
  return {
    trip: trip.id,
    id: newId(),
    units,
    water: trip.water,
    date: localDate(Date.parse(trip.start), zone),
    start: clock(trip.start),
    end: clock(trip.end),
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
      ...byTime(records.stints, (stint) => `${stint.angler ?? ''}${stint.start}`).map((stint) => ({
        ...moreCells('stint', stint, units),
        id: stint.id,
        angler: stint.angler ?? '',
        lure: stint.lure,
        lureText: '',
        start: clock(stint.start),
        end: clock(stint.end),
        depth: shown(stint.lureDepthM, stint.lureDepthMTyped, 'm', units.depth),
        spot: stint.spot ?? '',
        retrieve: stint.retrieve ?? '',
        reason: stint.reason ?? '',
        lines: '',
      })),
      emptyStint(newId()),
    ],
    strikes: byTime(records.strikes, (strike) => strike.time).map((strike) => ({
      ...moreCells('strike', strike, units),
      id: strike.id,
      time: strike.timeUnknown ? '' : clock(strike.time),
      angler: strike.angler ?? records.stints.find(({ id }) => id === strike.stint)?.angler ?? '',
      outcome: strike.outcome ?? '',
      length: shown(strike.lengthMm, strike.lengthMmTyped, 'mm', units.length),
      weight: shown(strike.weightG, strike.weightGTyped, 'g', units.weight),
      note: strike.note ?? '',
    })),
    readings: [
      ...byTime(records.readings, (reading) => reading.time).map((reading) => ({
        ...moreCells('reading', reading, units),
        id: reading.id,
        time: clock(reading.time),
        temp: shown(reading.waterTempC, reading.waterTempCTyped, 'C', units.temperature),
        sight: shown(reading.visibilityM, reading.visibilityMTyped, 'm', units.visibility),
        tint: reading.tint ?? '',
        cloud: reading.cloudPct === null || reading.cloudPct === undefined ? '' : String(reading.cloudPct),
        wind: shown(reading.windMps, reading.windMpsTyped, 'mps', units.wind),
        pressure: shown(reading.pressureHpa, reading.pressureHpaTyped, 'hpa', units.pressure),
      })),
      emptyReading(newId()),
    ],
  }
}
