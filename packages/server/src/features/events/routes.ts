import { Router } from 'express'
import type { ErrorRequestHandler, Request } from 'express'
import { Problem } from '@jotbook/contract'
import type { AccessEvent } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import { eventsFor, noteEvent } from './repository.ts'

/** Notes that a member tried what they may not, and hands the failure on. */
export function noteDenials(now: () => number): ErrorRequestHandler {
  return async (error: unknown, request, _response, next) => {
    if (error instanceof Problem && error.code === 'not-allowed') {
      const { book, account, author, within } = bookOf(request)
      const detail = request.path.split('/')[1]
      await within((db) =>
        noteEvent(db, { kind: 'not-allowed', account, bookId: book, memberId: author.memberId, detail }, now()),
      )
    }
    next(error)
  }
}

/** What happened to a book and to its owner's account, for the owner. */
export function eventRoutes(accountOf: (request: Request) => string): Router {
  const router = Router({ mergeParams: true })
  router.get('/events', async (request, response) => {
    const { book, within } = bookOf(request)
    const events: AccessEvent[] = await within((db) => eventsFor(db, book, accountOf(request)))
    response.json({ events })
  })
  return router
}
