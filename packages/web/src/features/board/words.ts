import { DEFAULT_BANDS, RECORD_BANDS, UNKNOWN, edgesOfLabel, fromSi, toSi } from '@jotbook/core'
import type { BandName, BookBands, Clause, Unit, UnitPreferences } from '@jotbook/core'
import { columnWord } from './columns.ts'
import { decimals, listOf, monthName, unitLabel } from '../../ui/locale.ts'

/** A condition of the question: its band column, the column a range goes on, and how it reads when it is left open. */
export interface Condition {
  readonly band: BandName
  readonly number: string
  readonly open: string
  readonly name: string
}

export const CONDITIONS: readonly Condition[] = [
  { band: 'temp_band', number: 'water_temp_c', open: 'any water temperature', name: 'Water temperature' },
  { band: 'clarity_band', number: 'visibility_m', open: 'any clarity', name: 'Clarity' },
  { band: 'sky_band', number: 'cloud_pct', open: 'any sky', name: 'Sky' },
  { band: 'wind_band', number: 'wind_mps', open: 'any wind', name: 'Wind' },
  { band: 'sun_band', number: 'sun_altitude', open: 'any sun height', name: 'Sun height' },
]

/** Labels that do not read well as they are, for all columns and for some. */
const BAND_WORDS: Readonly<Record<string, string>> = {
  very_clear: 'very clear',
  light_chop: 'light chop',
  working_chop: 'working chop',
}
const LIGHT_WORDS = { dim: 'dim light', low: 'low light', grey: 'grey light', bright: 'bright light' }
const WORDS_OF: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  sun_band: { low: 'low sun', mid: 'middling sun', high: 'high sun' },
  sky_band: { clear: 'clear sky', mostly: 'mostly cloudy', partly: 'partly cloudy' },
  light_band: LIGHT_WORDS,
  lure_light_band: LIGHT_WORDS,
}
const NOT_KNOWN = 'not known'

/** A band as one reads it: `45..50F` → `45 to 50 °F`, or in °C where the book is in °C. */
export function bandText(column: string, label: string, units: UnitPreferences): string {
  if (label === UNKNOWN) return NOT_KNOWN
  if (column !== 'temp_band') return WORDS_OF[column]?.[label] ?? BAND_WORDS[label] ?? label
  const { from, to } = edgesOfLabel(label) ?? OPEN
  return rangeText(siOfF(from), siOfF(to), { stored: 'C', shown: units.temperature, label: '' })
}
const OPEN = { from: null, to: null }
const siOfF = (edge: number | null): number | null => (edge === null ? null : toSi(edge, 'F'))

/** The units in which the edges of a band are shown. */
function edgeUnit(column: string, units: UnitPreferences): RangeUnit | undefined {
  switch (DEFAULT_BANDS[column as BandName]?.of) {
    case 'visibilityM':
      return { stored: 'm', shown: units.visibility, label: '' }
    case 'windMps':
    case 'windMax24h':
      return { stored: 'mps', shown: units.wind, label: '' }
    case 'cloudPct':
      return { stored: '', shown: '', label: '% cloud' }
    case 'sunAltitudeDeg':
      return { stored: '', shown: '', label: '°' }
    default:
      return undefined
  }
}

/** A value of a filter with the limits of its band in figures: `clear, 4 to 8 ft`. */
export function choiceText(column: string, label: string, units: UnitPreferences, bands: BookBands): string {
  const word = bandText(column, label, units)
  const unit = column === 'day_part' ? undefined : edgeUnit(column, units)
  if (!unit || label === UNKNOWN) return word
  const { edges, labels } = bands[column as BandName]
  const at = labels.indexOf(label)
  return at < 0 ? word : `${word}, ${rangeText(edges[at - 1] ?? null, edges[at] ?? null, unit)}`
}

interface RangeUnit {
  readonly stored: Unit | ''
  readonly shown: Unit | ''
  readonly label: string
}

/** A half-open range as one reads it. */
export function rangeText(from: number | null, to: number | null, { stored, shown, label }: RangeUnit): string {
  const text = (si: number): string =>
    decimals(stored !== '' && shown !== '' ? fromSi(si, shown) : si, 1).replace(/[.,]0$/, '')
  const unit = shown === '' ? label : ` ${unitLabel(shown)}`
  if (from === null) return `under ${text(to ?? 0)}${unit}`
  return to === null ? `${text(from)}${unit} and up` : `${text(from)} to ${text(to)}${unit}`
}

/** Unit a range of a condition is typed and shown in. */
export function rangeUnit(condition: Pick<Condition, 'band'>, units: UnitPreferences): RangeUnit {
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

/** Filters of a question, in the order in which they read; the water stands in the sentence by itself. */
export function filtersOf(where: readonly Clause[]): Clause[] {
  const place = ({ column }: Clause): number => {
    const at = CONDITIONS.findIndex(({ band, number }) => column === band || column === number)
    return at < 0 ? CONDITIONS.length : at
  }
  return where.filter(({ column }) => column !== 'water').sort((a, b) => place(a) - place(b))
}

/** A filter in words: `45 to 50 °F`, `lure class popper or frog`, `month not July`. */
export function clauseText(
  clause: Clause,
  level: (column: string, level: string) => string,
  units: UnitPreferences,
): string {
  const condition = CONDITIONS.find(({ band, number }) => clause.column === band || clause.column === number)
  if (condition) return conditionText(condition, [clause], units)
  const word = columnWord(clause.column)
  if (clause.kind === 'range') return `${word} ${plainRange(clause)}`
  const named = clause.values.map((value) => level(clause.column, value)).join(' or ')
  const plain = clause.column === 'lure' || clause.column === 'class'
  return clause.kind === 'noneOf' ? `${word} not ${named}` : plain ? named : `${word} ${named}`
}

const plainRange = ({ from, to }: Extract<Clause, { kind: 'range' }>): string =>
  to === null ? `${from} and up` : from === null ? `under ${to}` : `${from} to ${to}`

/** The clauses on a condition as words, or how it reads when open. */
export function conditionText(condition: Condition, where: readonly Clause[], units: UnitPreferences): string {
  const range = where.find((clause) => clause.column === condition.number)
  if (range?.kind === 'range') return rangeText(range.from, range.to, rangeUnit(condition, units))
  const bands = where.find((clause) => clause.column === condition.band)
  return bands && bands.kind !== 'range' ? levelsText(condition.band, bands.values, {}, units) : condition.open
}

const lower = (range: ReturnType<typeof edgesOfLabel>): number => range?.from ?? -Infinity

/** Several levels of one column: neighbouring bands of temperature as one range, else one or the other. */
export function levelsText(
  column: string,
  levels: readonly string[],
  names: NamesByColumn,
  units: UnitPreferences,
): string {
  const ranges = column === 'temp_band' ? levels.map(edgesOfLabel).sort((a, b) => lower(a) - lower(b)) : []
  if (ranges.length > 1 && ranges.every((range, i) => range && (i === 0 || range.from === ranges[i - 1]?.to)))
    return rangeText(siOfF(ranges[0]?.from ?? null), siOfF(ranges.at(-1)?.to ?? null), {
      stored: 'C',
      shown: units.temperature,
      label: '',
    })
  return listOf(
    levels.map((level) => levelText(column, level, names, units)),
    'disjunction',
  )
}

/** Names of the ids that columns hold. */
export type NamesByColumn = Readonly<Record<string, (id: string) => string>>

/** One level of a grouping as one reads it. */
export function levelText(column: string, level: string, names: NamesByColumn, units: UnitPreferences): string {
  if (level === UNKNOWN)
    return column === 'reason' ? 'no reason logged' : `${column === 'species' ? 'species ' : ''}${NOT_KNOWN}`
  const nameOf = names[column]
  if (nameOf) return nameOf(level)
  if (column in DEFAULT_BANDS) return bandText(column, level, units)
  if (column in RECORD_BANDS) return level.replace(/^<(.*)$/, 'under $1').replace(/^>=(.*)$/, '$1 and more')
  if (level === 'yes') return columnWord(column)
  if (level === 'no') return `no ${columnWord(column)}`
  if (column === 'month') return monthName(Number(level))
  if (column === 'hour') return `${level} to ${(Number(level) + 1) % 24} o’clock`
  return level.replaceAll(';', ', ')
}
