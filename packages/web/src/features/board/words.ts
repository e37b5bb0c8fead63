import { DEFAULT_BANDS, UNKNOWN, fromSi } from '@jotbook/core'
import type { BandName, Clause, Unit, UnitPreferences } from '@jotbook/core'

/** What a board may be grouped by, with the word for it in the question. */
export const GROUPINGS = {
  lure: 'lure',
  class: 'lure class',
  water: 'water',
  temp_band: 'water temperature',
  clarity_band: 'clarity',
  wind_band: 'wind',
  sun_band: 'sun height',
  sky_band: 'sky',
} as const
export type Grouping = keyof typeof GROUPINGS

/** A condition of the question: its band column, the column a range goes on, and how it reads when it is left open. */
export interface Condition {
  readonly band: BandName
  readonly number: string
  readonly open: string
  readonly name: string
}

export const CONDITIONS: readonly Condition[] = [
  { band: 'temp_band', number: 'water_temp_c', open: 'water of any warmth', name: 'Water temperature' },
  { band: 'clarity_band', number: 'visibility_m', open: 'any clarity', name: 'Clarity' },
  { band: 'sky_band', number: 'cloud_pct', open: 'any sky', name: 'Sky' },
  { band: 'wind_band', number: 'wind_mps', open: 'any wind', name: 'Wind' },
  { band: 'sun_band', number: 'sun_altitude', open: 'any hour of the sun', name: 'Sun height' },
]

const BAND_WORDS: Readonly<Record<string, string>> = {
  very_clear: 'very clear',
  light_chop: 'light chop',
  working_chop: 'working chop',
  night: 'night',
  twilight: 'twilight',
  low: 'low sun',
  mid: 'middling sun',
  high: 'high sun',
  mostly: 'mostly cloudy',
  partly: 'partly cloudy',
  [UNKNOWN]: 'not known',
}

const SKY_WORDS: Readonly<Record<string, string>> = { clear: 'clear sky' }

/** A band as one reads it: `45..50F` → `45 to 50 °F`, or in °C where the book is in °C. */
export function bandText(column: string, label: string, units: UnitPreferences): string {
  if (column === 'sky_band' && SKY_WORDS[label]) return SKY_WORDS[label]
  if (column !== 'temp_band' || label === UNKNOWN) return BAND_WORDS[label] ?? label
  const { edges, labels } = DEFAULT_BANDS.temp_band
  const at = labels.indexOf(label)
  return rangeText(edges[at - 1] ?? null, edges[at] ?? null, 'C', units.temperature)
}

/** A half-open range as one reads it. */
export function rangeText(from: number | null, to: number | null, stored: Unit | '', shown: Unit | '', label = ''): string {
  const text = (si: number): string => String(Number((stored !== '' && shown !== '' ? fromSi(si, shown) : si).toFixed(1)))
  const unit = shown === '' ? label : shown === 'F' || shown === 'C' ? ` °${shown}` : ` ${shown === 'mps' ? 'm/s' : shown}`
  if (from === null) return `under ${text(to ?? 0)}${unit}`
  return to === null ? `from ${text(from)}${unit} up` : `${text(from)} to ${text(to)}${unit}`
}

/** Unit a range of a condition is typed and shown in. */
export function rangeUnit(condition: Condition, units: UnitPreferences): { stored: Unit | ''; shown: Unit | ''; label: string } {
  switch (condition.band) {
    case 'temp_band':
      return { stored: 'C', shown: units.temperature, label: '' }
    case 'clarity_band':
      return { stored: 'm', shown: units.visibility, label: '' }
    case 'wind_band':
      return { stored: 'mps', shown: units.wind, label: '' }
    default:
      return { stored: '', shown: '', label: condition.band === 'sky_band' ? ' % cloud' : '° of sun' }
  }
}

/** The clauses on a condition as words, or how it reads when open. */
export function conditionText(condition: Condition, where: readonly Clause[], units: UnitPreferences): string {
  const range = where.find((clause) => clause.column === condition.number)
  if (range?.kind === 'range') {
    const { stored, shown, label } = rangeUnit(condition, units)
    return rangeText(range.from, range.to, stored, shown, label)
  }
  const bands = where.find((clause) => clause.column === condition.band)
  return bands && bands.kind !== 'range' ? bands.values.map((value) => bandText(condition.band, value, units)).join(' or ') : condition.open
}

/** One level of a grouping as one reads it. */
export function levelText(by: string, level: string, nameOf: (id: string) => string, units: UnitPreferences): string {
  if (level === UNKNOWN) return 'not known'
  return by === 'lure' || by === 'water' ? nameOf(level) : by.endsWith('_band') ? bandText(by, level, units) : level
}
