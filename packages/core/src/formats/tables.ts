import { entry } from '../checked/index.ts'
import { COLUMN_UNITS, dimensionOf } from '../units/index.ts'
import type { Unit } from '../units/index.ts'
import { columnName, fieldsOf } from '../vocabulary/index.ts'
import type { FieldSpec, Kind } from '../vocabulary/index.ts'

/** The kinds a bundle holds, parents before children, and the file of each. */
export const BUNDLE_FILES = {
  water: 'waters.csv',
  spot: 'spots.csv',
  lure: 'lures.csv',
  setup: 'setups.csv',
  trip: 'trips.csv',
  stint: 'stints.csv',
  reading: 'readings.csv',
  strike: 'strikes.csv',
  photo: 'photos.csv',
} as const satisfies Partial<Record<Kind, string>>
export type BundleKind = keyof typeof BUNDLE_FILES
export const BUNDLE_KINDS = Object.keys(BUNDLE_FILES) as BundleKind[]

/** A file of a bundle that only stands where it has rows: bundles are older than photos. */
export const isOptional = (kind: BundleKind): boolean => kind === 'photo'

/** A picture beside the files of a bundle, named by its SHA-256. */
export const pictureHash = (file: string): string | undefined => /^([0-9a-f]{64})\.jpg$/.exec(file)?.[1]

/** Readings have no id of their own in a bundle: trip, time, spot and source tell them apart. */
export const hasId = (kind: BundleKind): boolean => kind !== 'reading'

/** Fields a bundle may leave out though a record needs them: a name is the id unless given. */
export const isDefaulted = (kind: BundleKind, field: string): boolean => field === 'name' && kind !== 'trip'

export interface BundleColumn {
  readonly column: string
  readonly field: string
  readonly spec: FieldSpec
  /** Unit of the values in this column, for quantities. */
  readonly unit?: Unit
}

/** The columns of a kind's file in SI, in order, without the id column. */
export const bundleColumns = (kind: BundleKind): readonly BundleColumn[] => COLUMNS_OF.get(kind) ?? []

function columnsOf(kind: BundleKind): BundleColumn[] {
  return Object.entries(fieldsOf(kind))
    .filter(([, spec]) => spec.csv !== false)
    .map(([field, spec]) => ({
      column: columnName(field),
      field,
      spec,
      ...(spec.type === 'quantity' ? { unit: spec.unit } : {}),
    }))
}

const COLUMNS_OF = new Map(BUNDLE_KINDS.map((kind) => [kind, columnsOf(kind)] as const))

const TWIN: Readonly<Partial<Record<Unit, string>>> = { C: 'f', m: 'ft', mm: 'in', g: 'oz', mps: 'mph', hpa: 'inhg' }

/** The imperial twin of a column (`water_temp_c` → `water_temp_f`); columns without a unit stay. */
export function imperialTwin(column: BundleColumn): BundleColumn {
  const suffix = column.unit && TWIN[column.unit]
  return suffix === undefined
    ? column
    : { ...column, column: column.column.replace(/_[a-z]+$/, `_${suffix}`), unit: entry(COLUMN_UNITS, suffix) }
}

/** The column a header names: as it stands, or the twin of a measured column in any unit of its kind. */
export function columnOfHeader(kind: BundleKind, header: string): BundleColumn | undefined {
  const columns = bundleColumns(kind)
  const exact = columns.find(({ column }) => column === header)
  if (exact) return exact
  if (kind === 'lure' && header === 'wobble') return columns.find(({ column }) => column === 'action')
  const [, stem, suffix] = /^(.+)_([a-z]+)$/.exec(header) ?? []
  const unit = suffix === undefined ? undefined : COLUMN_UNITS[suffix]
  if (stem === undefined || unit === undefined) return undefined
  const measured = columns.find(
    (column) =>
      column.unit !== undefined &&
      column.column.replace(/_[a-z]+$/, '') === stem &&
      dimensionOf(column.unit) === dimensionOf(unit),
  )
  return measured && { ...measured, column: header, unit }
}
