import type { Id } from '@jotbook/core'
import { store } from './deviceStore.ts'
import { touchedSince } from './touched.ts'

/** What was worked out of the book at its present revision and kept on this device; undefined where there is none. */
export async function keptAnswer<T>(book: Id<'book'>, key: string): Promise<T | undefined> {
  const [meta, kept] = await Promise.all([store.books.get(book), store.answers.get([book, key])])
  return meta && meta.arriving !== 1 && kept?.revision === meta.revision ? (kept.value as T) : undefined
}

/** The trips touched since an answer was kept on this device; `any` where that is not known, undefined where none was kept. */
export async function tripsSinceKept(book: Id<'book'>, key: string): Promise<ReadonlySet<string> | 'any' | undefined> {
  const [meta, kept] = await Promise.all([store.books.get(book), store.answers.get([book, key])])
  return meta && kept && (touchedSince(meta, kept.revision) ?? 'any')
}
