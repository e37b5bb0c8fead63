import type { DurationMs, EpochMs } from '../time/index.ts'
import { mergeChange } from './mergeChange.ts'
import type { Change, RecordState } from './mergeChange.ts'
import { CLOCK_START, MAX_AHEAD_MS, earlierOf, laterOf, parseStamp, stampOf, tick } from './stamps.ts'
import type { ClockState } from './stamps.ts'

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

/** A change not yet sent, with what its device knew when it was made. */
export interface UnsentChange {
  readonly change: Change
  /** The device's own clock when the change was made. */
  readonly madeAtMs: EpochMs
  /** The latest stamp from elsewhere, or of its own already sent, that the device had seen by then. */
  readonly seen: ClockState
}

/**
 * Changes never yet sent, stamped anew with the measured offset of the device's clock (server time − device time), so that a phone
 * set to 2030 does not win for ever and one set to 1990 does not always lose. A change still sorts behind all that its device had
 * seen when it was made, and behind the changes before it; never behind what it only learnt of later, and never later than
 * `serverNowMs`: a clock set back since the change was made would carry it into the future, where the server refuses it.
 */
export function restamp(unsent: readonly UnsentChange[], offsetMs: DurationMs, serverNowMs: number): Change[] {
  let clock = CLOCK_START
  // What a server took lies within its tolerance: anything later was never seen, only mistaken.
  const latest = { ms: serverNowMs + MAX_AHEAD_MS / 2, counter: 0 }
  const anew = new Map<string, string>()
  return unsent.map(({ change, madeAtMs, seen }) => {
    clock = tick(laterOf(clock, earlierOf(seen, latest)), Math.min(madeAtMs + offsetMs, serverNowMs))
    const stamp = stampOf(clock, parseStamp(change.stamp).device)
    anew.set(change.stamp, stamp)
    // What was written over may itself be a change not yet sent.
    const over =
      change.over &&
      Object.fromEntries(Object.entries(change.over).map(([field, old]) => [field, anew.get(old) ?? old]))
    return { ...change, stamp, ...(over ? { over } : {}) }
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
