import { createApi } from '@reduxjs/toolkit/query/react'
import type { BaseQueryFn } from '@reduxjs/toolkit/query/react'
import { Problem, routes } from '@jotbook/contract'
import type { BackupState, BookSummary, ImportLine, ImportReport, ProblemDetails, Session } from '@jotbook/contract'
import type { Id, Progress } from '@jotbook/core'
import { fetchJson, fetchLines, sendJson, sendNothingBack } from '../offline/index.ts'

type Ask = () => Promise<unknown>

/** Every answer is data or a Problem's details: the one error shape that screens render. */
const ask: BaseQueryFn<Ask, unknown, ProblemDetails> = async (request) => {
  try {
    return { data: await request() }
  } catch (error) {
    return { error: asProblem(error) }
  }
}

/** What went wrong, as the one component that shows it takes it. */
export function asProblem(error: unknown): ProblemDetails {
  if (error instanceof Problem) return error.toJSON()
  if (isQuestion(error)) return new Problem('no-answer', error.message).toJSON()
  return new Problem('internal', 'Something went wrong in this page.').toJSON()
}

/** Whether the question was at fault, which the core says in words. An error that came from a worker has kept its name and no class. */
const isQuestion = (error: unknown): error is Error =>
  error instanceof Error && ['QuestionError', 'RangeError'].includes(error.name)

export interface NewBook {
  readonly id: string
  readonly name: string
  readonly units: object
}

export interface ImportAsk {
  readonly book: Id<'book'>
  readonly namespace: string
  readonly archive: Uint8Array<ArrayBuffer>
  readonly dryRun: boolean
  /** Names spelt like the book's own are the book's own, but for these. */
  readonly apart?: ReadonlySet<string>
  readonly onProgress?: (progress: Progress) => void
  /** Calls the import off; nothing of it stays. */
  readonly signal?: AbortSignal
}

/** Sends a bundle and follows the lines of the answer to the last. */
async function sendBundle({
  book,
  namespace,
  archive,
  dryRun,
  apart,
  onProgress,
  signal,
}: ImportAsk): Promise<ImportReport> {
  const query = new URLSearchParams({ namespace, ...(dryRun ? { dry: '1' } : {}), ...(apart ? { same: '1' } : {}) })
  for (const one of apart ?? []) query.append('apart', one)
  const url = `${routes.imports(book)}?${query.toString()}`
  const init = {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: archive,
    ...(signal ? { signal } : {}),
  }
  for await (const line of fetchLines<ImportLine>(url, init)) {
    if ('progress' in line) onProgress?.(line.progress)
    else if ('report' in line) return line.report
    else throw Problem.from(line.problem, line.problem.status)
  }
  throw new Problem('unreachable', 'The answer was cut off. Nothing is half done: try again.')
}

/** The details of a refusal: every error of this api is a Problem's details. */
export const refusalOf = (error: unknown): ProblemDetails | undefined => error as ProblemDetails | undefined

/** Whether somebody called it off, which is no failure. */
export const isCalledOff = ({ type }: ProblemDetails): boolean => type === CALLED_OFF
const CALLED_OFF = new Problem('cancelled', '').toJSON().type

/** Nothing comes back; the store keeps an answer all the same. */
export async function doneBy(url: string, body: unknown, method: 'POST' | 'PUT' = 'POST'): Promise<null> {
  await sendNothingBack(method, url, body)
  return null
}

/** What only the server can answer. Records never travel this way: they are committed to the device and synced. */
export const api = createApi({
  reducerPath: 'api',
  baseQuery: ask,
  tagTypes: ['Session', 'Devices', 'Feed'],
  endpoints: (build) => ({
    session: build.query<Session, void>({
      query: () => () => fetchJson<Session>(routes.session),
      providesTags: ['Session'],
    }),
    createBook: build.mutation<BookSummary, NewBook>({
      query:
        ({ id, name, units }) =>
        () =>
          sendJson<BookSummary>('PUT', routes.book(id), { name, units }),
      invalidatesTags: ['Session'],
    }),
    deleteBook: build.mutation<unknown, { readonly book: Id<'book'>; readonly name: string }>({
      query:
        ({ book, name }) =>
        () =>
          doneBy(routes.deleteBook(book), { name }),
      invalidatesTags: ['Session'],
    }),
    restoreBook: build.mutation<unknown, string>({
      query: (book) => () => doneBy(routes.restoreBook(book), {}),
      invalidatesTags: ['Session'],
    }),
    backups: build.query<BackupState, void>({
      query: () => () => fetchJson<BackupState>(routes.backups),
      keepUnusedDataFor: 0,
    }),
    importBundle: build.mutation<ImportReport, ImportAsk>({ query: (asked) => () => sendBundle(asked) }),
  }),
})

export const {
  useSessionQuery,
  useCreateBookMutation,
  useDeleteBookMutation,
  useRestoreBookMutation,
  useImportBundleMutation,
  useBackupsQuery,
} = api
