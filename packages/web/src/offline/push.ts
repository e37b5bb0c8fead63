import { batchesOf, laterOf, mergeChange, restamp, withPending, witness } from '@jotbook/core'
import type { Change, DurationMs, Id, Kind } from '@jotbook/core'
import { PUSH_SCHEMA, Problem, routes } from '@jotbook/contract'
import type { PushAnswer, PushRequest, Refusal } from '@jotbook/contract'
import { noteConflicts } from './conflicts.ts'
import { thisDevice, tripOf, tripsOfRecords } from './deviceRecords.ts'
import { bumpRevision } from './bumpRevision.ts'
import { store } from './deviceStore.ts'
import type { OutboxEntry } from './deviceStore.ts'
import { sendJson } from './http.ts'
import { confirm, pendingOf } from './confirm.ts'
import { kept } from './room.ts'
import type { Touched } from './touched.ts'

const CHANGES_A_BATCH = 500
/** Smaller differences are the network's delay, not the clock's. */
const CLOCK_TOLERANCE_MS = 1000

/** Sends what waits, in order, group by group. A refused group is set aside for the person and blocks nothing. */
export async function push(book: Id<'book'>, offsetMs: DurationMs): Promise<void> {
  const changes = await readyChanges(book, Math.abs(offsetMs) > CLOCK_TOLERANCE_MS ? offsetMs : 0)
  const { device } = await thisDevice()
  for (const batch of batchesOf(changes, CHANGES_A_BATCH)) {
    await sendBatch(book, device, batch)
  }
}

/** Problems of what was sent, not of the way there: sent again, the same would be refused again. */
const REFUSALS: ReadonlySet<string> = new Set(['invalid-request', 'invalid-record', 'too-large'])

/**
 * Sends a batch. One that the server will not take as a whole is halved until the group at fault stands alone and is set aside: one bad
 * thing never stops the rest.
 */
async function sendBatch(book: Id<'book'>, device: string, batch: readonly Change[]): Promise<void> {
  const request: PushRequest = { schema: PUSH_SCHEMA, device, changes: batch }
  let answer: Pick<PushAnswer, 'accepted' | 'refused'>
  try {
    answer = await sendJson<PushAnswer>('POST', routes.changes(book), request)
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    if (error.code === 'clock-ahead') await stampAgain(book)
    if (!REFUSALS.has(error.code)) throw error
    const groups = [...new Set(batch.map(({ group }) => group))]
    if (groups.length > 1) {
      const first = new Set(groups.slice(0, Math.ceil(groups.length / 2)))
      await sendBatch(
        book,
        device,
        batch.filter(({ group }) => first.has(group)),
      )
      return sendBatch(
        book,
        device,
        batch.filter(({ group }) => !first.has(group)),
      )
    }
    answer = { accepted: [], refused: groups.map((group) => ({ group, problem: error.toJSON() })) }
  }
  await settle(book, batch, answer)
}

/** What waits, with stamps put right before they are first sent. */
async function readyChanges(book: Id<'book'>, offsetMs: DurationMs): Promise<Change[]> {
  return kept([store.outbox, store.records, store.device], async () => {
    const waiting = await store.outbox.where({ book, refused: 0 }).sortBy('n')
    const unsent = waiting.filter(({ sent }) => sent === 0)
    const stamped = restamp(unsent, offsetMs, Date.now() + offsetMs)
    const corrected = new Map(
      unsent.map((entry, i): [number, OutboxEntry] => [
        entry.n,
        { ...entry, change: stamped[i] ?? entry.change, sent: 1 },
      ]),
    )
    await store.outbox.bulkPut([...corrected.values()])
    for (const { change } of corrected.values()) await showAgain(book, change)
    const device = await thisDevice()
    const seen = stamped.reduce((clock, { stamp }) => witness(clock, stamp), device.seen)
    // What is written next goes behind what was just stamped anew, also on a device whose clock is slow.
    await store.device.put({ ...device, seen, clock: laterOf(device.clock, seen) })
    return waiting.map((entry) => corrected.get(entry.n)?.change ?? entry.change)
  })
}

/** After a push was sent back because the clock ran ahead: nothing of it was taken, so its changes may be stamped anew. */
async function stampAgain(book: Id<'book'>): Promise<void> {
  await store.outbox.where({ book, refused: 0 }).modify({ sent: 0 })
}

async function settle(
  book: Id<'book'>,
  batch: readonly Change[],
  { accepted, refused }: Pick<PushAnswer, 'accepted' | 'refused'>,
): Promise<void> {
  const done = new Set(accepted)
  const refusedGroups = new Map(refused.map((refusal): [string, Refusal] => [refusal.group, refusal]))
  await kept([store.records, store.outbox, store.books, store.conflicts], async () => {
    await noteConflicts(
      book,
      batch.filter(({ id }) => done.has(id)),
    )
    for (const change of batch) {
      const refusal = refusedGroups.get(change.group)
      const entries = store.outbox.where('change.group').equals(change.group)
      if (refusal) {
        await store.outbox
          .where('change.group')
          .equals(change.group)
          .filter(({ again }) => again === 1)
          .delete()
        await entries.modify({ refused: 1, problem: refusal.problem })
      } else if (done.has(change.id)) await entries.filter((entry) => entry.change.id === change.id).delete()
      if (done.has(change.id)) await confirm(book, change.kind, change.recordId, (state) => mergeChange(state, change))
      else await showAgain(book, change)
    }
    await bumpRevision(book, await tripsTouched(book, batch))
  })
}

/** A record's shown state from what is confirmed and what still waits. */
async function showAgain(book: Id<'book'>, { kind, recordId }: Change): Promise<void> {
  const held = await store.records.get([book, kind, recordId])
  const next = withPending(held?.confirmed ?? null, await pendingOf(book, recordId))
  if (next) await store.records.put({ book, kind, id: recordId, trip: tripOf(kind, recordId, next.shown), ...next })
  else await store.records.delete([book, kind, recordId])
}

/** Lets go of a refused group for good, or puts it back in the queue. */
export async function resolveRefused(book: Id<'book'>, group: string, action: 'drop' | 'retry'): Promise<void> {
  await kept([store.records, store.outbox, store.books], async () => {
    const entries = await store.outbox.where('change.group').equals(group).toArray()
    for (const { problem: _problem, ...entry } of entries) {
      if (action === 'drop') await store.outbox.delete(entry.n)
      else await store.outbox.put({ ...entry, refused: 0 })
    }
    for (const { change } of entries) await showAgain(book, change)
    await bumpRevision(
      book,
      await tripsTouched(
        book,
        entries.map(({ change }) => change),
      ),
    )
  })
}

/** The trips that changes are of. */
async function tripsTouched(book: Id<'book'>, changes: readonly Change[]): Promise<Touched> {
  const rows = await store.records.bulkGet(
    changes.map(({ kind, recordId }): [string, Kind, string] => [book, kind, recordId]),
  )
  // A record that is gone again cannot tell its trip.
  return rows.includes(undefined) ? undefined : tripsOfRecords(rows.flatMap((row) => row ?? []))
}
