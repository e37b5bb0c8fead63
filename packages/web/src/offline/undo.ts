import { routes } from '@jotbook/contract'
import type { EpochMs, Id } from '@jotbook/core'
import { inverseOf, isoUtc } from '@jotbook/core'
import { commit, UNDO_DEPTH } from './commit.ts'
import type { Edit } from './commit.ts'
import { store } from './deviceStore.ts'
import { sendNothingBack } from './http.ts'
import { pushSoon } from './sync.ts'
import type { Action } from './deviceStore.ts'

/** The last actions of a trip on this device, the latest first; they outlive a reload. */
export async function lastActions(book: Id<'book'>, trip: Id<'trip'>): Promise<Action[]> {
  const actions = await store.actions.where({ book, trip }).toArray()
  return actions.sort((a, b) => b.n - a.n).slice(0, UNDO_DEPTH)
}

/** What was saved last on a page of the book, if it was not long ago. */
export async function lastSaved(book: Id<'book'>, sinceMs: EpochMs): Promise<Action | undefined> {
  const [last] = await lastActions(book, '')
  return last && last.atMs >= sinceMs ? last : undefined
}

/** Forgets what can no longer be reached: more than ten actions back. */
export async function trimActions(book: Id<'book'>, trip: Id<'trip'>): Promise<void> {
  const kept = await store.actions.where({ book, trip }).primaryKeys()
  const old = kept.sort((a, b) => b - a).slice(UNDO_DEPTH)
  if (old.length > 0) await store.actions.bulkDelete(old)
}

/** Keeps that an import was made here, so that it is offered to be undone. */
export async function noteImport(book: Id<'book'>, firstSeq: number, label: string): Promise<void> {
  await store.actions.add({ book, trip: '', label, atMs: Date.now(), records: [], firstSeq })
}

/** Undoes a whole group, as far as its fields still hold what it wrote. Returns the edits that did it; none for an import, which the server undoes. Throws Problem where it is away. */
export async function undoAction(book: Id<'book'>, n: number): Promise<Edit[]> {
  const action = await store.actions.get(n)
  if (!action) return []
  if (action.firstSeq !== undefined) {
    await sendNothingBack('POST', routes.undoImport(book, action.firstSeq), {})
    await store.actions.delete(n)
    pushSoon(book)
    return []
  }
  const now = isoUtc(Date.now())
  const edits: Edit[] = []
  for (const { kind, id, before, after } of [...action.records].reverse()) {
    const current = (await store.records.get([book, kind, id]))?.shown.fields
    const fields = inverseOf({ before, after }, current, now)
    if (fields) edits.push({ kind, id, fields })
  }
  await commit(book, edits, { raw: true })
  await store.actions.delete(n)
  return edits
}
