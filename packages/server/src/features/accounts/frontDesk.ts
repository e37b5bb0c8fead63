import type { Request, RequestHandler, Response } from 'express'
import { Problem } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { EventKind, Pairing } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import type { Door } from '../../platform/door.ts'
import { deviceToken, openSession, rememberDevice, sidHash } from '../../platform/sessions.ts'
import { noteEvent } from '../events/repository.ts'
import { nameOfDevice } from './repository.ts'
import { addDevice, makePairing } from './service.ts'
import { countAddress } from './triesRepository.ts'

/** A little more than the longest names and passwords. */
export const SMALL = { bytes: 16 * 1024 }

interface Noted {
  readonly account?: string
  readonly detail?: string
  readonly bookId?: Id<'book'>
}

/** What the routes of accounts share: who may come by, who came, and what is noted of it. */
export class FrontDesk {
  constructor(
    readonly database: Database,
    readonly door: Door,
    readonly now: () => number,
  ) {}

  /** Tries are counted before anything is read. */
  readonly counted: RequestHandler = async (request, _response, next) => {
    await countAddress(this.database, request.ip, this.now())
    next()
  }

  readonly onlyOpen: RequestHandler = (_request, _response, next) => {
    if (!this.door.open) throw new Problem('not-found', 'At this computer nobody signs in.')
    next()
  }

  /** Notes what happened to an account, with the device it happened on. */
  async note(request: Request, kind: EventKind, more: Noted = {}): Promise<void> {
    const name = await nameOfDevice(this.database, request.session?.device)
    const event = { kind, account: request.session?.account, device: name, ...more }
    await noteEvent(this.database, event, this.now())
  }

  /** Opens a session for an account on this browser, which is a known device from now on. */
  async letIn(request: Request, response: Response, account: string, called: string | undefined): Promise<void> {
    const device = await this.database.transaction((tx) =>
      addDevice(tx, account, called, deviceToken(request), this.now()),
    )
    await openSession(request, { account, device: device.id }, this.now())
    rememberDevice(response, device.token)
  }

  /** A code as an address: behind the `#`, where neither the server nor a proxy logs it. */
  async pairing(purpose: Parameters<typeof makePairing>[1], request: Request): Promise<Pairing> {
    const device = request.session?.device
    if (!this.door.open || device === undefined)
      throw new Problem(
        'not-allowed',
        'The book is open at this computer only. Open it to your network first (docs/security.md).',
      )
    const from = { device, session: sidHash(request) }
    const { code, expiresAt } = await makePairing(this.database, purpose, from, this.now())
    return { code, expiresAt, url: `${this.door.origin()}/join#${code}` }
  }
}
