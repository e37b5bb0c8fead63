import { liveQuery } from 'dexie'
import { useEffect, useMemo } from 'react'
import { forbiddenField, isAllowed } from '@jotbook/contract'
import type { ProblemDetails, Verb } from '@jotbook/contract'
import { bookBands } from '@jotbook/core'
import type { BookBands, Id, Kind } from '@jotbook/core'
import { keepInStep, mergedIds, recordsOf } from '../offline/index.ts'
import { useSessionQuery } from './api.ts'
import { allLures, allSetups, allSpots, allWaters, listed, recordsClosed, recordsLoaded, unitsOf } from './records.ts'
import type { RecordsState } from './records.ts'
import { booksLoaded, connectionChanged } from './session.ts'
import { readStanding, watchStanding } from './standing.ts'
import type { Standing } from './standing.ts'
import { useAppDispatch, useAppSelector } from './store.ts'
import type { AppState } from './store.ts'
import { text } from './text.ts'

/** Opens the session's book: reads it from the device store, keeps reading as it changes, and keeps it in step with the server. Says whether there is none to open, or none before somebody signs in. */
export function useOpenBook(): { readonly none: boolean; readonly signedOut: boolean } {
  const dispatch = useAppDispatch()
  const book = useAppSelector(({ session }) => session.book)
  const { data, error } = useSessionQuery(undefined, { pollingInterval: 60_000 })
  useEffect(() => {
    if (data) dispatch(booksLoaded(data.books))
  }, [data, dispatch])
  useEffect(() => {
    if (book === null) return undefined
    // Apart, so that a tap, which changes only what waits, does not read the lists anew.
    let [lists, standing]: [Lists?, Standing?] = []
    // Lists that were read before the book had arrived are not those of the book.
    let whole = false
    const show = (): void => {
      if (!lists || !standing) return
      const { arrived, ...rest } = standing
      dispatch(recordsLoaded({ ...lists, ...rest, book: arrived && whole ? book : null }))
    }
    const reading = liveQuery(async () => {
      const arrived = whole || (await readStanding(book)).arrived
      return { arrived, read: await readLists(book) }
    }).subscribe(({ arrived, read }) => {
      whole = arrived
      lists = read
      show()
    })
    const unwatch = watchStanding(book, (read) => {
      standing = read
      show()
    })
    const stop = keepInStep(book, (connection) => dispatch(connectionChanged(connection)))
    return () => {
      reading.unsubscribe()
      unwatch()
      stop()
      dispatch(recordsClosed())
    }
  }, [book, dispatch])
  const signedOut = isProblem(error) && error.type === '/problems/sign-in'
  return { none: book === null && data?.books.length === 0, signedOut: book === null && signedOut }
}

const isProblem = (error: unknown): error is ProblemDetails =>
  typeof (error as ProblemDetails | undefined)?.type === 'string'

type Lists = Omit<RecordsState, 'book' | keyof Standing>

async function readLists(book: Id<'book'>): Promise<Lists> {
  const [waters, spots, setups, lures, trips, [settings], merged] = await Promise.all([
    recordsOf(book, 'water'),
    recordsOf(book, 'spot'),
    recordsOf(book, 'setup'),
    recordsOf(book, 'lure'),
    recordsOf(book, 'trip'),
    recordsOf(book, 'book'),
    mergedIds(book),
  ])
  return { ...listed({ waters, spots, setups, lures, trips }), settings: settings ?? null, merged }
}

/** The open book's id; only for screens that are shown with a book open. */
export function useBookId(): string {
  return useAppSelector(({ session }) => session.book) ?? ''
}

/** What this member may do to the open book: the table the server holds every change to, so that no control promises what it refuses. */
export function useMay(): {
  readonly may: (kind: Kind, verb: Verb) => boolean
  readonly mayChange: (kind: Kind, field: string) => boolean
} {
  const role = useAppSelector(({ session }) => session.books.find(({ id }) => id === session.book)?.role ?? 'owner')
  return {
    may: (kind, verb) => isAllowed(role, kind, verb),
    mayChange: (kind, field) =>
      isAllowed(role, kind, 'change') && forbiddenField(role, kind, { [field]: null }) === undefined,
  }
}

export function useUnits(): ReturnType<typeof unitsOf> {
  const settings = useAppSelector(({ records }) => records.settings)
  return useMemo(() => unitsOf(settings), [settings])
}

/** The book's bands: built in, or as it sets them. */
export function useBands(): BookBands {
  const own = useAppSelector(({ records }) => records.settings?.bands)
  return useMemo(() => bookBands(own), [own])
}

type Listed = 'waters' | 'lures' | 'spots' | 'setups'
interface Named {
  readonly id: string
  readonly name: string
}
const ALL: Readonly<Record<Listed, (state: AppState) => readonly Named[]>> = {
  waters: allWaters,
  lures: allLures,
  spots: allSpots,
  setups: allSetups,
}

/** Names of waters, lures, spots or setups by id; an id without a record shows as such. */
export function useNames(kind: Listed): (id: string) => string {
  const records = useAppSelector(ALL[kind])
  return useMemo(() => {
    const names = new Map(records.map(({ id, name }) => [id, name]))
    return (id) => names.get(id) ?? text.noRecord
  }, [records])
}
