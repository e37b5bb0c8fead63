import { HOUR_MS, epochMs } from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'
import type { ReadDraft } from './readDraft.ts'
import { text } from './text.ts'

/** Longer than this a trip is asked about: mostly its end was meant before its start. (ours) */
const LONG_TRIP_MS = 16 * HOUR_MS

/** What can be so, and mostly is not: a trip that is yet to come, or one that runs into the next night. By cell; nothing is refused for it. */
export function doubtsOf({ records }: Pick<ReadDraft, 'records'>, nowMs: EpochMs): Readonly<Record<string, string>> {
  const trip = records.find(({ kind }) => kind === 'trip')?.fields
  if (typeof trip?.start !== 'string') return {}
  const start = epochMs(trip.start)
  const long = typeof trip.end === 'string' && epochMs(trip.end) - start > LONG_TRIP_MS
  return { ...(start > nowMs ? { 'trip:date': text.inFuture } : {}), ...(long ? { 'trip:end': text.veryLong } : {}) }
}
