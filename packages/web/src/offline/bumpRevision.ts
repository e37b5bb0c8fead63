import type { Id } from '@jotbook/core'
import { store } from './deviceStore.ts'
import { revised } from './touched.ts'
import type { Touched } from './touched.ts'

export async function bumpRevision(book: Id<'book'>, trips: Touched): Promise<void> {
  const meta = (await store.books.get(book)) ?? { book, cursor: 0, revision: 0 }
  await store.books.put(revised(meta, trips))
}
