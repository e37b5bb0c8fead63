import { at } from '../checked/index.ts'
import { stringify } from 'csv-stringify/sync'
import type { Fields } from '../sync/index.ts'
import { fieldsOf } from '../vocabulary/index.ts'
import type { Kind } from '../vocabulary/index.ts'
import { CSV_STYLE, withApostrophe, writeCell } from './cells.ts'
import { OUTLINES_FILE, writeOutlines } from './outlines.ts'
import { BUNDLE_FILES, BUNDLE_KINDS, bundleColumns, hasId, imperialTwin, isOptional } from './tables.ts'
import type { BundleKind } from './tables.ts'

export interface StoredRecord {
  readonly id: string
  readonly fields: Fields
  /** The id it came with from a bundle, written back. */
  readonly foreignId?: string
}
export type StoredRecords = Readonly<Partial<Record<Kind, readonly StoredRecord[]>>>

export interface WriteOptions {
  /** Default `si`. */
  readonly units?: 'si' | 'imperial'
  /** Leave out every latitude and longitude. Default false. */
  readonly withoutPlaces?: boolean
}

/** A book as the files of a bundle. Deleted records are left out. The same records give the same bytes. */
export function writeBundle(
  records: StoredRecords,
  { units = 'si', withoutPlaces = false }: WriteOptions = {},
): Map<string, string> {
  const live = Object.fromEntries(
    BUNDLE_KINDS.map((kind) => [kind, (records[kind] ?? []).filter(({ fields }) => !fields.deletedAt)]),
  ) as Record<BundleKind, StoredRecord[]>
  const ids = exportedIds(live)
  const zones = new Map(live.trip.map(({ id, fields }) => [id, String(fields.timeZone ?? 'UTC')]))
  const files = new Map<string, string>()
  for (const kind of BUNDLE_KINDS) {
    const columns = bundleColumns(kind).map((column) => (units === 'imperial' ? imperialTwin(column) : column))
    const rows = inOrder(kind, live[kind], ids).map(({ id, fields }) => {
      const zone = zones.get(kind === 'trip' ? id : String(fields.trip)) ?? 'UTC'
      const cells = columns.map((column) => {
        const value = fields[column.field]
        if (withoutPlaces && (column.field === 'latitude' || column.field === 'longitude')) return ''
        return column.spec.type === 'ref' && typeof value === 'string'
          ? withApostrophe(ids.get(`${column.spec.to} ${value}`) ?? value)
          : writeCell(value, column, zone)
      })
      return hasId(kind) ? [withApostrophe(ids.get(`${kind} ${id}`) ?? id), ...cells] : cells
    })
    if (isOptional(kind) && (rows.length === 0 || withoutPlaces)) continue
    const header = [...(hasId(kind) ? [kind] : []), ...columns.map(({ column }) => column)]
    files.set(BUNDLE_FILES[kind], stringify([header, ...rows], CSV_STYLE))
  }
  const outlines = withoutPlaces
    ? []
    : live.water.flatMap(({ id, fields: { outline } }) =>
        outline ? [{ water: ids.get(`water ${id}`) ?? id, outline }] : [],
      )
  if (outlines.length > 0)
    files.set(OUTLINES_FILE, writeOutlines(outlines.sort((a, b) => (a.water < b.water ? -1 : 1))))
  return files
}

/** What each record is called outside: the id it came with, else its name where no other has it, else our id. */
function exportedIds(records: Record<BundleKind, readonly StoredRecord[]>): Map<string, string> {
  const ids = new Map<string, string>()
  for (const kind of BUNDLE_KINDS) {
    const wanted = records[kind].map(
      ({ id, fields, foreignId }) => foreignId ?? ('name' in fieldsOf(kind) ? String(fields.name) : id),
    )
    const times = new Map<string, number>()
    for (const name of wanted) times.set(name, (times.get(name) ?? 0) + 1)
    records[kind].forEach(({ id }, i) => ids.set(`${kind} ${id}`, times.get(at(wanted, i)) === 1 ? at(wanted, i) : id))
  }
  return ids
}

/** Trips and what happens on them in order of time, the rest by id. */
function inOrder(kind: BundleKind, records: readonly StoredRecord[], ids: ReadonlyMap<string, string>): StoredRecord[] {
  const key = ({ id, fields }: StoredRecord): string => {
    const time =
      kind === 'trip' || kind === 'stint' ? fields.start : kind === 'reading' || kind === 'strike' ? fields.time : ''
    const exported =
      kind === 'reading'
        ? [ids.get(`trip ${String(fields.trip)}`), ids.get(`spot ${String(fields.spot)}`), fields.source].join('|')
        : (ids.get(`${kind} ${id}`) ?? id)
    return `${String(time)} ${exported}`
  }
  return [...records]
    .map((record) => [key(record), record] as const)
    .sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0))
    .map(([, record]) => record)
}
