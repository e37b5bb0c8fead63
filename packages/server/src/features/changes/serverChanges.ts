import { v4 as uuidv4, v7 as uuidv7 } from 'uuid'
import { stampOf } from '@jotbook/core'
import type { Change } from '@jotbook/core'

const COUNTER_LIMIT = 0x10000

/** The server's own device name in stamps. */
export const SERVER_DEVICE = 'server'

/** What a change says, before it has its name and stamp. */
export type MadeChange = Pick<Change, 'kind' | 'recordId' | 'fields'>

/** Changes made by the server itself (a new book, an import), as one group stamped in order. */
export const serverChanges = (nowMs: number, made: readonly MadeChange[]): Change[] => made.map(serverStamps(nowMs))

/** As `serverChanges`, one at a time. */
export function serverStamps(nowMs: number): (made: MadeChange) => Change {
  const group = uuidv4()
  let i = -1
  return (made) => {
    i++
    const clock = { ms: nowMs + Math.floor(i / COUNTER_LIMIT), counter: i % COUNTER_LIMIT }
    return { ...made, id: uuidv7(), group, stamp: stampOf(clock, SERVER_DEVICE) }
  }
}
