import type { Id } from '@jotbook/core'
import { liveQuery } from 'dexie'
import { onKept, store } from '../offline/index.ts'
import type { RecordsState } from './records.ts'

/** What waits, and how far the book has come: one that is still arriving for the first time is not shown by halves. */
export type Standing = Pick<RecordsState, 'waiting' | 'refused' | 'revision' | 'whole'> & { readonly arrived: boolean }

export async function readStanding(book: Id<'book'>): Promise<Standing> {
  const [meta, waiting, refused] = await Promise.all([
    store.books.get(book),
    store.outbox.where({ book, refused: 0 }).count(),
    store.outbox.where({ book, refused: 1 }).count(),
  ])
  return {
    waiting,
    refused,
    revision: meta?.revision ?? 0,
    arrived: (meta?.cursor ?? 0) > 0 || meta?.arriving === 1 || waiting + refused > 0,
    whole: meta?.arriving !== 1,
  }
}

/**
 * Tells how the book stands now and whenever that changes. A change that was just kept waits from that moment on: nobody is told that
 * all is in the book between a tap and the next reading of the store, nor by a reading that began before it.
 */
export function watchStanding(book: Id<'book'>, tell: (standing: Standing) => void): () => void {
  let now: Standing | undefined
  let kept = 0
  const show = (standing: Standing): void => tell((now = standing))
  const unhear = onKept((of, changes) => {
    if (of !== book) return
    kept++
    if (now) show({ ...now, waiting: now.waiting + changes })
  })
  const reading = liveQuery(async () => {
    const before = kept
    return { before, standing: await readStanding(book) }
  }).subscribe(({ before, standing }) =>
    show(before === kept ? standing : { ...standing, waiting: Math.max(standing.waiting, now?.waiting ?? 0) }),
  )
  return () => {
    unhear()
    reading.unsubscribe()
  }
}
