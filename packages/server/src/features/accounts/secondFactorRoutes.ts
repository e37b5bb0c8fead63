import { Router } from 'express'
import { CodeBody, HolderBody, Problem } from '@jotbook/contract'
import type { RecoveryCodes, SecondFactor } from '@jotbook/contract'
import { sidHash } from '../../platform/sessions.ts'
import { validated } from '../../platform/validated.ts'
import { SMALL } from './frontDesk.ts'
import type { FrontDesk } from './frontDesk.ts'
import { endSessions, setSecondFactor } from './repository.ts'
import { newRecoveryCodes, newSecret, recoveryHash, secretUrl, stepOfCode } from './secondFactor.ts'
import { assertIsHolder } from './service.ts'

/** The code of an authenticator app at sign-in: on and off. */
export function secondFactorRoutes(desk: FrontDesk): Router {
  const { database, door, now } = desk
  const router = Router()

  router.post('/account/second-factor', desk.onlyOpen, ...validated(HolderBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    const stored = await assertIsHolder(database, account, request.body.current, now())
    if (!stored?.passwordHash) throw new Problem('invalid-request', 'Choose a name and a password first.')
    const secret = newSecret()
    request.session.pendingSecret = secret
    const answer: SecondFactor = { secret, url: secretUrl(secret, stored.signInName ?? '') }
    response.json(answer)
  })

  router.put('/account/second-factor', desk.onlyOpen, ...validated(CodeBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    const secret = request.session.pendingSecret
    if (secret === undefined) throw new Problem('invalid-request', 'Begin again: the key to be confirmed is gone.')
    if (stepOfCode(secret, request.body.code ?? '', null, now()) === undefined)
      throw new Problem('invalid-record', 'The code does not fit. Look whether the clock of your phone is right.', {
        field: 'code',
      })
    const recoveryCodes = newRecoveryCodes()
    await setSecondFactor(database, account, secret, recoveryCodes.map(recoveryHash))
    delete request.session.pendingSecret
    await endSessions(database, account, sidHash(request))
    await desk.note(request, 'second-factor-on')
    const answer: RecoveryCodes = { recoveryCodes }
    response.json(answer)
  })

  router.post('/account/second-factor/off', ...validated(HolderBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    await assertIsHolder(database, account, request.body.current, now())
    await setSecondFactor(database, account, null, null)
    await desk.note(request, 'second-factor-off')
    response.status(204).end()
  })

  return router
}
