import { Router } from 'express'
import { isUuid } from '@jotbook/core'
import { Problem, faultsOf } from '@jotbook/contract'
import type { Session } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { accountById } from '../accounts/repository.ts'
import { jsonBody } from '../../platform/jsonBody.ts'
import { openTo } from './repository.ts'
import { booksOf, createBook } from './service.ts'

/** Books an account may be a member of. */
const MOST_BOOKS = 100

export function sessionRoutes(database: Database, { open, accountOf }: Door, now: () => number): Router {
  const router = Router()

  router.get('/session', async (request, response) => {
    const account = accountOf(request)
    const [books, known] = await Promise.all([booksOf(database, account), accountById(database, account)])
    const session: Session = { mode: open ? 'network' : 'local', signInName: known?.signInName ?? null, secondFactor: Boolean(known?.totpSecret), books }
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

  return router
}
