import Dexie, { liveQuery } from 'dexie'
import {
  MERGED_KINDS,
  aliasesOf,
  bookOf,
  clockShiftsOf,
  isDeleted,
  shiftedFields,
  withAliases,
  withTrackParts,
} from '@jotbook/core'
import { readableFields, unreadableFields } from '@jotbook/contract'
import { bookBands } from '@jotbook/core'
import type { Aliases, BookKind, BookRecords, ClockShifts, EpochMs, Id, Kind, RecordOf } from '@jotbook/core'
import { store } from './deviceStore.ts'
import type { DeviceRecord } from './deviceStore.ts'

type Shifts = ReadonlyMap<string, ClockShifts>

/**
 * Records as read: the times of wrong clocks put right, what was merged under what stands for it, and values that cannot be read left out. A record that cannot do without such a
 * value is left out whole; Book lists it.
 */
const plain = <K extends Kind>(rows: readonly DeviceRecord[], shifts: Shifts, aliases: Aliases): RecordOf<K>[] =>
  rows.flatMap(({ kind, id, trip, shown }) => {
    const fields = aliases.of(id) === id && readableFields(kind, shown.fields)
    return fields
      ? [
          {
            ...withAliases(kind, shiftedFields(kind, { ...shown, fields }, shifts.get(trip)), aliases),
            id,
          } as unknown as RecordOf<K>,
        ]
      : []
  })

let known: { readonly key: string; readonly aliases: Promise<Aliases> } | undefined

/** Which records and people of the book stand for which, read anew when anything of the book changed. */
async function aliasesIn(book: Id<'book'>): Promise<Aliases> {
  const key = `${book} ${(await store.books.get(book))?.revision ?? 0}`
  if (known?.key !== key) known = { key, aliases: readAliases(book) }
  return known.aliases
}

/** From each merged record's id to the one that stands for it. */
export async function mergedIds(book: Id<'book'>): Promise<Record<string, string>> {
  const aliases = await aliasesIn(book)
  return Object.fromEntries(aliases.merged.map((id) => [id, aliases.of(id)]))
}

async function readAliases(book: Id<'book'>): Promise<Aliases> {
  const [settings, ...rows] = await Promise.all([
    store.records.get([book, 'book', book]),
    ...MERGED_KINDS.map((kind) => store.records.where({ book, kind }).toArray()),
  ])
  return aliasesOf(
    rows.flat().map(({ id, shown }) => ({ id, fields: shown.fields })),
    settings?.shown.fields.people,
  )
}

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
export async function recordsOf<K extends Kind>(book: Id<'book'>, kind: K): Promise<RecordOf<K>[]> {
  const rows = await store.records.where({ book, kind }).toArray()
  const trips =
    kind === 'trip' ? rows : OF_TRIPS.has(kind) ? await store.records.where({ book, kind: 'trip' }).toArray() : []
  const shifts = shiftsOf(trips)
  const live = plain<K>(
    rows.filter(({ shown }) => !isDeleted(shown)),
    shifts,
    await aliasesIn(book),
  )
  return kind === 'trip'
    ? (withTrackParts(
        live as unknown as RecordOf<'trip'>[],
        await recordsOf(book, 'trackPart'),
      ) as unknown as RecordOf<K>[])
    : live
}

/** A record of which something cannot be read, and its fields at fault. */
export interface Unreadable {
  readonly kind: Kind
  readonly id: string
  readonly fields: readonly string[]
}

/** What of a book cannot be read: a newer device's, or damaged. Everything else works without it. */
export async function unreadableRecords(book: Id<'book'>): Promise<Unreadable[]> {
  const rows = await store.records.where('[book+kind]').between([book, Dexie.minKey], [book, Dexie.maxKey]).toArray()
  return rows.flatMap(({ kind, id, shown }) => {
    // Viewers are not told places: a track without any is no fault.
    if (isDeleted(shown) || kind === 'trackPart') return []
    const fields = unreadableFields(kind, shown.fields)
    return fields.length > 0 ? [{ kind, id, fields }] : []
  })
}

export interface TripRecords {
  /** As of the same moment; undefined where the book does not have it. */
  readonly trip: RecordOf<'trip'> | undefined
  readonly stints: RecordOf<'stint'>[]
  readonly readings: RecordOf<'reading'>[]
  readonly strikes: RecordOf<'strike'>[]
}

/** Once the book has come whole: what belongs to a trip is never read by halves. */
export async function whenWhole(book: Id<'book'>): Promise<void> {
  if ((await store.books.get(book))?.arriving !== 1) return
  await new Promise<void>((whole) => {
    const reading = liveQuery(() => store.books.get(book)).subscribe((meta) => {
      if (meta?.arriving === 1) return
      whole()
      setTimeout(() => reading.unsubscribe())
    })
  })
}

/** One trip and everything live that belongs to it, once the book has come whole. */
export async function recordsOfTrip(book: Id<'book'>, trip: Id<'trip'>): Promise<TripRecords> {
  await whenWhole(book)
  const rows = (await store.records.where({ book, trip }).toArray()).filter(({ shown }) => !isDeleted(shown))
  const shifts = shiftsOf(rows.filter(({ kind }) => kind === 'trip'))
  const aliases = await aliasesIn(book)
  const of = <K extends Kind>(kind: K): RecordOf<K>[] =>
    plain<K>(
      rows.filter((row) => row.kind === kind),
      shifts,
      aliases,
    )
  return { trip: of('trip')[0], stints: of('stint'), readings: of('reading'), strikes: of('strike') }
}

/** The whole book for analysis, once it has come whole. A child hides with its parent: what belongs to a deleted trip is left out. */
export async function bookRecords(book: Id<'book'>): Promise<BookRecords> {
  await whenWhole(book)
  const [waters, spots, lures, setups, trips, stints, readings, strikes, [settings]] = await Promise.all([
    recordsOf(book, 'water'),
    recordsOf(book, 'spot'),
    recordsOf(book, 'lure'),
    recordsOf(book, 'setup'),
    recordsOf(book, 'trip'),
    recordsOf(book, 'stint'),
    recordsOf(book, 'reading'),
    recordsOf(book, 'strike'),
    recordsOf(book, 'book'),
  ])
  const read: { readonly [K in BookKind]: readonly RecordOf<K>[] } = {
    water: waters,
    spot: spots,
    lure: lures,
    setup: setups,
    trip: trips,
    stint: stints,
    reading: readings,
    strike: strikes,
  }
  return bookOf((kind) => read[kind], settings?.bands)
}

/** The lists and trips of the book, and of what belongs to single trips only that of some. */
export async function bookWithTrips(book: Id<'book'>, only: ReadonlySet<string>): Promise<BookRecords> {
  const [waters, spots, lures, setups, trips, [settings]] = await Promise.all([
    recordsOf(book, 'water'),
    recordsOf(book, 'spot'),
    recordsOf(book, 'lure'),
    recordsOf(book, 'setup'),
    recordsOf(book, 'trip'),
    recordsOf(book, 'book'),
  ])
  const children = await Promise.all(trips.filter(({ id }) => only.has(id)).map(({ id }) => recordsOfTrip(book, id)))
  return {
    waters,
    spots,
    lures,
    setups,
    trips,
    stints: children.flatMap(({ stints }) => stints),
    readings: children.flatMap(({ readings }) => readings),
    strikes: children.flatMap(({ strikes }) => strikes),
    ...(settings?.bands ? { bands: bookBands(settings.bands) } : {}),
  }
}

/** The lists of the book, and some trips with what belongs to them. */
export async function listsWithTrips(book: Id<'book'>, only: ReadonlySet<string>): Promise<BookRecords> {
  const read = await bookWithTrips(book, only)
  return { ...read, trips: read.trips.filter(({ id }) => only.has(id)) }
}

/** A book that was read before, with its lists and some trips read anew. */
export async function patchedBook(
  book: Id<'book'>,
  before: BookRecords,
  touched: ReadonlySet<string>,
): Promise<BookRecords> {
  const anew = await bookWithTrips(book, touched)
  const replaced = <R extends { readonly trip: Id<'trip'> }>(old: readonly R[], fresh: readonly R[]): R[] => [
    ...old.filter(({ trip }) => !touched.has(trip)),
    ...fresh,
  ]
  return {
    ...anew,
    stints: replaced(before.stints, anew.stints),
    readings: replaced(before.readings, anew.readings),
    strikes: replaced(before.strikes, anew.strikes),
  }
}

/** The trips that began after a time. */
export async function tripsSince(book: Id<'book'>, sinceMs: EpochMs): Promise<string[]> {
  return (await recordsOf(book, 'trip')).filter(({ start }) => Date.parse(start) >= sinceMs).map(({ id }) => id)
}
