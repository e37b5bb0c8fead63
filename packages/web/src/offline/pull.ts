import { laterOf, mergeChange, mergeStates, withPending, witness } from '@jotbook/core'
import type { Change, Kind, RecordState } from '@jotbook/core'
import { routes } from '@jotbook/contract'
import type { PullAnswer, SnapshotLine } from '@jotbook/contract'
import { bumpRevision, thisDevice, tripOf } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import { fetchJson, fetchOk } from './http.ts'

/** Brings in what others changed since last time. Returns the server's clock minus ours, in milliseconds. */
export async function pull(book: string): Promise<number> {
  const cursor = (await store.books.get(book))?.cursor ?? 0
  let held: Change[] = []
  for (let after = cursor; ;) {
    const asked = Date.now()
    const page = await fetchJson<PullAnswer>(`${routes.changes(book)}?after=${after}`)
    const offsetMs = page.serverTimeMs - (asked + Date.now()) / 2
    if (page.snapshot) {
      after = await pullSnapshot(book)
      continue
    }
    held = [...held, ...page.changes]
    // A group is applied whole: its first part waits for the page that ends it.
    if (!page.partial) {
      await applyPulled(book, held, page.next)
      held = []
    }
    if (!page.more) return offsetMs
    after = page.next
  }
}

async function applyPulled(book: string, changes: readonly Change[], cursor: number): Promise<void> {
  await store.transaction('rw', store.records, store.outbox, store.books, store.device, async () => {
    const device = await thisDevice()
    const seen = changes.reduce((clock, { stamp }) => witness(clock, stamp), device.seen)
    await store.device.put({ ...device, clock: laterOf(device.clock, seen), seen })
    for (const change of changes) await confirm(book, change.kind, change.recordId, (state) => mergeChange(state, change))
    const meta = await store.books.get(book)
    if (meta && meta.cursor >= cursor && changes.length === 0) return
    await store.books.put({ book, cursor, revision: meta?.revision ?? 0 })
    if (changes.length > 0) await bumpRevision(book)
  })
}

/** Merges into the confirmed state of a record and shows it with this device's own pending changes on top. */
export async function confirm(book: string, kind: Kind, id: string, merge: (state: RecordState | undefined) => RecordState): Promise<void> {
  const held = await store.records.get([book, kind, id])
  const pending = await pendingOf(book, id)
  const next = withPending(merge(held?.confirmed ?? undefined), pending)
  if (next) await store.records.put({ book, kind, id, trip: tripOf(kind, id, next.shown), ...next })
}

export async function pendingOf(book: string, recordId: string): Promise<Change[]> {
  const entries = await store.outbox.where('[book+change.recordId]').equals([book, recordId]).sortBy('n')
  return entries.filter((entry) => entry.refused === 0).map((entry) => entry.change)
}

const RECORDS_A_TRANSACTION = 500

async function pullSnapshot(book: string): Promise<number> {
  const response = await fetchOk(routes.snapshot(book))
  let [seq, ended] = [0, false]
  let batch: Extract<SnapshotLine, { state: RecordState }>[] = []
  const flush = async (): Promise<void> => {
    const lines = batch
    batch = []
    await store.transaction('rw', store.records, store.outbox, async () => {
      for (const { kind, id, state } of lines) await confirm(book, kind, id, (held) => mergeStates(held, state))
    })
  }
  for await (const line of linesOf(response)) {
    if ('seq' in line) seq = line.seq
    else if ('end' in line) ended = true
    else if (batch.push(line) >= RECORDS_A_TRANSACTION) await flush()
  }
  await flush()
  if (!ended) throw new TypeError('the snapshot was cut off')
  await store.transaction('rw', store.books, async () => {
    await bumpRevision(book)
    await store.books.update(book, { cursor: seq })
  })
  return seq
}

async function* linesOf(response: Response): AsyncGenerator<SnapshotLine> {
  if (!response.body) return
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  for (;;) {
    const { done, value } = await reader.read()
    const lines = (rest + (value ?? '')).split('\n')
    rest = lines.pop() ?? ''
    for (const line of lines) if (line !== '') yield JSON.parse(line) as SnapshotLine
    if (done) return
  }
}
