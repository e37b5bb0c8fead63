import { withPending } from '@jotbook/core'
import type { Change, Id, Kind, RecordState } from '@jotbook/core'
import { tripOf, tripsOfRecords } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { Touched } from './touched.ts'

/** Merges into the confirmed state of a record and shows it with this device's own pending changes on top. */
export async function confirm(
  book: Id<'book'>,
  kind: Kind,
  id: string,
  merge: (state: RecordState | undefined) => RecordState,
): Promise<void> {
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
export async function confirmAll(book: Id<'book'>, confirmations: readonly Confirmation[]): Promise<Touched> {
  const keys = new Map(
    confirmations.map(({ kind, id }) => [`${kind} ${id}`, [book, kind, id] as [string, Kind, string]]),
  )
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

export async function pendingOf(book: Id<'book'>, recordId: string): Promise<Change[]> {
  const entries = await store.outbox.where('[book+change.recordId]').equals([book, recordId]).sortBy('n')
  return entries.filter((entry) => entry.refused === 0).map((entry) => entry.change)
}
