import { Router } from 'express'
import { isUuid } from '@jotbook/core'
import { DeleteBookBody, EmptyBody, NewBookBody, Problem } from '@jotbook/contract'
import type { Session } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { accountById } from '../accounts/repository.ts'
import { validated } from '../../platform/validated.ts'
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
    const [books, deletedBooks, known] = await Promise.all([
      booksOf(database, account),
      deletedBooksOf(database, account),
      accountById(database, account),
    ])
    const session: Session = {
      mode: open ? 'network' : 'local',
      signInName: known?.signInName ?? null,
      secondFactor: Boolean(known?.totpSecret),
      books,
      deletedBooks,
    }
    response.json(session)
  })

  router.put('/books/:book', ...validated(NewBookBody, { fault: 'invalid-record' }), async (request, response) => {
    const id = String(request.params.book)
    if (!isUuid(id)) throw new Problem('invalid-record', 'A book’s id must be a UUID.', { field: 'id' })
    const { name, units } = request.body
    const account = accountOf(request)
    const mine = await openTo(database, account)
    if (mine.length >= MOST_BOOKS && mine.every((book) => book.id !== id))
      throw new Problem('too-often', `One account may open ${MOST_BOOKS} books. Export and give up one first.`)
    const book = await database.transaction((tx) =>
      createBook(tx, account, { id, name, ...(units ? { units } : {}) }, now()),
    )
    response.status(201).json(book)
  })

  router.post('/deleted-books/:book/restore', ...validated(EmptyBody), async (request, response) => {
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

  router.post('/delete', ...validated(DeleteBookBody), async (request, response) => {
    const { book, account, author, within } = bookOf(request)
    await within(async (db) => {
      await deleteBook(db, book, request.body.name, now())
      await noteEvent(db, { kind: 'book-deleted', account, bookId: book, memberId: author.memberId }, now())
    })
    response.status(204).end()
  })

  return router
}
