import 'fake-indexeddb/auto'
import { expect, it, vi } from 'vitest'
import { commit, newId, store } from '../offline/index.ts'
import { watchStanding } from './standing.ts'

/** The first opening of a store may take longer than a second beside other tests. */
const SLOW_START = { timeout: 10_000 }

it('what was kept waits from that moment on, until it is in the book', async () => {
  const book = newId()
  const waiting: number[] = []
  const stop = watchStanding(book, (standing) => waiting.push(standing.waiting))
  await vi.waitFor(() => expect(waiting).toEqual([0]), SLOW_START)
  for (const n of [1, 2, 3]) {
    await commit(book, [{ kind: 'lure', id: newId(), fields: { name: 'a', class: 'jig' } }])
    // No time is given for the store to be read again: who looks now must not be told that all is in the book.
    expect(waiting.at(-1)).toBe(n)
  }
  await new Promise((resolve) => setTimeout(resolve, 50))
  const fromFirst = waiting.slice(waiting.indexOf(1))
  expect([Math.min(...fromFirst), fromFirst.at(-1)]).toEqual([1, 3])
  await store.outbox.where({ book }).delete()
  await vi.waitFor(() => expect(waiting.at(-1)).toBe(0), SLOW_START)
  stop()
})
