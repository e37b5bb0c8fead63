import { and, asc, eq, getTableColumns, gt, gte, lt, sql } from 'drizzle-orm'
import type { Change, Id, Kind } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { byWeight } from '../../platform/longWork.ts'
import { books, changes } from '../../platform/schema.ts'

/**
 * Takes the next `count` numbers of a book. Must be the first statement of a write transaction: the row stays locked until the
 * commit, so that the order of numbers is the order in which changes become visible. Returns the last number taken.
 */
export async function takeNumbers(db: Queries, bookId: Id<'book'>, count: number): Promise<number | undefined> {
  const [row] = await db
    .update(books)
    .set({ seq: sql`${books.seq} + ${count}` })
    .where(eq(books.id, bookId))
    .returning({ seq: books.seq })
  return row?.seq
}

export async function currentSeq(db: Queries, bookId: Id<'book'>): Promise<number> {
  const [row] = await db.select({ seq: books.seq }).from(books).where(eq(books.id, bookId))
  return row?.seq ?? 0
}

/** Which of the ids were applied before. */
export async function appliedIds(db: Queries, bookId: Id<'book'>, ids: readonly string[]): Promise<Set<string>> {
  if (ids.length === 0) return new Set()
  const rows = await db
    .select({ id: changes.id })
    .from(changes)
    .where(and(eq(changes.bookId, bookId), sql`${changes.id} = any(${sql.param(ids)}::uuid[])`))
  return new Set(rows.map((row) => row.id))
}

/** Writes the log of changes, each statement over one JSON value. */
export async function appendChanges(db: Queries, bookId: Id<'book'>, numbered: readonly LoggedChange[]): Promise<void> {
  for (const some of byWeight(numbered, ({ fields }) => Object.keys(fields).length)) {
    const rows = some.map((change) => logRow(bookId, change))
    await db.execute(
      sql`insert into ${changes} select * from json_populate_recordset(null::${changes}, ${JSON.stringify(rows)}::json)`,
    )
  }
}

const logRow = (bookId: Id<'book'>, { group, recordId, memberId, receivedAt, ...change }: LoggedChange): object => ({
  ...change,
  book_id: bookId,
  group_id: group,
  record_id: recordId,
  member_id: memberId,
  received_at: receivedAt,
})

/** Makes room, until the commit, for a long log that is yet to be numbered. */
export async function openStagedLog(db: Queries): Promise<void> {
  await db.execute(sql`create temporary table staged_changes (like ${changes} including defaults) on commit drop`)
}

/** Lays changes aside under the places they will have among the numbers; `first` counts from 0. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function stageChanges(
  db: Queries,
  bookId: Id<'book'>,
  memberId: string,
  receivedAt: string,
  made: readonly Change[],
  first: number,
): Promise<void> {
  const rows = made.map((change, i) => logRow(bookId, { ...change, seq: first + i, memberId, receivedAt }))
  await db.execute(
    sql`insert into staged_changes select * from json_populate_recordset(null::staged_changes, ${JSON.stringify(rows)}::json)`,
  )
}

/** Writes the staged log behind the number `after`. Only this part needs the book's lock. */
export async function appendStaged(db: Queries, after: number): Promise<void> {
  const names = Object.values(getTableColumns(changes)).map(({ name }) => name)
  const columns = sql.raw(names.join(', '))
  const values = sql.raw(names.map((name) => (name === 'seq' ? `seq + ${Math.floor(after) + 1}` : name)).join(', '))
  await db.execute(sql`insert into ${changes} (${columns}) select ${values} from staged_changes order by seq`)
}

export async function changesAfter(
  db: Queries,
  bookId: Id<'book'>,
  after: number,
  limit: number,
): Promise<(Change & { seq: number; by: string })[]> {
  const rows = await db
    .select({
      seq: changes.seq,
      id: changes.id,
      group: changes.group,
      kind: changes.kind,
      recordId: changes.recordId,
      stamp: changes.stamp,
      fields: changes.fields,
      over: changes.over,
      by: changes.memberId,
    })
    .from(changes)
    .where(and(eq(changes.bookId, bookId), gt(changes.seq, after)))
    .orderBy(asc(changes.seq))
    .limit(limit)
  return rows.map(({ over, ...row }) => (over ? { ...row, over } : row))
}

/** The changes of one group, from its first number on; empty where no group begins there. */
export async function groupFrom(db: Queries, bookId: Id<'book'>, firstSeq: number): Promise<LoggedChange[]> {
  const ofBook = eq(changes.bookId, bookId)
  const [first] = await db
    .select({ group: changes.group })
    .from(changes)
    .where(and(ofBook, eq(changes.seq, firstSeq)))
  if (!first) return []
  const rows = await db
    .select()
    .from(changes)
    .where(and(ofBook, gte(changes.seq, firstSeq), eq(changes.group, first.group)))
    .orderBy(asc(changes.seq))
  return rows.map(({ bookId: _book, over, ...row }) => (over ? { ...row, over } : row))
}

/** What the log says of records before a number, in its order. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function changesBefore(
  db: Queries,
  bookId: Id<'book'>,
  kind: Kind,
  ids: readonly string[],
  seq: number,
): Promise<Change[]> {
  const ofRecords = and(eq(changes.kind, kind), sql`${changes.recordId} = any(${sql.param(ids)}::uuid[])`)
  const rows = await db
    .select()
    .from(changes)
    .where(and(eq(changes.bookId, bookId), ofRecords, lt(changes.seq, seq)))
    .orderBy(asc(changes.seq))
  return rows.map(({ id, group, recordId, stamp, fields }) => ({ id, group, kind, recordId, stamp, fields }))
}

/** A change as the log keeps it: numbered, and by whom and when. */
export interface LoggedChange extends Change {
  readonly seq: number
  readonly memberId: string
  readonly receivedAt: string
}

export async function wholeLog(db: Queries, bookId: Id<'book'>): Promise<LoggedChange[]> {
  const rows = await db.select().from(changes).where(eq(changes.bookId, bookId)).orderBy(asc(changes.seq))
  return rows.map(({ bookId: _book, over, ...row }) => (over ? { ...row, over } : row))
}

/** Lays a log into a new book as it was, and has the book's numbers go on behind it. */
export async function restoreLog(db: Queries, bookId: Id<'book'>, log: readonly LoggedChange[]): Promise<void> {
  await appendChanges(db, bookId, log)
  await takeNumbers(db, bookId, Math.max(0, ...log.map(({ seq }) => seq)))
}
