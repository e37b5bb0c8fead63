import { and, eq } from 'drizzle-orm'
import type { Queries } from '../../platform/database.ts'
import { pictures } from '../../platform/schema.ts'

export async function keepPicture(db: Queries, bookId: string, sha256: string, jpeg: Buffer, receivedAt: string): Promise<void> {
  await db.insert(pictures).values({ bookId, sha256, jpeg, receivedAt }).onConflictDoNothing()
}

export async function pictureOf(db: Queries, bookId: string, sha256: string): Promise<Buffer | undefined> {
  const [row] = await db
    .select({ jpeg: pictures.jpeg })
    .from(pictures)
    .where(and(eq(pictures.bookId, bookId), eq(pictures.sha256, sha256)))
  return row?.jpeg
}
