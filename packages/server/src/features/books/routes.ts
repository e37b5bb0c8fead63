import { Router, json } from 'express'
import { Problem, faultsOf } from '@jotbook/contract'
import type { Session } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { accountById } from '../accounts/repository.ts'
import { booksOf } from './repository.ts'
import { createBook } from './service.ts'

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

export function sessionRoutes(database: Database, { open, accountOf }: Door, now: () => number): Router {
  const router = Router()

  router.get('/session', async (request, response) => {
    const account = accountOf(request)
    const [books, known] = await Promise.all([booksOf(database, account), accountById(database, account)])
    const session: Session = { mode: open ? 'network' : 'local', signInName: known?.signInName ?? null, books }
    response.json(session)
  })

  router.put('/books/:book', json({ limit: '64kb' }), async (request, response) => {
    const id = String(request.params.book)
    const { name, units } = (request.body ?? {}) as { name?: unknown; units?: unknown }
    const settings = { name: typeof name === 'string' ? name.trim() || undefined : name, ...(units === undefined ? {} : { units }) }
    const [fault] = UUID.test(id) ? faultsOf('book', settings) : [{ field: 'id', message: 'A book’s id must be a UUID.' }]
    if (fault) throw new Problem('invalid-record', fault.message, { field: fault.field })
    const book = await database.transaction((tx) =>
      createBook(tx, accountOf(request), { id, ...(settings as { name: string; units?: Record<string, string> }) }, now()),
    )
    response.status(201).json(book)
  })

  return router
}
