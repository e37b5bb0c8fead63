import { store } from './deviceStore.ts'
import { revised } from './touched.ts'

export async function bumpRevision(book: string, trips: Iterable<string> | undefined): Promise<void> {
  const meta = (await store.books.get(book)) ?? { book, cursor: 0, revision: 0 }
  await store.books.put(revised(meta, trips))
}
