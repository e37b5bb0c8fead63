import { atOnce, epochMs, inSlices, isoUtc, looseEndsOfTrip, tripBundles } from '@jotbook/core'
import type { BookRecords, Id, LooseEnd, Steps } from '@jotbook/core'
import { BUNDLE_FILES, bookOfRows, readBundleSteps } from '@jotbook/core/formats'
import type { BundleRow, KnownElsewhere, Remark } from '@jotbook/core/formats'
import { faultsOf } from './recordClasses.ts'
import { isStorableText } from './soundValue.ts'

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
  return atOnce(checkBundleSteps(files, knownElsewhere))
}

const SLICE = 250

/** As `checkBundle`, in slices. */
export function* checkBundleSteps(
  files: ReadonlyMap<string, Uint8Array>,
  knownElsewhere?: KnownElsewhere,
): Steps<CheckedBundle> {
  const { rows, faults, remarks } = yield* readBundleSteps(files, knownElsewhere)
  const outOfRange: Remark[] = []
  yield* inSlices(rows, 'check', SLICE, ({ kind, foreignId, fields, columns, file, line }) => {
    if (!isStorableText(foreignId))
      outOfRange.push({ file, line, column: kind, message: 'The id holds a character that cannot be stored.' })
    for (const { field, message } of faultsOf(kind, fields))
      outOfRange.push({ file, line, column: columns[field] ?? field, message })
  })
  const book = bookOfRows(rows)
  const order = Object.values<string>(BUNDLE_FILES)
  const all = [...faults, ...outOfRange].sort(
    (a, b) => order.indexOf(a.file) - order.indexOf(b.file) || a.line - b.line,
  )
  return { rows, book, faults: all, remarks, looseEnds: all.length > 0 ? [] : yield* looseEnds(book, rows) }
}

const PLACE_OF_KIND = {
  'end-before-start': { column: 'end' },
  'end-unsure': { column: 'end' },
  'open-stint': { column: 'end' },
  'stint-outside-trip': { column: 'start' },
  'stints-overlap': { column: 'start' },
  'reading-outside-trip': { column: 'time' },
  'strike-without-stint': { column: 'stint' },
  'strike-outside-stint': { column: 'time' },
} as const

const TRIPS_A_SLICE = 20

function* looseEnds(book: BookRecords, rows: readonly BundleRow[]): Steps<Remark[]> {
  const found = new Map<string, BundleRow>()
  for (const row of rows) {
    found.set(`${row.kind} ${row.foreignId}`, row)
    if (row.kind === 'reading')
      found.set(`reading ${String(row.fields.trip)} ${isoUtc(epochMs(row.fields.time as string))}`, row)
  }
  const ends: (LooseEnd & { trip: Id<'trip'> })[] = []
  yield* inSlices(tripBundles(book), 'check', TRIPS_A_SLICE, (bundle) => {
    for (const end of looseEndsOfTrip(bundle)) ends.push({ ...end, trip: bundle.trip.id })
  })
  return ends.map(({ kind, record, trip, message }) => {
    const candidates = [`strike ${record}`, `stint ${record}`, `trip ${record}`, `reading ${trip} ${record}`]
    const wanted = kind.startsWith('strike')
      ? candidates.slice(0, 1)
      : kind.startsWith('reading')
        ? candidates.slice(3)
        : candidates.slice(1, 3)
    const row = wanted.map((key) => found.get(key)).find((candidate) => candidate !== undefined)
    return { file: row?.file ?? BUNDLE_FILES.trip, line: row?.line ?? 0, column: PLACE_OF_KIND[kind].column, message }
  })
}
