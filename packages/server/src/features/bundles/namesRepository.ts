import { and, asc, eq, isNull, sql } from 'drizzle-orm'
import type { ImportedName } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import { wordKey } from '@jotbook/core/formats'
import type { Queries } from '../../platform/database.ts'
import { recordTables } from '../../platform/schema.ts'

export interface HeldName {
  /** People have no record: their name is their id. */
  readonly id: string
  readonly name: string
}

/** The book's waters, lures and people, by kind and name as it is compared. */
export type NamesInBook = ReadonlyMap<string, HeldName>

const keyOf = (kind: ImportedName['kind'], name: string): string => `${kind} ${wordKey(name)}`

/** The one that a name stands for, however it is spelt. */
export const nameInBook = (names: NamesInBook, kind: ImportedName['kind'], name: string): HeldName | undefined =>
  names.get(keyOf(kind, name))

/** What the book's waters, lures and people are called; where two share a name, the first by id stands. */
export async function namesInBook(db: Queries, bookId: Id<'book'>): Promise<NamesInBook> {
  const names = new Map<string, HeldName>()
  const add = (kind: ImportedName['kind'], held: HeldName): void => {
    if (!nameInBook(names, kind, held.name)) names.set(keyOf(kind, held.name), held)
  }
  for (const kind of ['water', 'lure'] as const) {
    const table = recordTables[kind]
    const rows = await db
      .select({ id: table.id, name: table.name })
      .from(table)
      .where(and(eq(table.bookId, bookId), isNull(table.deletedAt)))
      .orderBy(asc(table.id))
    for (const { id, name } of rows) add(kind, { id, name })
  }
  const { trip } = recordTables
  const people = await db
    .select({ name: sql<string>`distinct unnest(${trip.anglers})` })
    .from(trip)
    .where(and(eq(trip.bookId, bookId), isNull(trip.deletedAt)))
  for (const name of people.map((row) => row.name).sort()) add('person', { id: name, name })
  return names
}
