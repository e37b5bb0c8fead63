import { QuestionError } from '../checked/index.ts'
import { BAND_NAMES, DEFAULT_BANDS, RECORDS, RECORD_BANDS, SAID, columnName } from '../vocabulary/index.ts'
import type { BandName, FieldSpec, RecordBand } from '../vocabulary/index.ts'
import type { WorkedCondition } from '../conditions/index.ts'

/** Where a column's value comes from. `trip` and `reading` columns also serve trips of which only the hours are known. */
export type ColumnSource =
  'trip' | 'water' | 'stint' | 'setup' | 'lure' | 'reading' | 'calendar' | 'band' | 'worked' | 'presentation' | 'strike'

export interface ColumnInfo {
  readonly name: string
  /** Field of the source record, or the condition. */
  readonly field: string
  readonly source: ColumnSource
  /** A number may be filtered by a range, not grouped by; a factor may be both. */
  readonly kind: 'number' | 'factor'
  /** The band column of a continuous condition, or of a number that is logged. */
  readonly band?: BandName | RecordBand
}

const RECORD_BAND_NAMES = Object.keys(RECORD_BANDS) as RecordBand[]

const SOURCES: readonly (readonly [ColumnSource, Record<string, FieldSpec>])[] = [
  ['stint', RECORDS.stint],
  ['setup', RECORDS.setup],
  ['lure', RECORDS.lure],
  ['trip', RECORDS.trip],
  ['reading', RECORDS.reading],
  ['water', RECORDS.water],
]
const NOT_COLUMNS = new Set([
  'note',
  'start',
  'end',
  'time',
  'name',
  'weighIn',
  'timeUnknown',
  'levelFished',
  ...Object.values(SAID),
])

/** Numbers that are worked out from place, time and readings, under their column names. */
const WORKED_NUMBERS: Readonly<Record<string, WorkedCondition>> = {
  sun_altitude: 'sunAltitudeDeg',
  surface_lux: 'surfaceLux',
  lure_lux: 'lureLux',
  moon_elongation: 'moonElongationDeg',
  since_sunrise_h: 'sinceSunriseH',
  to_sunset_h: 'toSunsetH',
  pressure_tendency: 'pressureTendencyHpa',
  days_since_front: 'daysSinceFront',
  wind_max_24h: 'windMax24h',
  rain_48h: 'rain48h',
  air_anomaly_c: 'airAnomalyC',
  since_current_h: 'sinceCurrentH',
  temp_percentile: 'tempPercentile',
  clarity_percentile: 'clarityPercentile',
  temp_trend: 'tempTrend',
}
const WORKED_CLASSES: Readonly<Record<string, WorkedCondition>> = { front: 'front', fish_season: 'fishSeason' }
/** What follows from the lure and how it is fished. */
const PRESENTATION = ['level', 'matches_prey'] as const
/** How often a lure is as long as the prey that was seen. */
const PREY_RATIO = 'prey_ratio'
/** What the spot of a stint is like. */
const OF_THE_SPOT = { slope: 'factor', depthFromM: 'number', depthToM: 'number' } as const

/** Species belongs to the strike, not to the hour: grouped by it, every species has all the hours. */
export const SPECIES = 'species'

/** Every column that `--by` and `--where` know. Where two records share a name the stint's wins, then the setup's, the lure's, the trip's, the reading's, the water's. */
export const COLUMNS: ReadonlyMap<string, ColumnInfo> = new Map(
  [...calendarAndBands(), ...recordColumns()].map((info) => [info.name, info]),
)

function* recordColumns(): Generator<ColumnInfo> {
  const seen = new Set<string>([SPECIES])
  for (const [source, fields] of SOURCES) {
    for (const [field, spec] of Object.entries(fields)) {
      const name = columnName(field)
      if (
        spec.type === 'json' ||
        NOT_COLUMNS.has(field) ||
        seen.has(name) ||
        (source === 'reading' && field === 'trip')
      )
        continue
      seen.add(name)
      yield { name, field, source, kind: isContinuous(spec) ? 'number' : 'factor', ...bandOf(field) }
    }
  }
}

function* calendarAndBands(): Generator<ColumnInfo> {
  yield { name: 'trip', field: 'id', source: 'trip', kind: 'factor' }
  yield { name: 'stint', field: 'id', source: 'stint', kind: 'factor' }
  yield { name: SPECIES, field: 'species', source: 'strike', kind: 'factor' }
  for (const name of ['hour', 'month', 'year', 'season'])
    yield { name, field: name, source: 'calendar', kind: 'factor' }
  for (const name of BAND_NAMES) yield { name, field: DEFAULT_BANDS[name].of, source: 'band', kind: 'factor' }
  for (const [name, field] of Object.entries(WORKED_NUMBERS))
    yield { name, field, source: 'worked', kind: 'number', ...bandOf(field) }
  for (const [name, field] of Object.entries(WORKED_CLASSES)) yield { name, field, source: 'worked', kind: 'factor' }
  for (const name of RECORD_BAND_NAMES) {
    const field = RECORD_BANDS[name].of
    yield { name, field, source: field in RECORDS.stint ? 'stint' : 'lure', kind: 'factor' }
  }
  yield { name: PREY_RATIO, field: 'preyRatio', source: 'presentation', kind: 'number' }
  for (const [field, kind] of Object.entries(OF_THE_SPOT))
    yield { name: columnName(field), field, source: 'stint', kind }
  // Which kinds live there; a strike has a species of its own.
  yield { name: 'forage_kinds', field: 'forageKinds', source: 'presentation', kind: 'number' }
  yield { name: 'stands_for_kinds', field: 'standsForKinds', source: 'presentation', kind: 'number' }
  yield { name: 'water_species', field: 'species', source: 'water', kind: 'factor' }
  for (const name of PRESENTATION) yield { name, field: name, source: 'presentation', kind: 'factor' }
}

function bandOf(field: string): { band?: BandName | RecordBand } {
  const band =
    BAND_NAMES.find((candidate) => DEFAULT_BANDS[candidate].of === field) ??
    RECORD_BAND_NAMES.find((candidate) => RECORD_BANDS[candidate].of === field)
  return band ? { band } : {}
}

function isContinuous(spec: FieldSpec): boolean {
  return spec.type === 'quantity' || (spec.type === 'number' && !spec.integer)
}

const OF_THE_LURE = new Set(['lureLux'])

/** Whether a column needs stints: trips of which only the hours are known cannot serve it. */
export const needsStints = (info: ColumnInfo): boolean =>
  info.source === 'stint' ||
  info.source === 'setup' ||
  info.source === 'lure' ||
  info.source === 'presentation' ||
  (info.source !== 'trip' && OF_THE_LURE.has(info.field))

/** Throws QuestionError with the nearest names for a column nobody knows. */
export function columnInfo(name: string): ColumnInfo {
  const info = COLUMNS.get(name === 'wobble' ? 'action' : name)
  if (info) return info
  const alike = [...COLUMNS.keys()].filter((known) => known.includes(name) || name.includes(known)).slice(0, 4)
  throw new QuestionError(`there is no column ${name}${alike.length > 0 ? `; did you mean ${alike.join(', ')}?` : ''}`)
}
