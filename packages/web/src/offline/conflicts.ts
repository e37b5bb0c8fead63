import { conflictsOf, mergeChange, settledFields } from '@jotbook/core'
import type { Change, RecordState } from '@jotbook/core'
import { tripOf } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import type { HeldConflict } from './deviceStore.ts'

/** Within a transaction, before the changes are merged: keeps both values where they disagree, and lets go of what they settle. */
export async function noteConflicts(book: string, changes: readonly Change[]): Promise<void> {
  const touched = changes.filter(({ over }) => over !== undefined)
  if (touched.length === 0) return
  const rows = await store.records.bulkGet([...new Map(changes.map(({ kind, recordId }) => [recordId, kind]))].map(([id, kind]) => [book, kind, id]))
  const states = new Map<string, RecordState>(rows.flatMap((row) => (row?.confirmed ? [[row.id, row.confirmed] as const] : [])))
  const found = new Map<string, HeldConflict | undefined>()
  for (const change of changes) {
    const { kind, recordId: id } = change
    const held = states.get(id)
    for (const field of settledFields(held, change)) found.set(`${id} ${field}`, undefined)
    const merged = mergeChange(held, change)
    for (const conflict of conflictsOf(held, change)) found.set(`${id} ${conflict.field}`, { book, kind, id, trip: tripOf(kind, id, merged), ...conflict })
    for (const field of settledFields(held, change)) await store.conflicts.delete([book, kind, id, field])
    states.set(id, merged)
  }
  await store.conflicts.bulkPut([...found.values()].filter((conflict) => conflict !== undefined))
}

/** What stands open between two devices. */
export async function conflictsOfBook(book: string): Promise<HeldConflict[]> {
  return store.conflicts.where({ book }).toArray()
}

/** The value that won stays: it is spoken of no more on this device. */
export async function leaveConflict({ book, kind, id, field }: HeldConflict): Promise<void> {
  await store.conflicts.delete([book, kind, id, field])
}
