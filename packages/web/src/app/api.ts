import { createApi } from '@reduxjs/toolkit/query/react'
import type { BaseQueryFn } from '@reduxjs/toolkit/query/react'
import { Problem, routes } from '@jotbook/contract'
import type { BookSummary, ImportReport, ProblemDetails, Session } from '@jotbook/contract'
import { fetchJson, sendJson } from '../offline/index.ts'

type Ask = () => Promise<unknown>

/** Every answer is data or a Problem's details: the one error shape that screens render. */
const ask: BaseQueryFn<Ask, unknown, ProblemDetails> = async (request) => {
  try {
    return { data: await request() }
  } catch (error) {
    const problem = error instanceof Problem ? error : new Problem('internal', 'Something went wrong in this page.')
    return { error: problem.toJSON() }
  }
}

export interface NewBook {
  readonly id: string
  readonly name: string
  readonly units: object
}

export interface ImportAsk {
  readonly book: string
  readonly namespace: string
  readonly archive: Uint8Array<ArrayBuffer>
  readonly dryRun: boolean
}

/** What only the server can answer. Records never travel this way: they are committed to the device and synced. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: ask,
  tagTypes: ['Session'],
  endpoints: (build) => ({
    session: build.query<Session, void>({ query: () => () => fetchJson<Session>(routes.session), providesTags: ['Session'] }),
    createBook: build.mutation<BookSummary, NewBook>({
      query:
        ({ id, name, units }) =>
        () =>
          sendJson<BookSummary>('PUT', routes.book(id), { name, units }),
      invalidatesTags: ['Session'],
    }),
    importBundle: build.mutation<ImportReport, ImportAsk>({
      query:
        ({ book, namespace, archive, dryRun }) =>
        () =>
          fetchJson<ImportReport>(`${routes.imports(book)}?namespace=${encodeURIComponent(namespace)}${dryRun ? '&dry=1' : ''}`, {
            method: 'POST',
            headers: { 'content-type': 'application/zip' },
            body: archive,
          }),
    }),
  }),
})

export const { useSessionQuery, useCreateBookMutation, useImportBundleMutation } = api
