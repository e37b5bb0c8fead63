import type { Id } from '@jotbook/core'
import { keptAnswer, store } from '../offline/forWorkers.ts'

/** An answer worked out once a revision of the book, and kept on the device for the next start. */
export async function answerOnce<T>(book: Id<'book'>, key: string, work: (book: Id<'book'>) => Promise<T>): Promise<T> {
  const kept = await keptAnswer<T>(book, key)
  if (kept !== undefined) return kept
  const meta = await store.books.get(book)
  const value = await work(book)
  if (meta && meta.arriving !== 1) await store.answers.put({ book, key, revision: meta.revision, value })
  return value
}
