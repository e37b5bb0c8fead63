import { clockShiftsOf, isDeleted, shiftedFields } from '@jotbook/core'
import type { BookRecords, ClockShifts, Kind, RecordOf } from '@jotbook/core'
import { store } from './deviceStore.ts'
import type { DeviceRecord } from './deviceStore.ts'

type Shifts = ReadonlyMap<string, ClockShifts>

/** A record as read: the times of wrong clocks put right. */
const plain = <K extends Kind>({ kind, id, trip, shown }: DeviceRecord, shifts: Shifts): RecordOf<K> =>
  ({ ...shiftedFields(kind, shown, shifts.get(trip)), id }) as unknown as RecordOf<K>

/** The shifts of the clocks of each trip that has any. */
const shiftsOf = (trips: readonly DeviceRecord[]): Shifts =>
  new Map(
    trips.flatMap(({ id, shown }) => {
      const shifts = clockShiftsOf(shown.fields.clockShiftS)
      return shifts ? [[id, shifts] as const] : []
    }),
  )

const OF_TRIPS: ReadonlySet<Kind> = new Set(['stint', 'reading', 'strike'])

/** The live records of one kind. */
export async function recordsOf<K extends Kind>(book: string, kind: K): Promise<RecordOf<K>[]> {
  const rows = await store.records.where({ book, kind }).toArray()
  const trips = kind === 'trip' ? rows : OF_TRIPS.has(kind) ? await store.records.where({ book, kind: 'trip' }).toArray() : []
  const shifts = shiftsOf(trips)
  return rows.filter(({ shown }) => !isDeleted(shown)).map((row) => plain<K>(row, shifts))
}

export interface TripRecords {
  readonly stints: RecordOf<'stint'>[]
  readonly readings: RecordOf<'reading'>[]
  readonly strikes: RecordOf<'strike'>[]
}

/** Everything live that belongs to one trip. */
export async function recordsOfTrip(book: string, trip: string): Promise<TripRecords> {
  const rows = (await store.records.where({ book, trip }).toArray()).filter(({ shown }) => !isDeleted(shown))
  const shifts = shiftsOf(rows.filter(({ kind }) => kind === 'trip'))
  const of = <K extends Kind>(kind: K): RecordOf<K>[] => rows.filter((row) => row.kind === kind).map((row) => plain<K>(row, shifts))
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
