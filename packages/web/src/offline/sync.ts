import { Problem } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { pull } from './pull.ts'
import { compareWithServer } from './compareWithServer.ts'
import { digestInWorker, snapshotInWorker } from './inWorker.ts'
import { push } from './push.ts'
import { pushPictures } from './pushPictures.ts'

/** How the device stands with the server. */
export type Connection = 'unknown' | 'reached' | 'away' | 'signedOut'

const FIRST_RETRY_MS = 2_000
const LAST_RETRY_MS = 60_000
const QUIET_MS = 20_000

let timer: ReturnType<typeof setTimeout> | undefined
let retryMs = FIRST_RETRY_MS
let currentBook: string | undefined
let listener: (connection: Connection, problem?: Problem) => void = () => undefined

/** Keeps a book in step with the server from now on; only one tab does so at a time. Returns how to stop. */
export function keepInStep(book: Id<'book'>, onConnection: typeof listener): () => void {
  currentBook = book
  listener = onConnection
  const now = (): void => schedule(0)
  window.addEventListener('online', now)
  document.addEventListener('visibilitychange', now)
  schedule(0)
  return () => {
    window.removeEventListener('online', now)
    document.removeEventListener('visibilitychange', now)
    clearTimeout(timer)
    timer = undefined
    if (currentBook === book) currentBook = undefined
  }
}

/** Called after each commit. */
export function pushSoon(book: Id<'book'>): void {
  if (book === currentBook) schedule(0)
}

function schedule(afterMs: number): void {
  clearTimeout(timer)
  timer = setTimeout(() => {
    timer = undefined
    void run()
  }, afterMs)
}

/** The next turn, unless one was asked for meanwhile: what was committed during a turn does not wait for it. */
function scheduleNext(afterMs: number): void {
  if (timer === undefined) schedule(afterMs)
}

async function run(): Promise<void> {
  const book = currentBook
  if (book === undefined) return
  try {
    await syncOnce(book)
    retryMs = FIRST_RETRY_MS
    listener('reached')
    scheduleNext(QUIET_MS)
  } catch (error) {
    const problem =
      error instanceof Problem ? error : new Problem('internal', 'Syncing failed; it will be tried again.')
    const connection = connectionOf(problem)
    // Pictures that were seen are the session's: they go with it, however it ended. What waits to be sent stays.
    if (connection === 'signedOut') void globalThis.caches?.delete('pictures')
    listener(connection, problem)
    scheduleNext(retryMs)
    retryMs = Math.min(LAST_RETRY_MS, retryMs * 2)
  }
}

const connectionOf = ({ code }: Problem): Connection =>
  code === 'unreachable' || code === 'database-away' ? 'away' : code === 'sign-in' ? 'signedOut' : 'reached'

/** Pulls, pushes, pulls again, and now and then compares all that is here with what the server has. A Web Lock elects one pusher among tabs; another's turn waits for it. */
export async function syncOnce(book: Id<'book'>): Promise<void> {
  await navigator.locks.request(`jot-sync-${book}`, async () => {
    const offsetMs = await pull(book, snapshotInWorker)
    await push(book, offsetMs)
    await pull(book, snapshotInWorker)
    await pushPictures(book)
    await compareWithServer(book, digestInWorker)
  })
}
