import { and, desc, eq, getTableColumns, lt, sql } from 'drizzle-orm'
import type { SQL } from 'drizzle-orm'
import { KINDS, allFields, columnName } from '@jotbook/core'
import type { Fields, Id, Json, Kind, RecordState } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { byWeight } from '../../platform/longWork.ts'
import { recordTables } from '../../platform/schema.ts'

export interface StoredState {
  readonly id: string
  readonly state: RecordState
}

type Row = Record<string, unknown> & { id: string; stamps: Record<string, string>; extra: Fields }

function stateOf(kind: Kind, row: Row): RecordState {
  const known = Object.keys(allFields(kind)).filter((field) => row.stamps[field] !== undefined)
  return {
    fields: { ...row.extra, ...Object.fromEntries(known.map((field) => [field, row[field] as Json])) },
    stamps: row.stamps,
  }
}

/** The records of one kind, by id or all of the book. */
export async function loadStates(
  db: Queries,
  bookId: Id<'book'>,
  kind: Kind,
  ids?: readonly string[],
): Promise<StoredState[]> {
  if (ids?.length === 0) return []
  const table = recordTables[kind]
  const rows = (await db
    .select()
    .from(table)
    .where(and(eq(table.bookId, bookId), ids && sql`${table.id} = any(${sql.param(ids)}::uuid[])`))) as unknown as Row[]
  return rows.map((row) => ({ id: row.id, state: stateOf(kind, row) }))
}

/** A page of a kind for the snapshot, the newest first: ids rise with time. */
// eslint-disable-next-line max-params -- the connection and the book or account come first wherever the database is asked
export async function pageOfStates(
  db: Queries,
  bookId: Id<'book'>,
  kind: Kind,
  afterId: string | undefined,
  limit: number,
): Promise<StoredState[]> {
  const table = recordTables[kind]
  const rows = (await db
    .select()
    .from(table)
    .where(and(eq(table.bookId, bookId), afterId === undefined ? undefined : lt(table.id, afterId)))
    .orderBy(desc(table.id))
    .limit(limit)) as unknown as Row[]
  return rows.map((row) => ({ id: row.id, state: stateOf(kind, row) }))
}

/** Records as rows of their table, as one JSON value: the columns come out of it by their names. */
function rowsOf(kind: Kind, bookId: Id<'book'>, states: readonly StoredState[]): string {
  const known = allFields(kind)
  const rows = states.map(({ id, state }) => {
    const row: Record<string, Json> = {}
    const extra: Record<string, Json> = {}
    for (const [field, value] of Object.entries(state.fields)) {
      // Only the kind's own fields are columns: whatever else a field is called, it is data.
      if (!Object.hasOwn(known, field)) extra[field] = value
      else if (value !== null) row[columnName(field)] = value
    }
    // Last, so that nothing a device sent stands in their place.
    return { ...row, stamps: state.stamps, extra, book_id: bookId, id }
  })
  return JSON.stringify(rows)
}

/** By kind: what an existing row is set to. */
const OVERWRITES = new Map<Kind, SQL>()

function overwriteOf(kind: Kind): SQL {
  const made = OVERWRITES.get(kind)
  if (made) return made
  const written = Object.entries(getTableColumns(recordTables[kind])).filter(
    ([field]) => field !== 'bookId' && field !== 'id',
  )
  const overwrite = sql.raw(written.map(([, { name }]) => `"${name}" = excluded."${name}"`).join(', '))
  OVERWRITES.set(kind, overwrite)
  return overwrite
}

/** Writes merged records, parents before children. */
export async function saveStates(
  db: Queries,
  bookId: Id<'book'>,
  states: ReadonlyMap<Kind, readonly StoredState[]>,
): Promise<void> {
  for (const kind of KINDS) {
    const [table, all] = [recordTables[kind], states.get(kind) ?? []]
    for (const some of byWeight(all, ({ state }) => Object.keys(state.fields).length)) {
      const rows = rowsOf(kind, bookId, some)
      await db.execute(
        sql`insert into ${table} select * from json_populate_recordset(null::${table}, ${rows}::json) on conflict (book_id, id) do update set ${overwriteOf(kind)}`,
      )
    }
  }
}

/** Lays down records that nobody has seen yet. Throws when one of them exists. */
export async function insertStates(
  db: Queries,
  bookId: Id<'book'>,
  kind: Kind,
  states: readonly StoredState[],
): Promise<void> {
  if (states.length === 0) return
  const table = recordTables[kind]
  await db.execute(
    sql`insert into ${table} select * from json_populate_recordset(null::${table}, ${rowsOf(kind, bookId, states)}::json)`,
  )
}

/** Which of the ids exist as records of a kind; all of the book's without ids. */
export async function existingIds(
  db: Queries,
  bookId: Id<'book'>,
  kind: Kind,
  ids?: readonly string[],
): Promise<Set<string>> {
  if (ids?.length === 0) return new Set()
  const table = recordTables[kind]
  const rows = await db
    .select({ id: table.id })
    .from(table)
    .where(and(eq(table.bookId, bookId), ids && sql`${table.id} = any(${sql.param(ids)}::uuid[])`))
  return new Set(rows.map((row) => row.id))
}
