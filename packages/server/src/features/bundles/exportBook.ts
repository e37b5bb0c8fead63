import { KINDS, clockShiftsOf, shiftedFields } from '@jotbook/core'
import type { BookRecords, Kind, Trip } from '@jotbook/core'
import { writeBundle } from '@jotbook/core/formats'
import type { StoredRecord, WriteOptions } from '@jotbook/core/formats'
import type { Queries } from '../../platform/database.ts'
import { wholeLog } from '../changes/changeRepository.ts'
import { loadStates } from '../changes/recordRepository.ts'
import { allForeignRecords, foreignIdOfRecords } from './foreignIdRepository.ts'
import { SETTINGS_ID } from './writtenBook.ts'
import type { WrittenBook, WrittenRecord } from './writtenBook.ts'

async function storedRecords(db: Queries, bookId: string): Promise<Record<Kind, StoredRecord[]>> {
  const foreign = await foreignIdOfRecords(db, bookId)
  const records = {} as Record<Kind, StoredRecord[]>
  const trips = await loadStates(db, bookId, 'trip')
  const shifts = new Map(trips.map(({ id, state }) => [id, clockShiftsOf(state.fields.clockShiftS)]))
  for (const kind of KINDS) {
    records[kind] = (kind === 'trip' ? trips : await loadStates(db, bookId, kind)).map(({ id, state }) => {
      const foreignId = foreign.get(id)
      const shift = shifts.get(kind === 'trip' ? id : String(state.fields.trip))
      return { id, fields: shiftedFields(kind, state, shift), ...(foreignId === undefined ? {} : { foreignId }) }
    })
  }
  return records
}

/** The book's records as they are analysed: deleted ones left out, with their trips. */
export async function recordsOfBook(db: Queries, bookId: string): Promise<BookRecords> {
  const stored = await storedRecords(db, bookId)
  const standing = <R>(kind: Kind): R[] =>
    stored[kind].filter(({ fields }) => typeof fields.deletedAt !== 'string').map(({ id, fields }) => ({ ...fields, id }) as R)
  const trips = standing<Trip>('trip')
  const kept = new Set(trips.map(({ id }) => id))
  const ofTrips = <R extends { readonly trip: string }>(kind: Kind): R[] => standing<R>(kind).filter(({ trip }) => kept.has(trip))
  return {
    waters: standing('water'),
    spots: standing('spot'),
    lures: standing('lure'),
    setups: standing('setup'),
    trips,
    stints: ofTrips('stint'),
    readings: ofTrips('reading'),
    strikes: ofTrips('strike'),
  }
}

/** The book as the CSV files of a bundle. */
export async function exportBundle(db: Queries, bookId: string, options: WriteOptions = {}): Promise<Map<string, string>> {
  return writeBundle(await storedRecords(db, bookId), options)
}

/**
 * The whole book as one JSON document: every record of every kind with the stamp of each field, deleted ones too, the history of
 * changes, and what earlier imports brought. The book's own settings stand under the id `book`, so that a copy writes the same.
 */
export async function exportJson(db: Queries, bookId: string): Promise<string> {
  const named = (id: string): string => (id === bookId ? SETTINGS_ID : id)
  const records: Partial<Record<Kind, WrittenRecord[]>> = {}
  for (const kind of KINDS) {
    const states = await loadStates(db, bookId, kind)
    records[kind] = states.map(({ id, state }) => ({ id: named(id), ...state })).sort((a, b) => (a.id < b.id ? -1 : 1))
  }
  const history = (await wholeLog(db, bookId)).map((entry) => ({ ...entry, recordId: named(entry.recordId) }))
  const written: WrittenBook = {
    format: 'jot-book',
    version: 1,
    records: sortedKeys(records),
    history: sortedKeys(history),
    imports: sortedKeys(await allForeignRecords(db, bookId)),
  }
  return `${JSON.stringify(written, null, 1)}\n`
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
