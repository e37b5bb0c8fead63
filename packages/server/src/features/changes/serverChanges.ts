import { v4 as uuidv4, v7 as uuidv7 } from 'uuid'
import { stampOf } from '@jotbook/core'
import type { Change } from '@jotbook/core'

const COUNTER_LIMIT = 0x10000

/** The server's own device name in stamps. */
export const SERVER_DEVICE = 'server'

/** Changes made by the server itself (a new book, an import), as one group stamped in order. */
export function serverChanges(nowMs: number, made: readonly Pick<Change, 'kind' | 'recordId' | 'fields'>[]): Change[] {
  const group = uuidv4()
  return made.map((change, i) => ({
    ...change,
    id: uuidv7(),
    group,
    stamp: stampOf({ ms: nowMs + Math.floor(i / COUNTER_LIMIT), counter: i % COUNTER_LIMIT }, SERVER_DEVICE),
  }))
}
