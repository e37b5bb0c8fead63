import { at } from '../checked/index.ts'
import { parse } from 'csv-parse/sync'
import { atOnce, inSlices } from '../steps/index.ts'
import type { Steps } from '../steps/index.ts'
import type { Json } from '../sync/index.ts'
import { offsetZone } from '../time/index.ts'
import { CellFault, readCell, withoutApostrophe } from './cells.ts'
import { OUTLINES_FILE, readOutlines } from './outlines.ts'
import { BUNDLE_FILES, BUNDLE_KINDS, bundleColumns, columnOfHeader, hasId, isDefaulted, pictureHash } from './tables.ts'
import type { BundleColumn, BundleKind } from './tables.ts'

/** A place in a bundle and what is wrong there, or what was done with it. `line` counts from 1, the header's. */
export interface Remark {
  readonly file: string
  readonly line: number
  readonly column?: string
  readonly message: string
}

/** One record as the bundle has it; its references are still the bundle's own ids. */
export interface BundleRow {
  readonly kind: BundleKind
  readonly foreignId: string
  readonly file: string
  readonly line: number
  readonly fields: Record<string, Json>
  /** The column each field came from, so that a later fault can name it. */
  readonly columns: Readonly<Record<string, string>>
}

export interface ReadBundle {
  readonly rows: BundleRow[]
  /** Unreadable, out of range, unknown id: nothing is imported while there is one. */
  readonly faults: Remark[]
  /** What was read otherwise than it stands: unknown columns kept as notes, files passed over. */
  readonly remarks: Remark[]
}

/** Whether a reference that the bundle itself does not hold is known from elsewhere (an earlier import). */
export type KnownElsewhere = (kind: BundleKind, foreignId: string) => boolean

/**
 * Reads the files of a bundle by name. Never throws for what is in them: faults are listed with file, line and column.
 * Ranges and lengths are checked by the record classes afterwards.
 */
export function readBundle(files: ReadonlyMap<string, Uint8Array>, knownElsewhere?: KnownElsewhere): ReadBundle {
  return atOnce(readBundleSteps(files, knownElsewhere))
}

/** As `readBundle`, in slices. */
export function* readBundleSteps(
  files: ReadonlyMap<string, Uint8Array>,
  knownElsewhere: KnownElsewhere = () => false,
): Steps<ReadBundle> {
  const bundle: ReadBundle = { rows: [], faults: [], remarks: [] }
  for (const kind of BUNDLE_KINDS) {
    const bytes = files.get(BUNDLE_FILES[kind])
    if (bytes) yield* readFile(kind, bytes, bundle)
  }
  readOutlinesFile(files.get(OUTLINES_FILE), bundle)
  const known = new Set<string>([...Object.values(BUNDLE_FILES), OUTLINES_FILE])
  for (const file of files.keys()) {
    if (!known.has(file) && pictureHash(file) === undefined)
      bundle.remarks.push({ file, line: 0, message: 'This file is no part of a bundle and was passed over.' })
  }
  if (![...files.keys()].some((file) => known.has(file))) {
    bundle.faults.push({
      file: BUNDLE_FILES.trip,
      line: 0,
      message: `There is none of ${Object.values(BUNDLE_FILES).join(', ')} here.`,
    })
  }
  checkReferences(
    bundle,
    knownElsewhere,
    new Set(bundle.faults.filter(({ line }) => line <= 1).map(({ file }) => file)),
  )
  freezeZones(bundle.rows)
  return bundle
}

/** Outlines belong to waters of the same bundle. */
function readOutlinesFile(bytes: Uint8Array | undefined, { rows, faults }: ReadBundle): void {
  if (!bytes) return
  const fault = (message: string): void => void faults.push({ file: OUTLINES_FILE, line: 1, message })
  const { outlines, faults: found } = readOutlines(decode(bytes) ?? '')
  found.forEach(fault)
  for (const [water, outline] of outlines) {
    const row = rows.find(({ kind, foreignId }) => kind === 'water' && foreignId === water)
    if (row) row.fields.outline = outline as unknown as Json
    else fault(`There is no water "${water}" in waters.csv.`)
  }
}

interface Header {
  readonly columns: readonly (BundleColumn | undefined)[]
  readonly names: readonly string[]
  readonly idAt: number
}

/** Rows read between two breaths. */
const SLICE = 500

function* readFile(kind: BundleKind, bytes: Uint8Array, bundle: ReadBundle): Steps<void> {
  const file = BUNDLE_FILES[kind]
  const fault = (line: number, message: string, column?: string): void =>
    void bundle.faults.push({ file, line, message, ...(column ? { column } : {}) })
  const text = decode(bytes)
  if (text === undefined) return fault(1, 'The file is not UTF-8; save it as UTF-8 and try again.')
  let records: { record: string[]; info: { lines: number } }[]
  try {
    records = parse(text, { bom: true, relax_column_count: true, info: true }) as unknown as typeof records
  } catch (error) {
    const { lines, message } = error as { lines?: number; message: string }
    return fault(lines ?? 1, `The file cannot be read from here on: ${message}`)
  }
  const [first, ...rest] = records
  if (!first || isBlank(first.record)) return fault(1, 'The file is empty; it needs at least a header row.')
  const header = readHeader(kind, first.record, fault)
  if (!header) return
  header.names.forEach((name, i) => {
    if (!header.columns[i] && i !== header.idAt && name !== '')
      bundle.remarks.push({
        file,
        line: 1,
        column: name,
        message: `The column ${name} is not known here; what stands in it is kept as a note.`,
      })
  })
  const seen = new Set<string>()
  let line = first.info.lines + 1
  yield* inSlices(rest, file, SLICE, ({ record, info }) => {
    const row = isBlank(record) ? undefined : readRow(kind, record, header, line, fault)
    if (row && seen.has(row.foreignId))
      fault(line, `The ${kind} "${row.foreignId}" is in this file twice.`, hasId(kind) ? kind : 'time')
    else if (row) {
      seen.add(row.foreignId)
      bundle.rows.push(row)
    }
    line = info.lines + 1
  })
}

const isBlank = (record: readonly string[]): boolean => record.length === 1 && record[0] === ''

function decode(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return undefined
  }
}

type FaultAt = (line: number, message: string, column?: string) => void

function readHeader(kind: BundleKind, cells: readonly string[], fault: FaultAt): Header | undefined {
  const names = cells.map((cell) => cell.trim().toLowerCase())
  if (names.length === 1 && at(names, 0).includes(';')) {
    fault(1, 'The columns are separated by semicolons; a bundle separates them by commas.')
    return undefined
  }
  const idAt = hasId(kind) ? names.indexOf(kind) : -1
  const columns = names.map((name, i) => (i === idAt ? undefined : columnOfHeader(kind, name)))
  const twice = columns.find((column, i) => column && columns.findIndex((other) => other?.field === column.field) !== i)
  if (twice) fault(1, `The column ${twice.column} gives the same thing as an earlier column.`, twice.column)
  const required = bundleColumns(kind).filter(({ spec, field }) => spec.required && !isDefaulted(kind, field))
  const missing = [
    ...(hasId(kind) && idAt < 0 ? [kind] : []),
    ...required.filter(({ field }) => !columns.some((column) => column?.field === field)).map(({ column }) => column),
  ]
  if (missing.length > 0) fault(1, `The header lacks ${missing.join(', ')}.`, missing[0])
  return missing.length > 0 || twice ? undefined : { columns, names, idAt }
}

// eslint-disable-next-line complexity, max-params -- all that may be wrong with a row, in the order in which it is told; a line of a file, how its columns are read, and who hears of a fault
function readRow(
  kind: BundleKind,
  record: readonly string[],
  { columns, names, idAt }: Header,
  line: number,
  fault: FaultAt,
): BundleRow | undefined {
  const fields: Record<string, Json> = {}
  const from: Record<string, string> = {}
  const notes: string[] = []
  let sound = true
  const wrong = (message: string, column?: string): void => {
    sound = false
    fault(line, message, column)
  }
  if (record.length > names.length) wrong(`The row has ${record.length} cells, the header ${names.length}.`)
  let zone: string | undefined
  names.forEach((name, i) => {
    const [cell, column] = [(record[i] ?? '').trim(), columns[i]]
    if (i === idAt || cell === '') return
    if (!column) {
      if (name !== '') notes.push(`${name}: ${cell}`)
      return
    }
    try {
      fields[column.field] = readCell(cell, column)
      from[column.field] = column.column
      if (kind === 'trip' && column.field === 'start') zone = offsetZone(cell)
    } catch (error) {
      if (!(error instanceof CellFault)) throw error
      wrong(error.message, column.column)
    }
  })
  for (const { column, field, spec } of bundleColumns(kind)) {
    if (spec.required && !isDefaulted(kind, field) && fields[field] === undefined && sound)
      wrong(`The ${column} is missing.`, column)
  }
  const id = idAt < 0 ? undefined : withoutApostrophe((record[idAt] ?? '').trim())
  if (id === '') wrong(`The ${kind} has no id.`, kind)
  if (!sound) return undefined
  if (notes.length > 0) fields.note = [fields.note, ...notes].filter(Boolean).join('\n')
  if (isDefaulted(kind, 'name') && bundleColumns(kind).some(({ field }) => field === 'name')) fields.name ??= id ?? ''
  if (kind === 'trip' && zone !== undefined) offsets.set(fields, zone)
  return { kind, foreignId: id ?? readingId(fields), file: BUNDLE_FILES[kind], line, fields, columns: from }
}

/** The offset a trip's start was written with, until its zone is known. */
const offsets = new WeakMap<Record<string, Json>, string>()

const readingId = ({ trip, time, spot, source }: Record<string, Json>): string =>
  [trip, time, spot ?? '', source ?? ''].join('|')

/** References into a file that could not be read at all are not faults of their own. */
function checkReferences(
  { rows, faults }: ReadBundle,
  knownElsewhere: KnownElsewhere,
  unread: ReadonlySet<string>,
): void {
  const ids = new Set(rows.map(({ kind, foreignId }) => `${kind} ${foreignId}`))
  for (const { kind, fields, columns, file, line } of rows) {
    for (const { field, spec } of bundleColumns(kind)) {
      const id = fields[field]
      if (spec.type !== 'ref' || typeof id !== 'string' || unread.has(BUNDLE_FILES[spec.to as BundleKind])) continue
      if (ids.has(`${spec.to} ${id}`) || knownElsewhere(spec.to as BundleKind, id)) continue
      faults.push({ file, line, column: columns[field] ?? field, message: `There is no ${spec.to} "${id}".` })
    }
  }
}

/** A trip freezes its zone: its own, else its water's, else the offset its start is written with. */
function freezeZones(rows: readonly BundleRow[]): void {
  const waters = new Map(
    rows.filter(({ kind }) => kind === 'water').map(({ foreignId, fields }) => [foreignId, fields.timeZone]),
  )
  for (const { kind, fields } of rows) {
    if (kind === 'trip') fields.timeZone ??= waters.get(fields.water as string) ?? offsets.get(fields) ?? 'UTC'
  }
}
