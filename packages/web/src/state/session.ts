import { createSlice } from '@reduxjs/toolkit'
import type { PayloadAction } from '@reduxjs/toolkit'
import type { BookSummary } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { Connection } from '../offline/index.ts'

export interface SessionState {
  /** The books this device knows of, also when the server is away. */
  readonly books: readonly BookSummary[]
  readonly book: Id<'book'> | null
  /** A book made here that no list of the server’s has had yet: a list that was asked for before it was made does not close it. */
  readonly unlisted: string | null
  readonly connection: Connection
}

const REMEMBERED = 'jot-session'

/** Session facts are remembered in the browser so that the book opens without the server. */
function remembered(): SessionState {
  const nothing: SessionState = { books: [], book: null, unlisted: null, connection: 'unknown' }
  try {
    const { books, book } = JSON.parse(localStorage.getItem(REMEMBERED) ?? '{}') as Partial<SessionState>
    return { ...nothing, books: books ?? [], book: book ?? null }
  } catch {
    return nothing
  }
}

export function rememberSession({ books, book }: SessionState): void {
  localStorage.setItem(REMEMBERED, JSON.stringify({ books, book }))
}

export const forgetSession = (): void => localStorage.removeItem(REMEMBERED)

const session = createSlice({
  name: 'session',
  initialState: remembered,
  reducers: {
    booksLoaded: (state, { payload }: PayloadAction<readonly BookSummary[]>) => {
      const listed = payload.find(({ id }) => id === state.book)
      if (!listed && state.book !== null && state.book === state.unlisted) return { ...state, books: payload }
      const open = listed ?? payload.find(({ demo }) => !demo) ?? payload[0]
      return { ...state, books: payload, book: open?.id ?? null, unlisted: null }
    },
    bookOpened: (state, { payload }: PayloadAction<string>) => ({
      ...state,
      book: payload,
      unlisted: state.books.some(({ id }) => id === payload) ? null : payload,
    }),
    connectionChanged: (state, { payload }: PayloadAction<Connection>) => ({ ...state, connection: payload }),
  },
})

export const { booksLoaded, bookOpened, connectionChanged } = session.actions
export const sessionReducer = session.reducer
