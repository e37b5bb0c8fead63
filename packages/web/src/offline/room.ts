import type { Table } from 'dexie'
import { Problem } from '@jotbook/contract'
import { store } from './deviceStore.ts'

const RESERVE_BYTES = 2 * 2 ** 20
/** Below this, what takes the room is told. */
export const LOW_ROOM_BYTES = 50 * 2 ** 20

export interface Room {
  readonly freeBytes: number
  readonly usedBytes: number
  readonly pictures: number
  /** Whether the browser promised not to clear what is kept here; undefined while it was not asked. */
  readonly persisted: boolean | undefined
}

/** Lays the reserve down, where there is room for it. */
export async function keepReserve(): Promise<void> {
  if ((await store.reserve.count()) > 0) return
  await store.reserve.put({ key: 'reserve', bytes: new Uint8Array(RESERVE_BYTES) }).catch(() => undefined)
}

const isFull = (error: unknown): boolean => {
  const { name, inner } = (error ?? {}) as { name?: string; inner?: unknown }
  return name === 'QuotaExceededError' || (inner !== undefined && inner !== error && isFull(inner))
}

let noticed: () => void = () => undefined
/** Tells a screen when the reserve had to be used. */
export function onFull(listener: () => void): () => void {
  noticed = listener
  return () => (noticed = () => undefined)
}

/** Does a write; when the device is full the reserve is given up for it, and what was worked out and can be again. Throws Problem `device-full` when even that is not enough. */
export async function withRoom<T>(write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (error) {
    if (!isFull(error)) throw error
    await Promise.all([store.reserve.clear(), store.answers.clear()])
    noticed()
  }
  try {
    return await write()
  } catch (error) {
    throw isFull(error)
      ? new Problem(
          'device-full',
          'This device has no room left, and this was not kept. Free some room, then tap again.',
        )
      : error
  }
}

/** A transaction that writes, done as `withRoom`. */
export const kept = <T>(tables: readonly Table[], work: () => Promise<T>): Promise<T> =>
  withRoom(() => store.transaction('rw', [...tables], work))

/** How much room is left, and what takes it. */
export async function readRoom(): Promise<Room> {
  const { usage = 0, quota = Infinity } = (await navigator.storage?.estimate?.()) ?? {}
  const persisted = await navigator.storage?.persisted?.()
  return { freeBytes: quota - usage, usedBytes: usage, pictures: await store.pictures.count(), persisted }
}

/** Asks the browser to keep what is here; its answer. */
export async function askToPersist(): Promise<boolean> {
  return (await navigator.storage?.persist?.()) ?? false
}
