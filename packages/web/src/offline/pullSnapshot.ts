import Dexie from 'dexie'
import { mergeStates } from '@jotbook/core'
import type { Id, Kind, RecordState } from '@jotbook/core'
import { LISTED_KINDS, routes } from '@jotbook/contract'
import type { SnapshotLine } from '@jotbook/contract'
import { confirmAll } from './confirm.ts'
import { tripOf } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { BookMeta } from './deviceStore.ts'
import { fetchLines } from './http.ts'
import { kept } from './room.ts'
import { revised } from './touched.ts'

const RECORDS_A_TRANSACTION = 2000
const LISTS_READ_MS = 200
const LISTED: ReadonlySet<Kind> = new Set(LISTED_KINDS)

type StateLine = Extract<SnapshotLine, { state: RecordState }>

/** The book as the server has it. Where it is new here, its lists are shown before the rest has come. Returned: how far it goes. */
export async function pullSnapshot(book: Id<'book'>): Promise<number> {
  const isNew = ((await store.books.get(book))?.cursor ?? 0) === 0
  const isEmpty =
    isNew &&
    (await store.records.where('[book+kind]').between([book, Dexie.minKey], [book, Dexie.maxKey]).count()) === 0
  let [seq, epoch, ended, listed] = [0, '', false, false]
  let batch: StateLine[] = []
  const flush = async (): Promise<void> => {
    const lines = batch
    batch = []
    await kept([store.records, store.outbox], () => takeStates(book, lines, isEmpty))
  }
  for await (const line of fetchLines<SnapshotLine>(routes.snapshot(book))) {
    if ('seq' in line) ({ seq, epoch } = line)
    else if ('end' in line) ended = true
    else {
      if (isNew && !listed && !LISTED.has(line.kind)) {
        listed = true
        await flush()
        await updateMeta(book, { arriving: 1 })
        // Who shows the lists reads them now, and would wait for each of the long writes that follow.
        await new Promise((read) => setTimeout(read, LISTS_READ_MS))
      }
      if (batch.push(line) >= RECORDS_A_TRANSACTION) await flush()
    }
  }
  await flush()
  if (!ended) throw new TypeError('the snapshot was cut off')
  await updateMeta(book, { cursor: seq, epoch })
  return seq
}

/** Records as the server has them. Where none of them is here yet and nothing of this device waits, they are laid down as they are. */
async function takeStates(book: Id<'book'>, lines: readonly StateLine[], isEmpty: boolean): Promise<void> {
  if (!isEmpty || (await store.outbox.where({ book, refused: 0 }).count()) > 0) {
    await confirmAll(
      book,
      lines.map(({ kind, id, state }) => ({ kind, id, merge: (held) => mergeStates(held, state) })),
    )
    return
  }
  await store.records.bulkPut(
    lines.map(({ kind, id, state }) => ({
      book,
      kind,
      id,
      trip: tripOf(kind, id, state),
      confirmed: state,
      shown: state,
    })),
  )
}

async function updateMeta(book: Id<'book'>, change: Partial<BookMeta>): Promise<void> {
  await store.transaction('rw', store.books, async () => {
    const { arriving: _arriving, ...meta } = (await store.books.get(book)) ?? { book, cursor: 0, revision: 0 }
    await store.books.put(revised({ ...meta, ...change }, undefined))
  })
}
