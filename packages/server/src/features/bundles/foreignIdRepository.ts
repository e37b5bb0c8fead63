import { and, eq, sql } from 'drizzle-orm'
import type { Change, Fields, Id, Kind } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { inChunks } from '../../platform/longWork.ts'
import { foreignIds } from '../../platform/schema.ts'

export interface ForeignRecord {
  readonly kind: Kind
  readonly foreignId: string
  readonly recordId: string
  readonly rowHash: string
  /** The stamp of the last import of this row. */
  readonly stamp: string
  /** The fields as last imported. */
  readonly fields: Fields
}

const ROWS_A_STATEMENT = 2000

export async function foreignRecords(db: Queries, bookId: Id<'book'>, namespace: string): Promise<ForeignRecord[]> {
  return db
    .select({
      kind: foreignIds.kind,
      foreignId: foreignIds.foreignId,
      recordId: foreignIds.recordId,
      rowHash: foreignIds.rowHash,
      stamp: foreignIds.stamp,
      fields: foreignIds.fields,
    })
    .from(foreignIds)
    .where(and(eq(foreignIds.bookId, bookId), eq(foreignIds.namespace, namespace)))
}

/** Our id → the id a record came with, over every namespace (the first by name where it came twice). */
export async function foreignIdOfRecords(db: Queries, bookId: Id<'book'>): Promise<Map<string, string>> {
  const rows = await db
    .selectDistinctOn([foreignIds.recordId], { recordId: foreignIds.recordId, foreignId: foreignIds.foreignId })
    .from(foreignIds)
    .where(eq(foreignIds.bookId, bookId))
    .orderBy(foreignIds.recordId, foreignIds.namespace)
  return new Map(rows.map((row) => [row.recordId, row.foreignId]))
}

/** One import of a namespace at a time: a second one waits here until the first is in the book or called off. */
export async function holdNamespace(db: Queries, bookId: Id<'book'>, namespace: string): Promise<void> {
  await db.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`${bookId} ${namespace}`}, 0))`)
}

export async function saveForeignRecords(
  db: Queries,
  bookId: Id<'book'>,
  namespace: string,
  records: readonly ForeignRecord[],
): Promise<void> {
  await inChunks(records, ROWS_A_STATEMENT, async (chunk) => {
    const rows = chunk.map(({ foreignId, recordId, rowHash, ...record }) => ({
      ...record,
      book_id: bookId,
      namespace,
      foreign_id: foreignId,
      record_id: recordId,
      row_hash: rowHash,
    }))
    await db.execute(
      sql`insert into ${foreignIds} select * from json_populate_recordset(null::${foreignIds}, ${JSON.stringify(rows)}::json)
        on conflict (book_id, namespace, kind, foreign_id)
        do update set row_hash = excluded.row_hash, stamp = excluded.stamp, fields = excluded.fields`,
    )
  })
}

/** Forgets what sources brought of records, so that importing it again makes it anew. */
export async function forgetForeignRecords(
  db: Queries,
  bookId: Id<'book'>,
  recordIds: readonly string[],
): Promise<void> {
  if (recordIds.length === 0) return
  await db
    .delete(foreignIds)
    .where(and(eq(foreignIds.bookId, bookId), sql`${foreignIds.recordId} = any(${sql.param(recordIds)}::uuid[])`))
}

/** Has changes that took imported values back stand as what the source brought, so that importing it again changes them again. */
export async function takeBackForeignFields(
  db: Queries,
  bookId: Id<'book'>,
  taken: readonly Pick<Change, 'recordId' | 'stamp' | 'fields'>[],
): Promise<void> {
  await inChunks(taken, ROWS_A_STATEMENT, async (chunk) => {
    const rows = JSON.stringify(chunk.map(({ recordId, stamp, fields }) => ({ record_id: recordId, stamp, fields })))
    await db.execute(
      sql`update ${foreignIds} as held set fields = held.fields || taken.fields, stamp = taken.stamp, row_hash = ''
        from json_to_recordset(${rows}::json) as taken (record_id uuid, stamp text, fields jsonb)
        where held.book_id = ${bookId} and held.record_id = taken.record_id`,
    )
  })
}

export interface NamespacedRecord extends ForeignRecord {
  readonly namespace: string
}

/** Everything that imports ever brought into a book, in a fixed order. */
export async function allForeignRecords(db: Queries, bookId: Id<'book'>): Promise<NamespacedRecord[]> {
  const rows = await db
    .select()
    .from(foreignIds)
    .where(eq(foreignIds.bookId, bookId))
    .orderBy(foreignIds.namespace, foreignIds.kind, sql`${foreignIds.foreignId} collate "C"`)
  return rows.map(({ bookId: _book, ...row }) => row)
}
