import { KINDS, lastOf } from '@jotbook/core'
import { HIDDEN_FROM_VIEWERS } from '@jotbook/core/digest'
import type { Change, Fields, Id, Kind, Role } from '@jotbook/core'
import { LISTED_KINDS, PAGE_CHANGES, SNAPSHOT_BEHIND, seesPlaces } from '@jotbook/contract'
import type { PullAnswer, SnapshotLine } from '@jotbook/contract'
import type { BookAccess } from '../../platform/bookGuard.ts'
import type { Queries } from '../../platform/database.ts'
import { changesAfter, currentSeq } from './changeRepository.ts'
import { pageOfStates } from './recordRepository.ts'

type Numbered = Change & { readonly seq: number; readonly by: string }

/** A page of changes after a cursor. A page ends where a group ends; a group larger than a page is marked `partial`. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function pullChanges(
  db: Queries,
  bookId: Id<'book'>,
  role: Role,
  after: number,
  nowMs: number,
): Promise<Omit<PullAnswer, 'epoch'>> {
  const seq = await currentSeq(db, bookId)
  const nothing = { changes: [], next: after, more: false, partial: false, serverTimeMs: nowMs }
  if (after > seq) return { ...nothing, ahead: true }
  if (seq - after > SNAPSHOT_BEHIND) return { ...nothing, snapshot: true }
  const page = await changesAfter(db, bookId, after, PAGE_CHANGES)
  const full = page.length === PAGE_CHANGES
  const [whole, partial] = full ? wholeGroups(page) : [page, false]
  // Numbers are taken before a change is refused, so that the last may be higher than any change: an empty page reaches it. The page is
  // read after the number, and may hold what was written in between: it is not sent again.
  const next = full ? lastOf(whole).seq : Math.max(seq, after, page.at(-1)?.seq ?? 0)
  return {
    changes: whole.map((change) => ({ ...change, fields: visible(role, change.fields) })),
    next,
    more: full,
    partial,
    serverTimeMs: nowMs,
  }
}

function wholeGroups(page: readonly Numbered[]): [readonly Numbered[], boolean] {
  const lastGroup = lastOf(page).group
  const from = page.findIndex(({ group }) => group === lastGroup)
  return from > 0 ? [page.slice(0, from), false] : [page, true]
}

/** A viewer reads no coordinates and no addresses of instruments. */
export function visible(role: Role, fields: Fields): Fields {
  return seesPlaces(role)
    ? fields
    : Object.fromEntries(Object.entries(fields).filter(([field]) => !HIDDEN_FROM_VIEWERS.has(field)))
}

const SNAPSHOT_PAGE = 1000
/** What every page lists comes first, so that a new device shows it before the rest is there. */
const SNAPSHOT_ORDER = [...LISTED_KINDS, ...KINDS.filter((kind) => !(LISTED_KINDS as readonly Kind[]).includes(kind))]

/**
 * The current records as of a sequence number, as lines: lists before what belongs to single trips, of each kind the newest first. Resumable: given the number of the first part and the last record had,
 * it goes on behind it; what changed in between comes with the changes after that number, and merging twice does no harm.
 */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function* snapshotLines(
  within: BookAccess['within'],
  bookId: Id<'book'>,
  role: Role,
  epoch: string,
  resume?: { seq: number; kind: Kind; id: string },
): AsyncGenerator<SnapshotLine> {
  yield { seq: resume?.seq ?? (await within((db) => currentSeq(db, bookId))), epoch }
  const kinds = resume ? SNAPSHOT_ORDER.slice(SNAPSHOT_ORDER.indexOf(resume.kind)) : SNAPSHOT_ORDER
  for (const kind of kinds) {
    let after = kind === resume?.kind ? resume.id : undefined
    for (;;) {
      const from = after
      // A transaction a page: a slow reader holds no connection.
      const page = await within((db) => pageOfStates(db, bookId, kind, from, SNAPSHOT_PAGE))
      for (const { id, state } of page) yield { kind, id, state: { ...state, fields: visible(role, state.fields) } }
      if (page.length < SNAPSHOT_PAGE) break
      after = lastOf(page).id
    }
  }
  yield { end: true }
}
