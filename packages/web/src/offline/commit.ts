import { v7 as uuidv7 } from 'uuid'
import { mergeChange, stampOf, tick } from '@jotbook/core'
import type { Change, Fields, Kind } from '@jotbook/core'
import { bumpRevision, thisDevice, tripOf } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import { pushSoon } from './sync.ts'

/** One record's new field values; a record that does not exist yet is made. */
export interface Edit {
  readonly kind: Kind
  readonly id: string
  readonly fields: Fields
}

export const newId = (): string => uuidv7()

/**
 * The one way in: writes a group of edits to the device store and its outbox in one durable transaction, then sends them when it
 * can. When the promise resolves, the edits are on the disk.
 */
export async function commit(book: string, edits: readonly Edit[], nowMs: number = Date.now()): Promise<void> {
  if (edits.length === 0) return
  const group = uuidv7()
  await store.transaction('rw', store.records, store.outbox, store.books, store.device, async () => {
    const device = await thisDevice()
    let clock = device.clock
    for (const { kind, id, fields } of edits) {
      clock = tick(clock, nowMs)
      const change: Change = { id: uuidv7(), group, kind, recordId: id, stamp: stampOf(clock, device.device), fields }
      const held = await store.records.get([book, kind, id])
      const shown = mergeChange(held?.shown, change)
      await store.records.put({ book, kind, id, trip: tripOf(kind, id, shown), confirmed: held?.confirmed ?? null, shown })
      await store.outbox.add({ book, change, madeAtMs: nowMs, seen: device.seen, sent: 0, refused: 0 })
    }
    await store.device.put({ ...device, clock })
    await bumpRevision(book)
  })
  pushSoon(book)
}
