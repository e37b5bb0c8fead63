import { Router, json } from 'express'
import type { Request } from 'express'
import { rateLimit } from 'express-rate-limit'
import { isoUtc } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { DeviceSummary, Joined, Pairing } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Database } from '../../platform/database.ts'
import { endSession, openSession } from '../../platform/sessions.ts'
import type { Door } from '../../platform/door.ts'
import { liveDevices, revokeDevice } from './repository.ts'
import { addDevice, chooseSignIn, claimPairing, makePairing, signIn } from './service.ts'

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

/** Tries from one address: a person who mistypes is let through, a program that guesses is not. */
const tries = () =>
  rateLimit({
    windowMs: 10 * 60_000,
    limit: 30,
    standardHeaders: true,
    legacyHeaders: false,
    handler: () => {
      throw new Problem('too-often', 'Too many tries from here. Wait ten minutes.')
    },
  })

export function accountRoutes(database: Database, door: Door, now: () => number): Router {
  const router = Router()
  const body = json({ limit: '16kb' })
  const read = (request: Request): Readonly<Record<string, unknown>> => (request.body ?? {}) as Record<string, unknown>

  router.post('/sign-in', tries(), body, async (request, response) => {
    const { name, password, device } = read(request)
    if (!door.open) throw new Problem('not-found', 'At this computer nobody signs in.')
    const account = await signIn(database, name, password, now())
    await openSession(request, { account, device: await addDevice(database, account, device, now()) })
    response.status(204).end()
  })

  router.post('/sign-out', body, async (request, response) => {
    await endSession(request)
    response.status(204).end()
  })

  router.put('/account', body, async (request, response) => {
    const { name, password } = read(request)
    const account = door.accountOf(request)
    await database.transaction((tx) => chooseSignIn(tx, account, name, password, now()))
    response.status(204).end()
  })

  router.get('/devices', async (request, response) => {
    const mine = await liveDevices(database, door.accountOf(request))
    const devices: DeviceSummary[] = mine.map((device) => ({ ...device, thisOne: device.id === request.session?.device }))
    response.json({ devices })
  })

  router.post('/devices/:device/revoke', body, async (request, response) => {
    const id = String(request.params.device)
    const found = UUID.test(id) && (await database.transaction((tx) => revokeDevice(tx, door.accountOf(request), id, isoUtc(now()))))
    if (!found) throw new Problem('not-found', 'You have no such device.')
    response.status(204).end()
  })

  router.post('/pairings', body, async (request, response) => {
    const account = door.accountOf(request)
    response.status(201).json(await spelled(door, database, { account }, now()))
  })

  router.post('/pairings/claim', tries(), body, async (request, response) => {
    if (!door.open) throw new Problem('not-found', 'At this computer nobody needs a code.')
    const { code, name, device } = read(request)
    const held = request.session?.account
    const { account, book, id } = await database.transaction(async (tx) => {
      const claimed = await claimPairing(tx, { code, name, account: held }, now())
      return { ...claimed, id: await addDevice(tx, claimed.account, device, now()) }
    })
    await openSession(request, { account, device: id })
    const joined: Joined = { book }
    response.json(joined)
  })

  return router
}

export function invitationRoutes(database: Database, door: Door, now: () => number): Router {
  const router = Router({ mergeParams: true })
  router.post('/invitations', json({ limit: '16kb' }), async (request, response) => {
    const { book, author } = bookOf(request)
    const { role } = (request.body ?? {}) as { role?: unknown }
    if (author.role !== 'owner') throw new Problem('not-allowed', 'Only the book’s owner may invite.')
    if (role !== 'crew' && role !== 'viewer') throw new Problem('invalid-record', 'One joins as crew or as viewer.', { field: 'role' })
    response.status(201).json(await spelled(door, database, { bookId: book, role, memberId: author.memberId }, now()))
  })
  return router
}

/** The code as an address: behind the `#`, where neither the server nor a proxy logs it. */
async function spelled(door: Door, database: Database, purpose: Parameters<typeof makePairing>[1], nowMs: number): Promise<Pairing> {
  if (!door.open) throw new Problem('not-allowed', 'The book is open at this computer only. Open it to your network first (docs/security.md).')
  const { code, expiresAt } = await makePairing(database, purpose, nowMs)
  return { code, expiresAt, url: `${door.origin()}/join#${code}` }
}
