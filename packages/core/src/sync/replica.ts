import { mergeChange } from './merge.ts'
import type { Change, RecordState } from './merge.ts'
import { parseStamp, stampOf } from './stamps.ts'

/** A record on a device: what the server confirmed, and what this device shows (confirmed with its unsent changes on top). */
export interface ReplicaRecord {
  readonly confirmed: RecordState | null
  readonly shown: RecordState
}

/** What is shown is always the confirmed state with the pending changes merged in; null when neither exists. */
export function withPending(confirmed: RecordState | null, pending: readonly Change[]): ReplicaRecord | null {
  if (confirmed === null && pending.length === 0) return null
  return { confirmed, shown: pending.reduce<RecordState>(mergeChange, confirmed ?? { fields: {}, stamps: {} }) }
}

/**
 * Changes never yet sent, stamped anew with the measured offset of the device's clock (server time − device time), so that
 * a phone set to 2030 does not win for ever and one set to 1990 does not always lose. Their order is kept.
 */
export function restamp(changes: readonly Change[], offsetMs: number): Change[] {
  if (offsetMs === 0) return [...changes]
  return changes.map((change) => {
    const { ms, counter, device } = parseStamp(change.stamp)
    return { ...change, stamp: stampOf({ ms: Math.max(0, Math.round(ms + offsetMs)), counter }, device) }
  })
}

/** Groups in the order they were made, packed into batches of at most `limit` changes; a group is never cut (a larger one travels alone). */
export function batchesOf(changes: readonly Change[], limit: number): Change[][] {
  const groups = new Map<string, Change[]>()
  for (const change of changes) {
    const group = groups.get(change.group)
    if (group) group.push(change)
    else groups.set(change.group, [change])
  }
  const batches: Change[][] = []
  for (const group of groups.values()) {
    const last = batches.at(-1)
    if (last && last.length + group.length <= limit) last.push(...group)
    else batches.push([...group])
  }
  return batches
}
