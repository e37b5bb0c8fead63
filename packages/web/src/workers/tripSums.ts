import { isStrike, contributions, buildColumns, looseEndsOfTrip, planFor, tripBundles } from '@jotbook/core'
import type { BookRecords, Id, TripBundle } from '@jotbook/core'
import { listsWithTrips, store, touchedSince } from '../offline/forWorkers.ts'
import { currentBook } from './heldBook.ts'
import { letGoOfStore } from './letGoOfStore.ts'

/** What a list of trips says of each. */
export interface TripSums {
  readonly trip: Id<'trip'>
  readonly hours: number
  readonly strikes: number
  readonly landed: number
  readonly heaviestG: number
  readonly looseEnds: number
  readonly lures: readonly string[]
}

const KEY = 'sums'
const ALL = { by: [], where: [] }

/** The sums of every trip: kept on the device, so that after a change only the trips it touched are summed anew. */
export async function tripSums(bookId: Id<'book'>): Promise<TripSums[]> {
  const [meta, kept] = await Promise.all([store.books.get(bookId), store.answers.get([bookId, KEY])])
  const before = kept?.value as readonly TripSums[] | undefined
  if (before && meta && kept?.revision === meta.revision && meta.arriving !== 1) return [...before]
  const touched = before && meta && kept ? touchedSince(meta, kept.revision) : undefined
  const [sums, revision] =
    before && touched && meta ? [await patched(bookId, before, touched), meta.revision] : await summed(bookId)
  await store.answers.put({ book: bookId, key: KEY, revision, value: sums })
  return sums
}

async function summed(bookId: Id<'book'>): Promise<[TripSums[], number]> {
  const { book, revision } = await currentBook(bookId)
  return [sumsOf(book), revision]
}

async function patched(
  bookId: Id<'book'>,
  before: readonly TripSums[],
  touched: ReadonlySet<string>,
): Promise<TripSums[]> {
  if (touched.size === 0) return [...before]
  const read = await listsWithTrips(bookId, touched)
  await letGoOfStore()
  const anew = new Map(sumsOf(read).map((sums) => [sums.trip, sums]))
  const stands = before.flatMap((sums) => (touched.has(sums.trip) ? (anew.get(sums.trip) ?? []) : sums))
  const known = new Set(before.map(({ trip }) => trip))
  return [...stands, ...[...anew.values()].filter(({ trip }) => !known.has(trip))]
}

function sumsOf(book: BookRecords): TripSums[] {
  const fished = new Map(
    contributions(buildColumns(book, planFor(ALL)), ALL, undefined).map((part) => [part.trip, part.hours]),
  )
  return tripBundles(book).map((bundle) => sumsOfTrip(bundle, fished.get(bundle.trip.id) ?? 0))
}

function sumsOfTrip(bundle: TripBundle, hours: number): TripSums {
  const { trip, stints, strikes } = bundle
  const counted = strikes.filter(isStrike)
  return {
    trip: trip.id,
    hours,
    strikes: counted.length,
    landed: counted.filter(({ outcome }) => outcome === 'landed').length,
    heaviestG: Math.max(0, ...strikes.map(({ weightG }) => weightG ?? 0)),
    looseEnds: looseEndsOfTrip(bundle).length + counted.filter(({ outcome }) => !outcome).length,
    lures: [...new Set(stints.map(({ lure }) => lure))],
  }
}
