import { Router } from 'express'
import { AccountBody, EmptyBody, Problem, SignInBody } from '@jotbook/contract'
import { deviceToken, endSession, sidHash } from '../../platform/sessions.ts'
import { validated } from '../../platform/validated.ts'
import { SMALL } from './frontDesk.ts'
import type { FrontDesk } from './frontDesk.ts'
import { dropPairingsOfSession, endSessions } from './repository.ts'
import { assertIsHolder, setNameAndPassword, signIn } from './service.ts'

/** Coming in by name and password, and going. */
export function signInRoutes(desk: FrontDesk): Router {
  const { database, door, now } = desk
  const router = Router()

  router.post('/sign-in', desk.onlyOpen, desk.counted, ...validated(SignInBody, SMALL), async (request, response) => {
    const { name, password, code, device } = request.body
    const account = await signIn(database, { name, password, code, token: deviceToken(request) }, now()).catch(
      async (error: unknown) => {
        if (error instanceof Problem && error.code !== 'second-factor')
          await desk.note(request, 'sign-in-refused', { detail: error.code })
        throw error
      },
    )
    await desk.letIn(request, response, account, device)
    await desk.note(request, 'signed-in', { account })
    response.status(204).end()
  })

  router.post('/sign-out', ...validated(EmptyBody, SMALL), async (request, response) => {
    if (request.session?.account) {
      await desk.note(request, 'signed-out')
      await dropPairingsOfSession(database, sidHash(request))
    }
    await endSession(request)
    response.set('Clear-Site-Data', '"cache"').status(204).end()
  })

  router.put('/account', ...validated(AccountBody, SMALL), async (request, response) => {
    const { name, password, current } = request.body
    const account = door.accountOf(request)
    // Wrong tries must stay counted: checked before the transaction that a refusal would roll back.
    await assertIsHolder(database, account, current, now())
    await database.transaction(async (tx) => {
      await setNameAndPassword(tx, account, name, password, now())
      await endSessions(tx, account, door.open ? sidHash(request) : undefined)
    })
    await desk.note(request, 'password-changed', { account })
    response.status(204).end()
  })

  return router
}
