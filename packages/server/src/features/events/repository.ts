import { desc, eq, lt, or } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import { isoUtc } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import type { AccessEvent, EventKind } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { events } from '../../platform/schema.ts'

export interface Happening {
  readonly kind: EventKind
  readonly account?: string | undefined
  readonly bookId?: Id<'book'> | undefined
  readonly memberId?: string | undefined
  readonly device?: string | undefined
  /** A word of ours (a role, a format), never what somebody typed. */
  readonly detail?: string | undefined
}

const KEPT_MS = 365 * 24 * 3_600_000
const MOST_SHOWN = 200

/** Notes what happened. It never stops what it tells of. */
export async function noteEvent(db: Queries, happening: Happening, nowMs: number): Promise<void> {
  await db.insert(events).values({ id: uuidv7(), at: isoUtc(nowMs), ...happening })
}

/** What happened to a book and to an account, newest first. Within the book: what the account did in others is not seen. */
export async function eventsFor(db: Queries, bookId: Id<'book'>, account: string): Promise<AccessEvent[]> {
  const rows = await db
    .select({
      at: events.at,
      kind: events.kind,
      memberId: events.memberId,
      device: events.device,
      detail: events.detail,
    })
    .from(events)
    .where(or(eq(events.bookId, bookId), eq(events.account, account)))
    .orderBy(desc(events.at), desc(events.id))
    .limit(MOST_SHOWN)
  return rows.map((row) => ({ ...row, kind: row.kind as EventKind }))
}

/** Lets go of what is older than a year. */
export async function sweepEvents(db: Queries, nowMs: number): Promise<void> {
  await db.delete(events).where(lt(events.at, isoUtc(nowMs - KEPT_MS)))
}
