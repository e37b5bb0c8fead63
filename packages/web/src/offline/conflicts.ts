import { conflictsOf, mergeChange, settledFields } from '@jotbook/core'
import type { Change, Id, Kind, RecordState } from '@jotbook/core'
import { tripOf } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { HeldConflict } from './deviceStore.ts'

/** Within a transaction, before the changes are merged: keeps both values where they disagree, and lets go of what they settle. */
export async function noteConflicts(book: Id<'book'>, changes: readonly Change[]): Promise<void> {
  if (changes.every(({ over }) => over === undefined)) return
  const rows = await store.records.bulkGet(
    [...new Map(changes.map(({ kind, recordId }) => [recordId, kind]))].map(([id, kind]) => [book, kind, id]),
  )
  const states = new Map<string, RecordState>(
    rows.flatMap((row) => (row?.confirmed ? [[row.id, row.confirmed] as const] : [])),
  )
  const found = new Map<string, HeldConflict>()
  const settled: [string, Kind, string, string][] = []
  for (const change of changes) {
    const { kind, recordId: id } = change
    const held = states.get(id)
    for (const field of settledFields(held, change)) {
      found.delete(`${id} ${field}`)
      settled.push([book, kind, id, field])
    }
    const merged = mergeChange(held, change)
    for (const conflict of conflictsOf(held, change))
      found.set(`${id} ${conflict.field}`, { book, kind, id, trip: tripOf(kind, id, merged), ...conflict })
    states.set(id, merged)
  }
  await store.conflicts.bulkDelete(settled)
  await store.conflicts.bulkPut([...found.values()])
}

/** What stands open between two devices. */
export async function conflictsOfBook(book: Id<'book'>): Promise<HeldConflict[]> {
  return store.conflicts.where({ book }).toArray()
}

/** The value that won stays: it is spoken of no more on this device. */
export async function leaveConflict({ book, kind, id, field }: HeldConflict): Promise<void> {
  await store.conflicts.delete([book, kind, id, field])
}
