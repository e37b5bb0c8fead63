import { setImmediate } from 'node:timers/promises'
import {
  KINDS,
  MERGED_KINDS,
  aliasesOf,
  bookOf,
  clockShiftsOf,
  shiftedFields,
  withAliases,
  withTrackParts,
} from '@jotbook/core'
import type { BookRecords, Id, Kind, RecordOf } from '@jotbook/core'
import { writeBundle } from '@jotbook/core/formats'
import type { StoredRecord, WriteOptions } from '@jotbook/core/formats'
import { readableFields } from '@jotbook/contract'
import type { BookAccess } from '../../platform/bookGuard.ts'
import type { Queries } from '../../platform/database.ts'
import { wholeLog } from '../changes/changeRepository.ts'
import { loadStates } from '../changes/recordRepository.ts'
import { allForeignRecords, foreignIdOfRecords } from './foreignIdRepository.ts'
import { pictureNames, pictureOf } from '../pictures/repository.ts'
import { SETTINGS_ID } from './writtenBook.ts'
import type { WrittenBook, WrittenRecord } from './writtenBook.ts'

export type Within = BookAccess['within']

/** The book's records with their times put right and what was merged under what stands for it; values that cannot be read are left out, and records that need them. */
async function storedRecords(db: Queries, bookId: Id<'book'>): Promise<Record<Kind, StoredRecord[]>> {
  const foreign = await foreignIdOfRecords(db, bookId)
  const records = {} as Record<Kind, StoredRecord[]>
  const trips = await loadStates(db, bookId, 'trip')
  const merged = (await Promise.all(MERGED_KINDS.map((kind) => loadStates(db, bookId, kind))))
    .flat()
    .map(({ id, state }) => ({ id, fields: state.fields }))
  const [settings] = await loadStates(db, bookId, 'book', [bookId])
  const aliases = aliasesOf(merged, settings?.state.fields.people)
  const shifts = new Map(trips.map(({ id, state }) => [id, clockShiftsOf(state.fields.clockShiftS)]))
  for (const kind of KINDS) {
    records[kind] = (kind === 'trip' ? trips : await loadStates(db, bookId, kind)).flatMap(({ id, state }) => {
      const fields = aliases.of(id) === id && readableFields(kind, state.fields)
      if (!fields) return []
      const foreignId = foreign.get(id)
      const shift = shifts.get(kind === 'trip' ? id : String(fields.trip))
      return [
        {
          id,
          fields: withAliases(kind, shiftedFields(kind, { ...state, fields }, shift), aliases),
          ...(foreignId === undefined ? {} : { foreignId }),
        },
      ]
    })
  }
  return records
}

/** The book's records as they are analysed: deleted ones left out, with their trips. */
export async function recordsOfBook(db: Queries, bookId: Id<'book'>): Promise<BookRecords> {
  const stored = await storedRecords(db, bookId)
  const standing = <K extends Kind>(kind: K): RecordOf<K>[] =>
    stored[kind]
      .filter(({ fields }) => typeof fields.deletedAt !== 'string')
      .map(({ id, fields }) => ({ ...fields, id }) as RecordOf<K>)
  const book = bookOf(standing, standing('book')[0]?.bands)
  return { ...book, trips: withTrackParts(book.trips, standing('trackPart')) }
}

/** The book as the CSV files of a bundle. */
export async function exportBundle(
  db: Queries,
  bookId: Id<'book'>,
  options: WriteOptions = {},
): Promise<Map<string, string>> {
  return writeBundle(await storedRecords(db, bookId), options)
}

const RECORDS_A_PART = 500

/**
 * The whole book as one JSON document, part by part: every record of every kind with the stamp of each field, deleted ones too, the
 * history of changes, what earlier imports brought, and its pictures where asked for. The book's own settings stand under the id `book`, so that a copy writes the
 * same. Read in one snapshot of the database.
 */
export async function* bookJson(
  within: Within,
  bookId: Id<'book'>,
  { withPictures }: { readonly withPictures: boolean },
): AsyncGenerator<string> {
  const { records, history, imports } = await within((db) => writtenParts(db, bookId))
  yield '{\n "format": "jot-book",\n "version": 1,\n "records": {'
  const kinds = Object.entries(records).sort(([a], [b]) => (a < b ? -1 : 1))
  for (const [k, [kind, list]] of kinds.entries()) {
    yield `${k === 0 ? '' : ','}\n  ${JSON.stringify(kind)}: [`
    yield* listParts(list)
    yield ']'
  }
  yield '\n },\n "history": ['
  yield* listParts(history)
  yield '],\n "imports": ['
  yield* listParts(imports)
  yield ']'
  const names = withPictures ? await within((db) => pictureNames(db, bookId)) : []
  for (const [i, sha256] of names.entries()) {
    const jpeg = await within((db) => pictureOf(db, bookId, sha256))
    yield `${i === 0 ? ',\n "pictures": [' : ','}\n  ${JSON.stringify({ jpeg: (jpeg ?? Buffer.alloc(0)).toString('base64'), sha256 })}`
  }
  yield names.length > 0 ? ']\n}\n' : '\n}\n'
}

/** Items of a list a line, in slices: others are served in between. */
async function* listParts(items: readonly object[]): AsyncGenerator<string> {
  for (let i = 0; i < items.length; i += RECORDS_A_PART) {
    const lines = items.slice(i, i + RECORDS_A_PART).map((item) => `\n   ${JSON.stringify(sortedKeys(item))}`)
    yield `${i === 0 ? '' : ','}${lines.join(',')}`
    await setImmediate()
  }
}

async function writtenParts(
  db: Queries,
  bookId: Id<'book'>,
): Promise<Pick<WrittenBook, 'records' | 'history' | 'imports'>> {
  const named = (id: string): string => (id === bookId ? SETTINGS_ID : id)
  const records: Partial<Record<Kind, WrittenRecord[]>> = {}
  for (const kind of KINDS) {
    const states = await loadStates(db, bookId, kind)
    records[kind] = states.map(({ id, state }) => ({ id: named(id), ...state })).sort((a, b) => (a.id < b.id ? -1 : 1))
  }
  const history = (await wholeLog(db, bookId)).map((entry) => ({ ...entry, recordId: named(entry.recordId) }))
  return { records, history, imports: await allForeignRecords(db, bookId) }
}

/** Everything of a book: `book.json` and its pictures, each as a file named by its hash. */
export async function* wholeBook(within: Within, bookId: Id<'book'>): AsyncGenerator<readonly [string, Uint8Array]> {
  let text = ''
  for await (const part of bookJson(within, bookId, { withPictures: false })) text += part
  yield ['book.json', new TextEncoder().encode(text)]
  yield* pictureFiles(within, bookId)
}

/** The files of a bundle, and the book's pictures beside them unless places are left out: a picture may show one. */
export async function* bundleFiles(
  within: Within,
  bookId: Id<'book'>,
  options: WriteOptions,
): AsyncGenerator<readonly [string, Uint8Array]> {
  for (const [name, text] of await within((db) => exportBundle(db, bookId, options)))
    yield [name, new TextEncoder().encode(text)]
  if (!options.withoutPlaces) yield* pictureFiles(within, bookId)
}

async function* pictureFiles(within: Within, bookId: Id<'book'>): AsyncGenerator<readonly [string, Uint8Array]> {
  for (const sha256 of await within((db) => pictureNames(db, bookId))) {
    const jpeg = await within((db) => pictureOf(db, bookId, sha256))
    if (jpeg) yield [`${sha256}.jpg`, jpeg]
  }
}

/** The database gives the keys of a JSON value back in an order of its own. */
function sortedKeys<T>(value: T): T {
  if (Array.isArray(value)) return value.map(sortedKeys) as T
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([key, inner]) => [key, sortedKeys(inner as unknown)]),
  ) as T
}
