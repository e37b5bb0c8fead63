import Dexie from 'dexie'
import { v7 as uuidv7 } from 'uuid'
import { KINDS, withPending } from '@jotbook/core'
import type { Change, Id, Json, Kind, RecordState } from '@jotbook/core'
import { routes } from '@jotbook/contract'
import type { SnapshotLine } from '@jotbook/contract'
import { thisDevice, tripOf } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { DeviceRecord, OutboxEntry } from './deviceStore.ts'
import { revised } from './touched.ts'
import { fetchLines } from './http.ts'
import { kept } from './room.ts'

interface ServerBook {
  readonly seq: number
  readonly epoch: string
  readonly states: ReadonlyMap<string, Extract<SnapshotLine, { state: RecordState }>>
}

/** The whole book as the server has it. Throws TypeError when it was cut off. */
async function serverBook(book: Id<'book'>): Promise<ServerBook> {
  const states = new Map<string, Extract<SnapshotLine, { state: RecordState }>>()
  let [seq, epoch, ended] = [0, '', false]
  for await (const line of fetchLines<SnapshotLine>(routes.snapshot(book))) {
    if ('seq' in line) ({ seq, epoch } = line)
    else if ('end' in line) ended = true
    else states.set(`${line.kind} ${line.id}`, line)
  }
  if (!ended) throw new TypeError('the snapshot was cut off')
  return { seq, epoch, states }
}

/**
 * The server has another history than it had: it was restored from a back-up. What this device knows to have been acknowledged and the
 * server lacks goes into the outbox again, before whatever waits; then the device goes on from what the server has. Returns the cursor.
 */
export async function takeUpHistory(book: Id<'book'>): Promise<number> {
  const server = await serverBook(book)
  await replaceConfirmed(book, server, (rows) =>
    rows.flatMap(({ kind, id, confirmed }) =>
      lostChanges(kind, id, confirmed, server.states.get(`${kind} ${id}`)?.state),
    ),
  )
  return server.seq
}

/** What was found to differ from the server is taken from the server whole; what waits here still goes up. */
export async function repairBySnapshot(book: Id<'book'>): Promise<void> {
  await replaceConfirmed(book, await serverBook(book), () => [])
  const meta = await store.books.get(book)
  if (meta) await store.books.put({ ...meta, repairedAtMs: Date.now() })
}

async function replaceConfirmed(
  book: Id<'book'>,
  server: ServerBook,
  lostOf: (rows: readonly DeviceRecord[]) => Change[],
): Promise<void> {
  await kept([store.records, store.outbox, store.books, store.device, store.answers], async () => {
    // What was worked out of records that this device may not read any more goes with them.
    await store.answers.where('[book+key]').between([book, Dexie.minKey], [book, Dexie.maxKey]).delete()
    const rows = await store.records.where('[book+kind]').between([book, Dexie.minKey], [book, Dexie.maxKey]).toArray()
    const lost = inOrderOfKinds(lostOf(rows))
    const { seen } = await thisDevice()
    const waiting = await store.outbox.where({ book, refused: 0 }).sortBy('n')
    const first = Math.min(0, ...(await store.outbox.toCollection().primaryKeys())) - lost.length
    const again = lost.map((change, i): OutboxEntry => ({
      n: first + i,
      book,
      change,
      madeAtMs: Date.now(),
      seen,
      sent: 1,
      refused: 0,
      again: 1,
    }))
    await store.outbox.bulkAdd(again)
    const pending = new Map<string, Change[]>()
    for (const { change } of [...again, ...waiting])
      pending.set(change.recordId, [...(pending.get(change.recordId) ?? []), change])
    const keys = new Map<string, { readonly kind: Kind; readonly id: string }>(
      [...rows, ...server.states.values()].map((one) => [`${one.kind} ${one.id}`, one]),
    )
    for (const [key, { kind, id }] of keys) {
      const next = withPending(server.states.get(key)?.state ?? null, pending.get(id) ?? [])
      if (next) await store.records.put({ book, kind, id, trip: tripOf(kind, id, next.shown), ...next })
      else await store.records.delete([book, kind, id])
    }
    const meta = await store.books.get(book)
    await store.books.put(
      revised({ ...meta, book, cursor: server.seq, epoch: server.epoch, revision: meta?.revision ?? 0 }, undefined),
    )
  })
}

/** The fields of a record that the server no longer has, or has an earlier value of, as changes under the stamps they had. */
function lostChanges(
  kind: Kind,
  recordId: string,
  confirmed: RecordState | null,
  server: RecordState | undefined,
): Change[] {
  if (!confirmed) return []
  const byStamp = new Map<string, Record<string, Json>>()
  for (const [field, value] of Object.entries(confirmed.fields)) {
    const stamp = confirmed.stamps[field]
    if (stamp === undefined || (server?.stamps[field] ?? '') >= stamp) continue
    const fields = byStamp.get(stamp) ?? {}
    fields[field] = value
    byStamp.set(stamp, fields)
  }
  const group = uuidv7()
  return [...byStamp]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([stamp, fields]): Change => ({ id: uuidv7(), group, kind, recordId, stamp, fields: fields }))
}

/** Parents before children, so that nothing goes up before what it refers to. */
const inOrderOfKinds = (changes: readonly Change[]): Change[] =>
  [...changes].sort((a, b) => KINDS.indexOf(a.kind) - KINDS.indexOf(b.kind))
