import { Router } from 'express'
import { isUuid } from '@jotbook/core'
import { Problem, faultsOf } from '@jotbook/contract'
import type { Session } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { accountById } from '../accounts/repository.ts'
import { jsonBody } from '../../platform/jsonBody.ts'
import { bookOf } from '../../platform/bookGuard.ts'
import { noteEvent } from '../events/repository.ts'
import { deleteBook, deletedBooksOf, restoreDeleted } from './deletion.ts'
import { openTo } from './repository.ts'
import { booksOf, createBook } from './service.ts'

/** Books an account may be a member of. */
const MOST_BOOKS = 100

export function sessionRoutes(database: Database, { open, accountOf }: Door, now: () => number): Router {
  const router = Router()

  router.get('/session', async (request, response) => {
    const account = accountOf(request)
    const [books, deletedBooks, known] = await Promise.all([booksOf(database, account), deletedBooksOf(database, account), accountById(database, account)])
    const session: Session = {
      mode: open ? 'network' : 'local',
      signInName: known?.signInName ?? null,
      secondFactor: Boolean(known?.totpSecret),
      books,
      deletedBooks,
    }
    response.json(session)
  })

  router.put('/books/:book', ...jsonBody(), async (request, response) => {
    const id = String(request.params.book)
    const { name, units } = request.body as { name?: unknown; units?: unknown }
    const settings = { name: typeof name === 'string' ? name.trim() || undefined : name, ...(units === undefined ? {} : { units }) }
    const [fault] = isUuid(id) ? faultsOf('book', settings) : [{ field: 'id', message: 'A book’s id must be a UUID.' }]
    if (fault) throw new Problem('invalid-record', fault.message, { field: fault.field })
    const account = accountOf(request)
    const mine = await openTo(database, account)
    if (mine.length >= MOST_BOOKS && mine.every((book) => book.id !== id))
      throw new Problem('too-often', `One account may open ${MOST_BOOKS} books. Export and give up one first.`)
    const book = await database.transaction((tx) => createBook(tx, account, { id, ...(settings as { name: string; units?: Record<string, string> }) }, now()))
    response.status(201).json(book)
  })

  router.post('/deleted-books/:book/restore', ...jsonBody(), async (request, response) => {
    const [account, id] = [accountOf(request), String(request.params.book)]
    await restoreDeleted(database, account, id)
    await noteEvent(database, { kind: 'book-restored', account, bookId: id }, now())
    response.status(204).end()
  })

  return router
}

/** Behind the book's gate. */
export function deletionRoutes(now: () => number): Router {
  const router = Router({ mergeParams: true })

  router.post('/delete', ...jsonBody(), async (request, response) => {
    const { book, account, author, within } = bookOf(request)
    if (author.role !== 'owner') throw new Problem('not-allowed', 'Only the book’s owner may delete it.')
    await within(async (db) => {
      await deleteBook(db, book, (request.body as { name?: unknown }).name, now())
      await noteEvent(db, { kind: 'book-deleted', account, bookId: book, memberId: author.memberId }, now())
    })
    response.status(204).end()
  })

  return router
}
