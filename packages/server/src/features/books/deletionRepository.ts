import type { Id } from '@jotbook/core'
import { and, eq, isNotNull, lt, sql } from 'drizzle-orm'
import type { Queries } from '../../platform/database.ts'
import { BOOK_TABLES, access, books, pairings } from '../../platform/schema.ts'

/** Deleted books that an account owns, and when each was deleted. */
export async function deletedOf(
  db: Queries,
  account: string,
): Promise<{ readonly id: string; readonly deletedAt: string }[]> {
  const owned = and(
    eq(access.account, account),
    eq(access.role, 'owner'),
    eq(access.removed, false),
    isNotNull(access.deletedAt),
  )
  const rows = await db.select({ id: access.bookId, deletedAt: access.deletedAt }).from(access).where(owned)
  return rows.flatMap(({ id, deletedAt }) => (deletedAt === null ? [] : [{ id, deletedAt }]))
}

/** Shuts a book to everybody, or opens it again with null. Codes to join it are worth nothing any more. Within the book. */
export async function setDeleted(db: Queries, bookId: Id<'book'>, deletedAt: string | null): Promise<void> {
  await db.update(access).set({ deletedAt }).where(eq(access.bookId, bookId))
  if (deletedAt !== null) await db.delete(pairings).where(eq(pairings.bookId, bookId))
}

/** Books that were deleted before a time. */
export async function deletedBefore(db: Queries, before: string): Promise<string[]> {
  const rows = await db
    .selectDistinctOn([access.bookId], { id: access.bookId })
    .from(access)
    .where(lt(access.deletedAt, before))
  return rows.map(({ id }) => id)
}

/** Removes all there is of a book, children before parents. Within the book. */
export async function eraseBook(db: Queries, bookId: Id<'book'>): Promise<void> {
  for (const table of [...BOOK_TABLES].reverse())
    await db.execute(sql`delete from ${sql.identifier(table)} where book_id = ${bookId}`)
  await db.delete(access).where(eq(access.bookId, bookId))
  await db.delete(books).where(eq(books.id, bookId))
}
