import { routes } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { BookDigest } from '@jotbook/contract'
import { store } from './deviceStore.ts'
import type { BookMeta } from './deviceStore.ts'
import { repairBySnapshot } from './history.ts'
import type { BookDigestHere } from './digestHere.ts'
import { fetchJson } from './http.ts'

const EVERY_MS = 3_600_000

/** Whether an hour has gone since; a clock set back does not put it off. */
function isDue({ comparedAtMs = -Infinity, repairedAtMs = -Infinity }: BookMeta, now: number): boolean {
  const last = Math.max(comparedAtMs, repairedAtMs)
  return now - last >= EVERY_MS || last > now
}

/**
 * After a full sync, once an hour of a device, whatever pages it opens: whether every record here is, by its checksum, the one the server
 * has. Where not, the book is taken from the server anew, and that is told under Book. Only at rest: while something waits or comes in,
 * they differ rightly.
 */
export async function compareWithServer(
  book: Id<'book'>,
  digestHere: (book: Id<'book'>) => Promise<BookDigestHere>,
  now = Date.now(),
): Promise<void> {
  const before = await store.books.get(book)
  if (!before || !isDue(before, now)) return
  if ((await store.outbox.where({ book, refused: 0 }).count()) > 0) return
  const server = await fetchJson<BookDigest>(routes.digest(book))
  if (before.cursor !== server.seq || before.epoch !== server.epoch) return
  const own = await digestHere(book)
  if (own.sum !== server.sum) return repairBySnapshot(book)
  await store.transaction('rw', store.books, async () => {
    const meta = await store.books.get(book)
    if (meta) await store.books.put({ ...meta, comparedAtMs: now })
  })
}
