import { v7 as uuidv7 } from 'uuid'
import { CLOCK_START } from '@jotbook/core'
import type { Kind, RecordState } from '@jotbook/core'
import { store } from './deviceStore.ts'
import type { DeviceMeta } from './deviceStore.ts'

/** This device's name and clock; a new device gets a name, kept by the first transaction that writes it. */
export async function thisDevice(): Promise<DeviceMeta> {
  return (await store.device.get('device')) ?? { key: 'device', device: `d-${uuidv7()}`, clock: CLOCK_START, seen: CLOCK_START }
}

/** As `thisDevice`, with its name kept: for whoever must know it before anything is written. */
export const namedDevice = (): Promise<DeviceMeta> =>
  store.transaction('rw', store.device, async () => {
    const device = await thisDevice()
    await store.device.put(device)
    return device
  })

/** Takes everything off this device, pictures that were seen too. */
export async function clearDevice(): Promise<void> {
  await store.delete({ disableAutoOpen: false })
  await globalThis.caches?.delete('pictures')
}

export async function bumpRevision(book: string): Promise<void> {
  const meta = (await store.books.get(book)) ?? { book, cursor: 0, revision: 0 }
  await store.books.put({ ...meta, revision: meta.revision + 1 })
}

/** The trip a record is filed under. */
export function tripOf(kind: Kind, id: string, state: RecordState): string {
  return kind === 'trip' ? id : typeof state.fields.trip === 'string' ? state.fields.trip : ''
}
