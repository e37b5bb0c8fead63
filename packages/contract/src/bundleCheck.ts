import { isoUtc, epochMs, looseEndsOf, tripBundles, tripRecord } from '@jotbook/core'
import type { BookRecords } from '@jotbook/core'
import { BUNDLE_FILES, bookOfRows, readBundle } from '@jotbook/core/formats'
import type { BundleRow, KnownElsewhere, Remark } from '@jotbook/core/formats'
import { faultsOf } from './recordClasses.ts'

export interface CheckedBundle {
  readonly rows: readonly BundleRow[]
  /** The rows as records under the bundle's own ids. */
  readonly book: BookRecords
  readonly faults: readonly Remark[]
  readonly looseEnds: readonly Remark[]
  readonly remarks: readonly Remark[]
}

/** A bundle read and checked whole: shape and references by core, ranges by the record classes, loose ends trip by trip. */
export function checkBundle(files: ReadonlyMap<string, Uint8Array>, knownElsewhere?: KnownElsewhere): CheckedBundle {
  const { rows, faults, remarks } = readBundle(files, knownElsewhere)
  const outOfRange = rows.flatMap(({ kind, fields, columns, file, line }) =>
    faultsOf(kind, fields).map(({ field, message }): Remark => ({ file, line, column: columns[field] ?? field, message })),
  )
  const book = bookOfRows(rows)
  const order = Object.values<string>(BUNDLE_FILES)
  const all = [...faults, ...outOfRange].sort((a, b) => order.indexOf(a.file) - order.indexOf(b.file) || a.line - b.line)
  return { rows, book, faults: all, remarks, looseEnds: all.length > 0 ? [] : looseEnds(book, rows) }
}

const PLACE_OF_KIND = {
  'end-before-start': { column: 'end' },
  'open-stint': { column: 'end' },
  'stint-outside-trip': { column: 'start' },
  'stints-overlap': { column: 'start' },
  'reading-outside-trip': { column: 'time' },
  'strike-without-stint': { column: 'stint' },
  'strike-outside-stint': { column: 'time' },
} as const

function looseEnds(book: BookRecords, rows: readonly BundleRow[]): Remark[] {
  const found = new Map<string, BundleRow>()
  for (const row of rows) {
    found.set(`${row.kind} ${row.foreignId}`, row)
    if (row.kind === 'reading') found.set(`reading ${String(row.fields.trip)} ${isoUtc(epochMs(row.fields.time as string))}`, row)
  }
  const ends = tripBundles(book).flatMap((bundle) => looseEndsOf(tripRecord(bundle)).map((end) => ({ ...end, trip: bundle.trip.id })))
  return ends.map(({ kind, record, trip, message }) => {
    const candidates = [`strike ${record}`, `stint ${record}`, `trip ${record}`, `reading ${trip} ${record}`]
    const wanted = kind.startsWith('strike') ? candidates.slice(0, 1) : kind.startsWith('reading') ? candidates.slice(3) : candidates.slice(1, 3)
    const row = wanted.map((key) => found.get(key)).find((candidate) => candidate !== undefined)
    return { file: row?.file ?? BUNDLE_FILES.trip, line: row?.line ?? 0, column: PLACE_OF_KIND[kind].column, message }
  })
}
