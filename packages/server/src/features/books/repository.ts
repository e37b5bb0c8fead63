import { and, asc, eq, isNull } from 'drizzle-orm'
import type { BookSummary } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { access, bookSettings, books, members, recordColumn } from '../../platform/schema.ts'

export async function booksOf(db: Queries, account: string): Promise<BookSummary[]> {
  const rows = await db
    .select({ id: books.id, name: recordColumn('book', 'name'), demo: recordColumn('book', 'demo'), role: recordColumn('member', 'role') })
    .from(access)
    .innerJoin(books, eq(books.id, access.bookId))
    .innerJoin(bookSettings, and(eq(bookSettings.bookId, books.id), eq(bookSettings.id, books.id)))
    .innerJoin(members, and(eq(members.bookId, books.id), eq(members.id, access.memberId)))
    .where(and(eq(access.account, account), isNull(recordColumn('member', 'deletedAt'))))
    .orderBy(asc(books.createdAt), asc(books.id))
  return (rows as unknown as BookSummary[]).map((row) => ({ ...row, demo: row.demo === true }))
}

/** False when the book exists already. */
export async function insertBook(db: Queries, id: string, createdAt: string): Promise<boolean> {
  const rows = await db.insert(books).values({ id, createdAt }).onConflictDoNothing().returning({ id: books.id })
  return rows.length > 0
}

export async function grantAccess(db: Queries, bookId: string, account: string, memberId: string): Promise<void> {
  await db
    .insert(access)
    .values({ bookId, account, memberId })
    .onConflictDoUpdate({ target: [access.bookId, access.account], set: { memberId } })
}

export async function hasBooks(db: Queries): Promise<boolean> {
  return (await db.select({ id: books.id }).from(books).limit(1)).length > 0
}
