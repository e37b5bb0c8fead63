import { epochMs } from '../time/index.ts'
import { bookBands } from '../vocabulary/index.ts'
import type { BookBands, Id, Lure, Reading, RecordOf, Spot, Stint, Strike, Trip, Water } from '../vocabulary/index.ts'

/** The records of a book that effort and rates rest on. */
export interface BookRecords {
  readonly waters: readonly Water[]
  readonly spots: readonly Spot[]
  readonly lures: readonly Lure[]
  readonly setups: readonly RecordOf<'setup'>[]
  readonly trips: readonly Trip[]
  readonly stints: readonly Stint[]
  readonly readings: readonly Reading[]
  readonly strikes: readonly Strike[]
  /** Where the book sets edges of its own. */
  readonly bands?: BookBands
}

/** The kinds of record that effort and rates rest on. */
export type BookKind = 'water' | 'spot' | 'lure' | 'setup' | 'trip' | 'stint' | 'reading' | 'strike'

/** A book put together from its records by kind. A child hides with its parent: what belongs to a trip that is not there is left out. `bands` are the edges the book sets. */
export function bookOf(
  of: <K extends BookKind>(kind: K) => readonly RecordOf<K>[],
  bands?: RecordOf<'book'>['bands'],
): BookRecords {
  const trips = of('trip')
  const known = new Set(trips.map(({ id }) => id))
  const ofKnown = <R extends { readonly trip: Id<'trip'> }>(records: readonly R[]): R[] =>
    records.filter(({ trip }) => known.has(trip))
  return {
    waters: of('water'),
    spots: of('spot'),
    lures: of('lure'),
    setups: of('setup'),
    trips,
    stints: ofKnown(of('stint')),
    readings: ofKnown(of('reading')),
    strikes: ofKnown(of('strike')),
    ...(bands ? { bands: bookBands(bands) } : {}),
  }
}

/** A trip with its own records in order of time. */
export interface TripBundle {
  readonly trip: Trip
  readonly water: Water | undefined
  readonly stints: readonly Stint[]
  readonly readings: readonly Reading[]
  readonly strikes: readonly Strike[]
}

/** The trips of a book, earliest first, each with what belongs to it. */
export function tripBundles(
  book: Pick<BookRecords, 'waters' | 'trips' | 'stints' | 'readings' | 'strikes'>,
): TripBundle[] {
  const waters = new Map(book.waters.map((water) => [water.id, water]))
  const [stints, readings, strikes] = [byTrip(book.stints), byTrip(book.readings), byTrip(book.strikes)]
  return tripsInOrder(book.trips).map((trip) => ({
    trip,
    water: waters.get(trip.water),
    stints: inOrder(stints.get(trip.id) ?? [], (stint) => stint.start),
    readings: inOrder(readings.get(trip.id) ?? [], (reading) => reading.time),
    strikes: inOrder(strikes.get(trip.id) ?? [], (strike) => strike.time),
  }))
}

/** Earliest first; of two that begin together, the one of the smaller id. */
export const tripsInOrder = (trips: readonly Trip[]): Trip[] =>
  [...trips].sort((a, b) => epochMs(a.start) - epochMs(b.start) || (a.id < b.id ? -1 : 1))

function byTrip<R extends { trip: Id<'trip'> }>(records: readonly R[]): Map<string, R[]> {
  const groups = new Map<string, R[]>()
  for (const record of records) {
    const group = groups.get(record.trip)
    if (group) group.push(record)
    else groups.set(record.trip, [record])
  }
  return groups
}

/** Most records come in order: then they are left so. */
function inOrder<R>(records: readonly R[], time: (record: R) => string): readonly R[] {
  let latest = -Infinity
  for (const record of records) {
    const ms = epochMs(time(record))
    if (ms < latest) return [...records].sort((a, b) => epochMs(time(a)) - epochMs(time(b)))
    latest = ms
  }
  return records
}
