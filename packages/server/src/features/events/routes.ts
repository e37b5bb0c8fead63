import { Router } from 'express'
import type { Request } from 'express'
import { Problem } from '@jotbook/contract'
import type { AccessEvent } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import { eventsOfAccount, eventsOfBook } from './repository.ts'

/** What happened to a book and to its owner's account, for the owner. */
export function eventRoutes(accountOf: (request: Request) => string): Router {
  const router = Router({ mergeParams: true })
  router.get('/events', async (request, response) => {
    const { book, author, within } = bookOf(request)
    if (author.role !== 'owner') throw new Problem('not-allowed', 'Only the book’s owner sees who came in.')
    const events = await within(async (db): Promise<AccessEvent[]> => [...(await eventsOfBook(db, book)), ...(await eventsOfAccount(db, accountOf(request)))])
    const once = new Map(events.map((event) => [`${event.at} ${event.kind} ${event.device}`, event]))
    response.json({ events: [...once.values()].sort((a, b) => (a.at < b.at ? 1 : -1)).slice(0, 200) })
  })
  return router
}
