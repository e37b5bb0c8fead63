import { clockOffsetMs, laterOf, mergeChange, parseStamp, witness } from '@jotbook/core'
import type { Change, DurationMs, Id } from '@jotbook/core'
import { routes } from '@jotbook/contract'
import type { PullAnswer } from '@jotbook/contract'
import { confirmAll } from './confirm.ts'
import { noteConflicts } from './conflicts.ts'
import { thisDevice } from './deviceRecords.ts'
import { store } from './deviceStore.ts'
import { takeUpHistory } from './history.ts'
import { bumpRevision } from './bumpRevision.ts'
import { kept } from './room.ts'
import { fetchJson } from './http.ts'

/** Brings in what others changed since last time; `pullSnapshot` brings the whole book, where it comes whole. Returns the server's clock minus ours, in milliseconds. */
export async function pull(book: Id<'book'>, pullSnapshot: (book: Id<'book'>) => Promise<number>): Promise<number> {
  const cursor = (await store.books.get(book))?.cursor ?? 0
  let held: (Change & { readonly by: string })[] = []
  // A book that is new here comes as it stands, not as it came to be.
  for (let after = cursor === 0 ? await pullSnapshot(book) : cursor; ;) {
    const asked = Date.now()
    const page = await fetchJson<PullAnswer>(`${routes.changes(book)}?after=${after}`)
    const offsetMs = clockOffsetMs(asked, Date.now(), page.serverTimeMs)
    if (offsetMs === undefined) continue
    await noteOffset(offsetMs)
    if (page.ahead || (await isOtherHistory(book, page.epoch))) {
      held = []
      after = await takeUpHistory(book)
      continue
    }
    if (page.snapshot) {
      after = await pullSnapshot(book)
      continue
    }
    held = [...held, ...page.changes]
    // A group is applied whole: its first part waits for the page that ends it.
    if (!page.partial) {
      await applyPulled(book, held, page)
      held = []
    }
    if (!page.more) return offsetMs
    after = page.next
  }
}

/** Whether the server's history is another than the one this device followed. */
async function isOtherHistory(book: Id<'book'>, epoch: string): Promise<boolean> {
  const known = (await store.books.get(book))?.epoch
  return known !== undefined && known !== epoch
}

/** Kept, so that a trip logged by a wrong clock can be told so when it is looked at. */
async function noteOffset(offsetMs: DurationMs): Promise<void> {
  await store.transaction('rw', store.device, async () => {
    const device = await thisDevice()
    if (Math.abs((device.offsetMs ?? 0) - offsetMs) > 1000) await store.device.put({ ...device, offsetMs })
  })
}

async function applyPulled(
  book: Id<'book'>,
  changes: readonly (Change & { readonly by: string })[],
  { next: cursor, epoch }: Pick<PullAnswer, 'next' | 'epoch'>,
): Promise<void> {
  await kept([store.records, store.outbox, store.books, store.device, store.conflicts, store.authors], async () => {
    const device = await thisDevice()
    const seen = changes.reduce((clock, { stamp }) => witness(clock, stamp), device.seen)
    await store.device.put({ ...device, clock: laterOf(device.clock, seen), seen })
    await store.authors.bulkPut(
      [...new Map(changes.map(({ stamp, by }) => [parseStamp(stamp).device, by]))].map(([author, member]) => ({
        device: author,
        member,
      })),
    )
    await noteConflicts(book, changes)
    const touched = await confirmAll(
      book,
      changes.map((change) => ({
        kind: change.kind,
        id: change.recordId,
        merge: (state) => mergeChange(state, change),
      })),
    )
    const meta = await store.books.get(book)
    if (meta && meta.cursor >= cursor && meta.epoch === epoch && changes.length === 0) return
    await store.books.put({ ...meta, book, cursor, epoch, revision: meta?.revision ?? 0 })
    if (changes.length > 0) await bumpRevision(book, touched)
  })
}
