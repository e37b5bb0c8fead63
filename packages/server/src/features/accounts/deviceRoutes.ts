import { Router } from 'express'
import { isUuid, isoUtc } from '@jotbook/core'
import { RedeemBody, EmptyBody, Problem } from '@jotbook/contract'
import type { DeviceSummary, Joined } from '@jotbook/contract'
import { validated } from '../../platform/validated.ts'
import { noteEvent } from '../events/repository.ts'
import { SMALL } from './frontDesk.ts'
import type { FrontDesk } from './frontDesk.ts'
import { liveDevices, nameOfDevice, revokeDevice } from './repository.ts'
import { redeemPairing } from './service.ts'

/** Devices that may come in, and the codes by which others join. */
export function deviceRoutes(desk: FrontDesk): Router {
  const { database, door, now } = desk
  const router = Router()

  router.get('/devices', async (request, response) => {
    const mine = await liveDevices(database, door.accountOf(request))
    const devices: DeviceSummary[] = mine.map((device) => ({
      ...device,
      thisOne: device.id === request.session?.device,
    }))
    response.json({ devices })
  })

  router.post('/devices/:device/revoke', ...validated(EmptyBody, SMALL), async (request, response) => {
    const id = String(request.params.device)
    const account = door.accountOf(request)
    const name = isUuid(id) ? await nameOfDevice(database, id) : undefined
    const found = isUuid(id) && (await database.transaction((tx) => revokeDevice(tx, account, id, isoUtc(now()))))
    if (!found) throw new Problem('not-found', 'You have no such device.')
    await noteEvent(database, { kind: 'device-revoked', account, device: name }, now())
    response.status(204).end()
  })

  router.post('/pairings', ...validated(EmptyBody, SMALL), async (request, response) => {
    const account = door.accountOf(request)
    const pairing = await desk.pairing({ account }, request)
    await desk.note(request, 'code-made')
    response.status(201).json(pairing)
  })

  router.post(
    '/pairings/claim',
    desk.onlyOpen,
    desk.counted,
    ...validated(RedeemBody, SMALL),
    async (request, response) => {
      const { code, name, device } = request.body
      const held = request.session?.account
      const { account, book, memberId, role } = await database.transaction((tx) =>
        redeemPairing(tx, { code, name, account: held }, now()),
      )
      // Who is signed in already and joins a book stays signed in as before.
      if (account !== held) await desk.letIn(request, response, account, device)
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
    },
  )

  return router
}
