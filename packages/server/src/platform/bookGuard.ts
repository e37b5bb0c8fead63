import { and, eq, isNull, sql } from 'drizzle-orm'
import type { Request, RequestHandler } from 'express'
import { Problem, audienceOf, isAmong } from '@jotbook/contract'
import { isUuid } from '@jotbook/core'
import type { Id, Role } from '@jotbook/core'
import { inBook } from './database.ts'
import type { Database, Queries } from './database.ts'
import { access } from './schema.ts'

export interface BookAccess {
  readonly book: Id<'book'>
  readonly account: string
  readonly author: { readonly memberId: string; readonly role: Role }
  /** A transaction bound to this book: the only way of a route to the book's tables. */
  readonly within: <T>(work: (db: Queries) => Promise<T>) => Promise<T>
}

const found = new WeakMap<Request, BookAccess>()

/**
 * The one gate to a book: lets a request through only when its account is a member, in a role that the table of permissions has for
 * the address. Whether the book does not exist or is someone else's makes no difference to the answer.
 */
export function bookGuard(database: Database, accountOf: (request: Request) => string): RequestHandler {
  const { placeholder } = sql
  // Asked before every request: planned once a connection.
  const member = database
    .select({ memberId: access.memberId, role: access.role })
    .from(access)
    .where(
      and(
        eq(access.bookId, placeholder('book')),
        eq(access.account, placeholder('account')),
        eq(access.removed, false),
        isNull(access.deletedAt),
      ),
    )
    .prepare('member_of_book')
  return async (request, _response, next) => {
    const book = String(request.params.book)
    const account = accountOf(request)
    const [row] = isUuid(book) ? await member.execute({ book, account }) : []
    if (!row?.role) throw new Problem('not-found', 'There is no such book, or it is not yours.')
    const author = { memberId: row.memberId, role: row.role }
    found.set(request, { book, account, author, within: (work) => inBook(database, book, work) })
    assertAmong(author.role, request)
    next()
  }
}

function assertAmong(role: Role, request: Request): void {
  const audience = audienceOf(request.method === 'HEAD' ? 'GET' : request.method, request.baseUrl + request.path)
  if (!audience) throw new Problem('not-found', 'The API has no such address.')
  if (!isAmong(role, audience))
    throw new Problem(
      'not-allowed',
      audience === 'owner' ? 'Only the book’s owner may do this.' : `As ${role} you may look, and add nothing.`,
    )
}

/** The book of a request behind the gate. Throws when a route forgot the gate. */
export function bookOf(request: Request): BookAccess {
  const access = found.get(request)
  if (!access) throw new Error('bookOf called on a route without bookGuard')
  return access
}
