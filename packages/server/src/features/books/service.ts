import { v7 as uuidv7 } from 'uuid'
import { isoUtc } from '@jotbook/core'
import type { BookSummary } from '@jotbook/contract'
import { Problem } from '@jotbook/contract'
import { enterBook, inBook } from '../../platform/database.ts'
import type { Database, Queries } from '../../platform/database.ts'
import { applyChanges } from '../changes/applyChanges.ts'
import { serverChanges } from '../changes/serverChanges.ts'
import { grantAccess, headOf, insertBook, openTo } from './repository.ts'

export interface NewBook {
  readonly id: string
  readonly name: string
  readonly units?: Readonly<Record<string, string>>
  readonly demo?: boolean
}

/** The books of an account, oldest first. */
export async function booksOf(database: Database, account: string): Promise<BookSummary[]> {
  const heads = await Promise.all(
    (await openTo(database, account)).map(async ({ id, role }) => {
      const head = await inBook(database, id, (db) => headOf(db, id))
      return head ? [{ id, role, ...head }] : []
    }),
  )
  return heads
    .flat()
    .sort((a, b) => (a.createdAt === b.createdAt ? (a.id < b.id ? -1 : 1) : a.createdAt < b.createdAt ? -1 : 1))
    .map(({ id, name, demo, role }) => ({ id, name, demo, role }))
}

/** Creates a book owned by the account, with its settings and its first member. Asked twice with one id, it answers the same book. */
export async function createBook(
  db: Queries,
  account: string,
  { id, name, units, demo }: NewBook,
  nowMs: number,
): Promise<BookSummary> {
  await enterBook(db, id)
  const memberId = uuidv7()
  if (await insertBook(db, id, isoUtc(nowMs))) {
    const changes = serverChanges(nowMs, [
      { kind: 'book', recordId: id, fields: { name, ...(units ? { units } : {}), ...(demo ? { demo } : {}) } },
      { kind: 'member', recordId: memberId, fields: { name: 'Owner', role: 'owner' } },
    ])
    const { refused } = await applyChanges(db, id, { memberId, role: 'owner' }, changes, nowMs)
    if (refused[0]) throw refused[0].problem
    await grantAccess(db, id, account, memberId)
  }
  const open = (await openTo(db, account)).find((candidate) => candidate.id === id)
  const head = open && (await headOf(db, id))
  if (!open || !head) throw new Problem('not-found', 'There is no such book, or it is not yours.')
  return { id, name: head.name, demo: head.demo, role: open.role }
}
