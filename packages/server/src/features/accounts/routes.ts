import { Router } from 'express'
import type { Request, RequestHandler, Response } from 'express'
import { isUuid, isoUtc } from '@jotbook/core'
import {
  AccountBody,
  ClaimBody,
  CodeBody,
  EmptyBody,
  HolderBody,
  InvitationBody,
  Problem,
  SignInBody,
} from '@jotbook/contract'
import type { DeviceSummary, EventKind, Joined, Pairing, RecoveryCodes, SecondFactor } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Database } from '../../platform/database.ts'
import { deviceToken, endSession, openSession, rememberDevice, sidHash } from '../../platform/sessions.ts'
import type { Door } from '../../platform/door.ts'
import { validated } from '../../platform/validated.ts'
import { noteEvent } from '../events/repository.ts'
import {
  dropPairingsOfSession,
  endSessions,
  liveDevices,
  nameOfDevice,
  revokeDevice,
  setSecondFactor,
} from './repository.ts'
import { newRecoveryCodes, newSecret, recoveryHash, secretUrl, stepOfCode } from './secondFactor.ts'
import { addDevice, assertIsHolder, claimPairing, makePairing, setNameAndPassword, signIn } from './service.ts'
import type { AskedFrom } from './service.ts'
import { countAddress } from './triesRepository.ts'

/** A little more than the longest names and passwords. */
const SMALL = { bytes: 16 * 1024 }

export function accountRoutes(database: Database, door: Door, now: () => number): Router {
  const router = Router()
  const nothing = validated(EmptyBody, SMALL)
  const noted = async (
    request: Request,
    kind: EventKind,
    more: { readonly account?: string; readonly detail?: string; readonly bookId?: string } = {},
  ) =>
    noteEvent(
      database,
      {
        kind,
        account: request.session?.account,
        device: await nameOfDevice(database, request.session?.device),
        ...more,
      },
      now(),
    )
  /** Tries are counted before anything is read. */
  const counted: RequestHandler = async (request, _response, next) => {
    await countAddress(database, request.ip, now())
    next()
  }
  const onlyOpen: RequestHandler = (_request, _response, next) => {
    if (!door.open) throw new Problem('not-found', 'At this computer nobody signs in.')
    next()
  }
  const come = async (
    request: Request,
    response: Response,
    account: string,
    deviceName: string | undefined,
  ): Promise<void> => {
    const device = await database.transaction((tx) => addDevice(tx, account, deviceName, deviceToken(request), now()))
    await openSession(request, { account, device: device.id }, now())
    rememberDevice(response, device.token)
  }

  router.post('/sign-in', onlyOpen, counted, ...validated(SignInBody, SMALL), async (request, response) => {
    const { name, password, code, device } = request.body
    const account = await signIn(database, { name, password, code, token: deviceToken(request) }, now()).catch(
      async (error: unknown) => {
        if (error instanceof Problem && error.code !== 'second-factor')
          await noted(request, 'sign-in-refused', { detail: error.code })
        throw error
      },
    )
    await come(request, response, account, device)
    await noted(request, 'signed-in', { account })
    response.status(204).end()
  })

  router.post('/sign-out', ...nothing, async (request, response) => {
    if (request.session?.account) {
      await noted(request, 'signed-out')
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
    await noted(request, 'password-changed', { account })
    response.status(204).end()
  })

  router.post('/account/second-factor', ...validated(HolderBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    onlyNetwork(door)
    const stored = await assertIsHolder(database, account, request.body.current, now())
    if (!stored?.passwordHash) throw new Problem('invalid-request', 'Choose a name and a password first.')
    const secret = newSecret()
    request.session.pendingSecret = secret
    const answer: SecondFactor = { secret, url: secretUrl(secret, stored.signInName ?? '') }
    response.json(answer)
  })

  router.put('/account/second-factor', ...validated(CodeBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    onlyNetwork(door)
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
    await noted(request, 'second-factor-on')
    const answer: RecoveryCodes = { recoveryCodes }
    response.json(answer)
  })

  router.post('/account/second-factor/off', ...validated(HolderBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    await assertIsHolder(database, account, request.body.current, now())
    await setSecondFactor(database, account, null, null)
    await noted(request, 'second-factor-off')
    response.status(204).end()
  })

  router.get('/devices', async (request, response) => {
    const mine = await liveDevices(database, door.accountOf(request))
    const devices: DeviceSummary[] = mine.map((device) => ({
      ...device,
      thisOne: device.id === request.session?.device,
    }))
    response.json({ devices })
  })

  router.post('/devices/:device/revoke', ...nothing, async (request, response) => {
    const id = String(request.params.device)
    const account = door.accountOf(request)
    const name = isUuid(id) ? await nameOfDevice(database, id) : undefined
    const found = isUuid(id) && (await database.transaction((tx) => revokeDevice(tx, account, id, isoUtc(now()))))
    if (!found) throw new Problem('not-found', 'You have no such device.')
    await noteEvent(database, { kind: 'device-revoked', account, device: name }, now())
    response.status(204).end()
  })

  router.post('/pairings', ...nothing, async (request, response) => {
    const account = door.accountOf(request)
    const pairing = await spelled(door, database, { account }, request, now())
    await noted(request, 'code-made')
    response.status(201).json(pairing)
  })

  router.post('/pairings/claim', onlyOpen, counted, ...validated(ClaimBody, SMALL), async (request, response) => {
    const { code, name, device } = request.body
    const held = request.session?.account
    const { account, book, memberId, role } = await database.transaction((tx) =>
      claimPairing(tx, { code, name, account: held }, now()),
    )
    // Who is signed in already and joins a book stays signed in as before.
    if (account !== held) await come(request, response, account, device)
    const happening = { account, device: await nameOfDevice(database, request.session.device) }
    await noteEvent(database, { ...happening, kind: 'code-used', bookId: book ?? undefined }, now())
    if (memberId !== undefined)
      await noteEvent(
        database,
        { ...happening, kind: 'member-joined', bookId: book ?? undefined, memberId, detail: role },
        now(),
      )
    const joined: Joined = { book }
    response.json(joined)
  })

  return router
}

function onlyNetwork(door: Door): void {
  if (!door.open) throw new Problem('not-found', 'At this computer nobody signs in.')
}

export function invitationRoutes(database: Database, door: Door, now: () => number): Router {
  const router = Router({ mergeParams: true })
  router.post(
    '/invitations',
    ...validated(InvitationBody, { ...SMALL, fault: 'invalid-record' }),
    async (request, response) => {
      const { book, author, account } = bookOf(request)
      const { role } = request.body
      const pairing = await spelled(door, database, { bookId: book, role, memberId: author.memberId }, request, now())
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

/** The code as an address: behind the `#`, where neither the server nor a proxy logs it. */
async function spelled(
  door: Door,
  database: Database,
  purpose: Parameters<typeof makePairing>[1],
  request: Request,
  nowMs: number,
): Promise<Pairing> {
  const device = request.session?.device
  if (!door.open || device === undefined)
    throw new Problem(
      'not-allowed',
      'The book is open at this computer only. Open it to your network first (docs/security.md).',
    )
  const from: AskedFrom = { device, session: sidHash(request) }
  const { code, expiresAt } = await makePairing(database, purpose, from, nowMs)
  return { code, expiresAt, url: `${door.origin()}/join#${code}` }
}
