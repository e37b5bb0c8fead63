import { expect, it } from 'vitest'
import type { BookSummary } from '@jotbook/contract'
import { bookOpened, booksLoaded, sessionReducer } from './session.ts'

const book = (id: string, demo = false): BookSummary => ({ id, name: id, demo }) as BookSummary

it('a list of books that was asked for before a book was made does not close it, and one without it later does', () => {
  let state = sessionReducer(
    { books: [], book: null, unlisted: null, connection: 'unknown' },
    booksLoaded([book('demo', true)]),
  )
  expect(state.book).toBe('demo')
  state = sessionReducer(state, bookOpened('mine'))
  // On its way since before the book was made.
  state = sessionReducer(state, booksLoaded([book('demo', true)]))
  expect(state.book).toBe('mine')
  state = sessionReducer(state, booksLoaded([book('demo', true), book('mine')]))
  expect([state.book, state.unlisted]).toEqual(['mine', null])
  // Deleted elsewhere.
  state = sessionReducer(state, booksLoaded([book('demo', true)]))
  expect(state.book).toBe('demo')
})
