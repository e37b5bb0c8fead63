import { isDeleted } from '@jotbook/core'
import type { BookRecords, Kind, RecordOf } from '@jotbook/core'
import { store } from './deviceStore.ts'
import type { DeviceRecord } from './deviceStore.ts'

const plain = <K extends Kind>({ id, shown }: DeviceRecord): RecordOf<K> => ({ ...shown.fields, id }) as unknown as RecordOf<K>

/** The live records of one kind. */
export async function recordsOf<K extends Kind>(book: string, kind: K): Promise<RecordOf<K>[]> {
  const rows = await store.records.where({ book, kind }).toArray()
  return rows.filter(({ shown }) => !isDeleted(shown)).map((row) => plain<K>(row))
}

export interface TripRecords {
  readonly stints: RecordOf<'stint'>[]
  readonly readings: RecordOf<'reading'>[]
  readonly strikes: RecordOf<'strike'>[]
}

/** Everything live that belongs to one trip. */
export async function recordsOfTrip(book: string, trip: string): Promise<TripRecords> {
  const rows = (await store.records.where({ book, trip }).toArray()).filter(({ shown }) => !isDeleted(shown))
  const of = <K extends Kind>(kind: K): RecordOf<K>[] => rows.filter((row) => row.kind === kind).map((row) => plain<K>(row))
  return { stints: of('stint'), readings: of('reading'), strikes: of('strike') }
}

/** The whole book for analysis. A child hides with its parent: what belongs to a deleted trip is left out. */
export async function bookRecords(book: string): Promise<BookRecords> {
  const [waters, spots, lures, setups, trips, stints, readings, strikes] = await Promise.all([
    recordsOf(book, 'water'),
    recordsOf(book, 'spot'),
    recordsOf(book, 'lure'),
    recordsOf(book, 'setup'),
    recordsOf(book, 'trip'),
    recordsOf(book, 'stint'),
    recordsOf(book, 'reading'),
    recordsOf(book, 'strike'),
  ])
  const live = new Set(trips.map(({ id }) => id))
  const ofLive = <R extends { trip: string }>(records: R[]): R[] => records.filter(({ trip }) => live.has(trip))
  return { waters, spots, lures, setups, trips, stints: ofLive(stints), readings: ofLive(readings), strikes: ofLive(strikes) }
}
