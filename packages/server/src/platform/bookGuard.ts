import { and, eq, isNull, sql } from 'drizzle-orm'
import type { Request, RequestHandler } from 'express'
import { Problem } from '@jotbook/contract'
import type { Role } from '@jotbook/core'
import type { Database } from './database.ts'
import { access, members, recordColumn } from './schema.ts'

export interface BookAccess {
  readonly book: string
  readonly author: { readonly memberId: string; readonly role: Role }
}

const found = new WeakMap<Request, BookAccess>()
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

/**
 * The one gate to a book: lets a request through only when its account is a member. Whether the book does not exist or is
 * someone else's makes no difference to the answer.
 */
export function bookGuard(database: Database, accountOf: (request: Request) => string): RequestHandler {
  const { placeholder } = sql
  // Asked before every request: planned once a connection.
  const member = database
    .select({ memberId: members.id, role: recordColumn('member', 'role') })
    .from(access)
    .innerJoin(members, and(eq(members.bookId, access.bookId), eq(members.id, access.memberId)))
    .where(and(eq(access.bookId, placeholder('book')), eq(access.account, placeholder('account')), isNull(recordColumn('member', 'deletedAt'))))
    .prepare('member_of_book')
  return async (request, _response, next) => {
    const book = String(request.params.book)
    const account = accountOf(request)
    const [row] = UUID.test(book) ? await member.execute({ book, account }) : []
    if (!row) throw new Problem('not-found', 'There is no such book, or it is not yours.')
    found.set(request, { book, author: row as unknown as BookAccess['author'] })
    next()
  }
}

/** The book of a request behind the gate. Throws when a route forgot the gate. */
export function bookOf(request: Request): BookAccess {
  const access = found.get(request)
  if (!access) throw new Error('bookOf called on a route without bookGuard')
  return access
}
