import Dexie from 'dexie'
import { clockOffsetMs, laterOf, mergeChange, mergeStates, parseStamp, withPending, witness } from '@jotbook/core'
import type { Change, Kind, RecordState } from '@jotbook/core'
import { LISTED_KINDS, routes } from '@jotbook/contract'
import type { PullAnswer, SnapshotLine } from '@jotbook/contract'
import { noteConflicts } from './conflicts.ts'
import { thisDevice, tripOf, tripsOfRecords } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { BookMeta } from './deviceStore.ts'
import { takeUpHistory } from './history.ts'
import { bumpRevision } from './revisions.ts'
import { revised } from './touched.ts'
import { kept } from './room.ts'
import { fetchJson, fetchLines } from './http.ts'

/** Brings in what others changed since last time. Returns the server's clock minus ours, in milliseconds. */
export async function pull(book: string): Promise<number> {
  const cursor = (await store.books.get(book))?.cursor ?? 0
  let held: (Change & { readonly by: string })[] = []
  // A book that is new here comes as it stands, not as it came to be.
  for (let after = cursor === 0 ? await pullSnapshot(book) : cursor; ;) {
    const asked = Date.now()
    const page = await fetchJson<PullAnswer>(`${routes.changes(book)}?after=${after}`)
    const offsetMs = clockOffsetMs(asked, Date.now(), page.serverTimeMs)
    if (offsetMs === undefined) continue
    await noteOffset(offsetMs)
    if (page.ahead || (await isOtherHistory(book, page.epoch))) {
      held = []
      after = await takeUpHistory(book)
      continue
    }
    if (page.snapshot) {
      after = await pullSnapshot(book)
      continue
    }
    held = [...held, ...page.changes]
    // A group is applied whole: its first part waits for the page that ends it.
    if (!page.partial) {
      await applyPulled(book, held, page)
      held = []
    }
    if (!page.more) return offsetMs
    after = page.next
  }
}

/** Whether the server's history is another than the one this device followed. */
async function isOtherHistory(book: string, epoch: string): Promise<boolean> {
  const known = (await store.books.get(book))?.epoch
  return known !== undefined && known !== epoch
}

/** Kept, so that a trip logged by a wrong clock can be told so when it is looked at. */
async function noteOffset(offsetMs: number): Promise<void> {
  await store.transaction('rw', store.device, async () => {
    const device = await thisDevice()
    if (Math.abs((device.offsetMs ?? 0) - offsetMs) > 1000) await store.device.put({ ...device, offsetMs })
  })
}

async function applyPulled(
  book: string,
  changes: readonly (Change & { readonly by: string })[],
  { next: cursor, epoch }: Pick<PullAnswer, 'next' | 'epoch'>,
): Promise<void> {
  await kept([store.records, store.outbox, store.books, store.device, store.conflicts, store.authors], async () => {
    const device = await thisDevice()
    const seen = changes.reduce((clock, { stamp }) => witness(clock, stamp), device.seen)
    await store.device.put({ ...device, clock: laterOf(device.clock, seen), seen })
    await store.authors.bulkPut(
      [...new Map(changes.map(({ stamp, by }) => [parseStamp(stamp).device, by]))].map(([author, member]) => ({ device: author, member })),
    )
    await noteConflicts(book, changes)
    const touched = await confirmAll(
      book,
      changes.map((change) => ({ kind: change.kind, id: change.recordId, merge: (state) => mergeChange(state, change) })),
    )
    const meta = await store.books.get(book)
    if (meta && meta.cursor >= cursor && meta.epoch === epoch && changes.length === 0) return
    await store.books.put({ ...meta, book, cursor, epoch, revision: meta?.revision ?? 0 })
    if (changes.length > 0) await bumpRevision(book, touched)
  })
}

/** Merges into the confirmed state of a record and shows it with this device's own pending changes on top. */
export async function confirm(book: string, kind: Kind, id: string, merge: (state: RecordState | undefined) => RecordState): Promise<void> {
  const held = await store.records.get([book, kind, id])
  const pending = await pendingOf(book, id)
  const next = withPending(merge(held?.confirmed ?? undefined), pending)
  if (next) await store.records.put({ book, kind, id, trip: tripOf(kind, id, next.shown), ...next })
}

interface Confirmation {
  readonly kind: Kind
  readonly id: string
  readonly merge: (state: RecordState | undefined) => RecordState
}

/** As `confirm` for many at once: one reading and one writing of the store, however many there are. Returns the trips they touch, where they can be told. */
async function confirmAll(book: string, confirmations: readonly Confirmation[]): Promise<string[] | undefined> {
  const keys = new Map(confirmations.map(({ kind, id }) => [`${kind} ${id}`, [book, kind, id] as [string, Kind, string]]))
  const held = await store.records.bulkGet([...keys.values()])
  const confirmed = new Map([...keys.keys()].map((key, i) => [key, held[i]?.confirmed ?? undefined]))
  for (const { kind, id, merge } of confirmations) confirmed.set(`${kind} ${id}`, merge(confirmed.get(`${kind} ${id}`)))
  const pending = new Map<string, Change[]>()
  for (const { change } of await store.outbox.where({ book, refused: 0 }).sortBy('n')) {
    pending.set(change.recordId, [...(pending.get(change.recordId) ?? []), change])
  }
  const next = [...keys].flatMap(([key, [, kind, id]]) => {
    const shown = withPending(confirmed.get(key) ?? null, pending.get(id) ?? [])
    return shown ? [{ book, kind, id, trip: tripOf(kind, id, shown.shown), ...shown }] : []
  })
  await store.records.bulkPut(next)
  // A record may have been filed under another trip before.
  return tripsOfRecords([...next, ...held.flatMap((row) => row ?? [])])
}

export async function pendingOf(book: string, recordId: string): Promise<Change[]> {
  const entries = await store.outbox.where('[book+change.recordId]').equals([book, recordId]).sortBy('n')
  return entries.filter((entry) => entry.refused === 0).map((entry) => entry.change)
}

const RECORDS_A_TRANSACTION = 2000
const LISTS_READ_MS = 200
const LISTED: ReadonlySet<Kind> = new Set(LISTED_KINDS)

type StateLine = Extract<SnapshotLine, { state: RecordState }>

/** The book as the server has it. Where it is new here, its lists are shown before the rest has come. */
async function pullSnapshot(book: string): Promise<number> {
  const isNew = ((await store.books.get(book))?.cursor ?? 0) === 0
  const isEmpty = isNew && (await store.records.where('[book+kind]').between([book, Dexie.minKey], [book, Dexie.maxKey]).count()) === 0
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
async function takeStates(book: string, lines: readonly StateLine[], isEmpty: boolean): Promise<void> {
  if (!isEmpty || (await store.outbox.where({ book, refused: 0 }).count()) > 0) {
    await confirmAll(
      book,
      lines.map(({ kind, id, state }) => ({ kind, id, merge: (held) => mergeStates(held, state) })),
    )
    return
  }
  await store.records.bulkPut(lines.map(({ kind, id, state }) => ({ book, kind, id, trip: tripOf(kind, id, state), confirmed: state, shown: state })))
}

async function updateMeta(book: string, change: Partial<BookMeta>): Promise<void> {
  await store.transaction('rw', store.books, async () => {
    const { arriving: _arriving, ...meta } = (await store.books.get(book)) ?? { book, cursor: 0, revision: 0 }
    await store.books.put(revised({ ...meta, ...change }, undefined))
  })
}
