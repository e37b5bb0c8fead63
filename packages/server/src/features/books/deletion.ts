import { isoUtc } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import type { DeletedBook } from '@jotbook/contract'
import { KEPT_DAYS, Problem } from '@jotbook/contract'
import { inBook } from '../../platform/database.ts'
import type { Database, Queries } from '../../platform/database.ts'
import { deletedBefore, deletedOf, eraseBook, setDeleted } from './deletionRepository.ts'
import { headOf } from './repository.ts'

const DAY_MS = 24 * 3_600_000

/** Deleted books that the account can still restore, the last deleted first. */
export async function deletedBooksOf(database: Database, account: string): Promise<DeletedBook[]> {
  const heads = await Promise.all(
    (await deletedOf(database, account)).map(async ({ id, deletedAt }) => {
      const head = await inBook(database, id, (db) => headOf(db, id))
      return head ? [{ id, name: head.name, deletedAt }] : []
    }),
  )
  return heads.flat().sort((a, b) => (a.deletedAt < b.deletedAt ? 1 : -1))
}

/** Deletes a book for everybody. Throws Problem `invalid-request` unless its name was typed as it is. Within the book. */
export async function deleteBook(
  db: Queries,
  bookId: Id<'book'>,
  typedName: string | undefined,
  nowMs: number,
): Promise<void> {
  const head = await headOf(db, bookId)
  if (typedName === undefined || typedName.trim() !== head?.name.trim())
    throw new Problem('invalid-request', `Type the name of the book as it is: ${head?.name ?? ''}.`, { field: 'name' })
  await setDeleted(db, bookId, isoUtc(nowMs))
}

/** Opens a deleted book again, to everybody who could open it. Throws Problem `not-found` for one the account does not own or that is gone. */
export async function restoreDeleted(database: Database, account: string, bookId: Id<'book'>): Promise<void> {
  const mine = await deletedOf(database, account)
  if (mine.every(({ id }) => id !== bookId))
    throw new Problem('not-found', 'There is no such deleted book, or it is not yours.')
  await inBook(database, bookId, (db) => setDeleted(db, bookId, null))
}

/** Removes what was deleted more than thirty days ago, for good. */
export async function eraseDeleted(database: Database, nowMs: number): Promise<void> {
  for (const id of await deletedBefore(database, isoUtc(nowMs - KEPT_DAYS * DAY_MS)))
    await inBook(database, id, (db) => eraseBook(db, id))
}
