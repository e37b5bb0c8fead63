import { Router } from 'express'
import { InvitationBody } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { validated } from '../../platform/validated.ts'
import { noteEvent } from '../events/repository.ts'
import { deviceRoutes } from './deviceRoutes.ts'
import { FrontDesk, SMALL } from './frontDesk.ts'
import { secondFactorRoutes } from './secondFactorRoutes.ts'
import { signInRoutes } from './signInRoutes.ts'

export function accountRoutes(database: Database, door: Door, now: () => number): Router {
  const desk = new FrontDesk(database, door, now)
  return Router().use(signInRoutes(desk), secondFactorRoutes(desk), deviceRoutes(desk))
}

/** Behind the book's gate. */
export function invitationRoutes(database: Database, door: Door, now: () => number): Router {
  const desk = new FrontDesk(database, door, now)
  const router = Router({ mergeParams: true })
  router.post(
    '/invitations',
    ...validated(InvitationBody, { ...SMALL, fault: 'invalid-record' }),
    async (request, response) => {
      const { book, author, account } = bookOf(request)
      const { role } = request.body
      const pairing = await desk.pairing({ bookId: book, role, memberId: author.memberId }, request)
      await noteEvent(
        database,
        { kind: 'code-made', account, bookId: book, memberId: author.memberId, detail: role },
        now(),
      )
      response.status(201).json(pairing)
    },
  )
  return router
}
