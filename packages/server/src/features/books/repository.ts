import { and, eq, isNull } from 'drizzle-orm'
import type { Id, Role } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { access, bookSettings, books } from '../../platform/schema.ts'

/** The books an account may open, and as what; their names lie in the books. */
export async function openTo(db: Queries, account: string): Promise<{ readonly id: string; readonly role: Role }[]> {
  const rows = await db
    .select({ id: access.bookId, role: access.role })
    .from(access)
    .where(and(eq(access.account, account), eq(access.removed, false), isNull(access.deletedAt)))
  return rows.flatMap(({ id, role }) => (role ? [{ id, role }] : []))
}

/** A book's name and whether it is the made-up one. Within the book. */
export async function headOf(
  db: Queries,
  bookId: Id<'book'>,
): Promise<{ name: string; demo: boolean; createdAt: string } | undefined> {
  const [row] = await db
    .select({ name: bookSettings.name, demo: bookSettings.demo, createdAt: books.createdAt })
    .from(books)
    .innerJoin(bookSettings, and(eq(bookSettings.bookId, books.id), eq(bookSettings.id, books.id)))
    .where(eq(books.id, bookId))
  return row && { name: row.name, demo: row.demo === true, createdAt: row.createdAt }
}

/** False when the book exists already. */
export async function insertBook(db: Queries, id: string, createdAt: string): Promise<boolean> {
  const rows = await db.insert(books).values({ id, createdAt }).onConflictDoNothing().returning({ id: books.id })
  return rows.length > 0
}

export async function grantAccess(db: Queries, bookId: Id<'book'>, account: string, memberId: string): Promise<void> {
  await db
    .insert(access)
    .values({ bookId, account, memberId })
    .onConflictDoUpdate({ target: [access.bookId, access.account], set: { memberId } })
}

/** Whether any book can be opened by anybody. */
export async function hasBooks(db: Queries): Promise<boolean> {
  return (await db.select({ id: access.bookId }).from(access).limit(1)).length > 0
}

/** The members who own a book and can open it. Within the book. */
export async function ownersWithAccess(db: Queries, bookId: Id<'book'>): Promise<string[]> {
  const open = and(eq(access.bookId, bookId), eq(access.role, 'owner'), eq(access.removed, false))
  return (await db.selectDistinctOn([access.memberId], { id: access.memberId }).from(access).where(open)).map(
    ({ id }) => id,
  )
}
