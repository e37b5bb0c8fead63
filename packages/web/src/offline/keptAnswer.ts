import { store } from './deviceStore.ts'

/** What was worked out of the book at its present revision and kept on this device; undefined where there is none. */
export async function keptAnswer<T>(book: string, key: string): Promise<T | undefined> {
  const [meta, kept] = await Promise.all([store.books.get(book), store.answers.get([book, key])])
  return meta && meta.arriving !== 1 && kept?.revision === meta.revision ? (kept.value as T) : undefined
}
