import type { Id } from '@jotbook/core'
import { and, eq, sql } from 'drizzle-orm'
import type { Queries } from '../../platform/database.ts'
import { pictures } from '../../platform/schema.ts'

// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function keepPicture(
  db: Queries,
  bookId: Id<'book'>,
  sha256: string,
  jpeg: Buffer,
  receivedAt: string,
): Promise<void> {
  await db.insert(pictures).values({ bookId, sha256, jpeg, receivedAt }).onConflictDoNothing()
}

export async function pictureOf(db: Queries, bookId: Id<'book'>, sha256: string): Promise<Buffer | undefined> {
  const [row] = await db
    .select({ jpeg: pictures.jpeg })
    .from(pictures)
    .where(and(eq(pictures.bookId, bookId), eq(pictures.sha256, sha256)))
  return row?.jpeg
}

export async function picturesBytes(db: Queries, bookId: Id<'book'>): Promise<number> {
  const [row] = await db
    .select({ bytes: sql<number>`coalesce(sum(octet_length(${pictures.jpeg})), 0)::bigint` })
    .from(pictures)
    .where(eq(pictures.bookId, bookId))
  return Number(row?.bytes ?? 0)
}

/** What is kept of all pictures of a book together, at most. */
export const MOST_PICTURE_BYTES = 2 * 2 ** 30

export async function pictureNames(db: Queries, bookId: Id<'book'>): Promise<string[]> {
  const rows = await db
    .select({ sha256: pictures.sha256 })
    .from(pictures)
    .where(eq(pictures.bookId, bookId))
    .orderBy(pictures.sha256)
  return rows.map(({ sha256 }) => sha256)
}
