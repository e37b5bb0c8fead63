import { pastsOf, tripBundles } from '@jotbook/core'
import type { BookRecords, Id, WaterPast } from '@jotbook/core'
import { bookRecords, patchedBook, store, touchedSince } from '../offline/forWorkers.ts'
import { letGoOfStore } from './letGoOfStore.ts'

export interface HeldBook {
  readonly id: string
  readonly revision: number
  readonly book: BookRecords
  readonly past: (water: Id<'water'>) => WaterPast
}

let held: Promise<HeldBook> | undefined

/** The book at its present revision. Read from the device store once; after that only the trips that were touched are read anew. */
export function currentBook(bookId: Id<'book'>): Promise<HeldBook> {
  // One after another: each builds on the one before it.
  const next = (held ?? Promise.resolve(undefined)).catch(() => undefined).then((before) => brought(bookId, before))
  held = next
  return next
}

async function brought(bookId: Id<'book'>, before: HeldBook | undefined): Promise<HeldBook> {
  const meta = await store.books.get(bookId)
  const revision = meta?.revision ?? 0
  const same = before?.id === bookId ? before : undefined
  if (same?.revision === revision && meta?.arriving !== 1) {
    await letGoOfStore()
    return same
  }
  const touched = same && meta ? touchedSince(meta, same.revision) : undefined
  const book = same && touched ? await patchedBook(bookId, same.book, touched) : await bookRecords(bookId)
  await letGoOfStore()
  // Read first: a book that was still arriving is whole only now.
  return { id: bookId, revision, book, past: lazyPasts(book) }
}

/** The pasts of the waters: gathered when the first is asked for, not after every tap. */
function lazyPasts(book: BookRecords): HeldBook['past'] {
  let pasts: HeldBook['past'] | undefined
  return (water) => (pasts ??= pastsOf(tripBundles(book)))(water)
}
