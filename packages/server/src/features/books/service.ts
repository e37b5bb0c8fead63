import { v7 as uuidv7 } from 'uuid'
import { isoUtc } from '@jotbook/core'
import type { BookSummary } from '@jotbook/contract'
import { Problem } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { applyChanges } from '../changes/applyChanges.ts'
import { serverChanges } from '../changes/serverChanges.ts'
import { booksOf, grantAccess, insertBook } from './repository.ts'

export interface NewBook {
  readonly id: string
  readonly name: string
  readonly units?: Readonly<Record<string, string>>
  readonly demo?: boolean
}

/** Creates a book owned by the account, with its settings and its first member. Asked twice with one id, it answers the same book. */
export async function createBook(db: Queries, account: string, { id, name, units, demo }: NewBook, nowMs: number): Promise<BookSummary> {
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
  const book = (await booksOf(db, account)).find((candidate) => candidate.id === id)
  if (!book) throw new Problem('not-found', 'There is no such book, or it is not yours.')
  return book
}
