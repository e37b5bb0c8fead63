import { BAND_NAMES, DEFAULT_BANDS, RECORDS, columnName } from '../vocabulary/index.ts'
import type { BandName, FieldSpec } from '../vocabulary/index.ts'
import { SUN_ALTITUDE } from './tracks.ts'

/** Where a column's value comes from. `trip` and `reading` columns also serve trips of which only the hours are known. */
export type ColumnSource = 'trip' | 'water' | 'stint' | 'lure' | 'reading' | 'calendar' | 'band' | 'sun' | 'strike'

export interface ColumnInfo {
  readonly name: string
  /** Field of the source record, or the condition. */
  readonly field: string
  readonly source: ColumnSource
  /** A number may be filtered by a range, not grouped by; a factor may be both. */
  readonly kind: 'number' | 'factor'
  /** The band column of a continuous condition. */
  readonly band?: BandName
}

const SOURCES: readonly (readonly [ColumnSource, Record<string, FieldSpec>])[] = [
  ['stint', RECORDS.stint],
  ['lure', RECORDS.lure],
  ['trip', RECORDS.trip],
  ['reading', RECORDS.reading],
  ['water', RECORDS.water],
]
const NOT_COLUMNS = new Set(['note', 'start', 'end', 'time', 'name', 'outline', 'clockShiftS', 'weighIn', 'timeUnknown'])

/** Species belongs to the strike, not to the hour: grouped by it, every species has all the hours. */
export const SPECIES = 'species'

/** Every column that `--by` and `--where` know. Where two records share a name the stint's wins, then the lure's, the trip's, the reading's, the water's. */
export const COLUMNS: ReadonlyMap<string, ColumnInfo> = new Map([...calendarAndBands(), ...recordColumns()].map((info) => [info.name, info]))

function* recordColumns(): Generator<ColumnInfo> {
  const seen = new Set<string>([SPECIES])
  for (const [source, fields] of SOURCES) {
    for (const [field, spec] of Object.entries(fields)) {
      const name = columnName(field)
      if (NOT_COLUMNS.has(field) || seen.has(name) || (source === 'reading' && field === 'trip')) continue
      seen.add(name)
      const band = BAND_NAMES.find((candidate) => DEFAULT_BANDS[candidate].of === field)
      yield { name, field, source, kind: isContinuous(spec) ? 'number' : 'factor', ...(band ? { band } : {}) }
    }
  }
}

function* calendarAndBands(): Generator<ColumnInfo> {
  yield { name: 'trip', field: 'id', source: 'trip', kind: 'factor' }
  yield { name: SPECIES, field: 'species', source: 'strike', kind: 'factor' }
  for (const name of ['hour', 'month', 'year', 'season']) yield { name, field: name, source: 'calendar', kind: 'factor' }
  for (const name of BAND_NAMES) yield { name, field: DEFAULT_BANDS[name].of, source: 'band', kind: 'factor' }
  yield { name: 'sun_altitude', field: SUN_ALTITUDE, source: 'sun', kind: 'number', band: 'sun_band' }
}

function isContinuous(spec: FieldSpec): boolean {
  return spec.type === 'quantity' || (spec.type === 'number' && !spec.integer)
}

/** Whether a column needs stints: trips of which only the hours are known cannot serve it. */
export const needsStints = (info: ColumnInfo): boolean => info.source === 'stint' || info.source === 'lure'

/** Throws RangeError with the nearest names for a column nobody knows. */
export function columnInfo(name: string): ColumnInfo {
  const info = COLUMNS.get(name === 'wobble' ? 'action' : name)
  if (info) return info
  const alike = [...COLUMNS.keys()].filter((known) => known.includes(name) || name.includes(known)).slice(0, 4)
  throw new RangeError(`there is no column ${name}${alike.length > 0 ? `; did you mean ${alike.join(', ')}?` : ''}`)
}
