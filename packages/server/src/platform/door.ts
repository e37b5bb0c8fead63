import { and, eq, isNull } from 'drizzle-orm'
import type { Request, RequestHandler } from 'express'
import { isoUtc } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { Database } from './database.ts'
import { devices } from './schema.ts'
import { ABSOLUTE_MS, IDLE_MS, emptySession, sessionHandler } from './sessions.ts'

/** The person at the loopback address: signed in as owner without a password. */
export const LOCAL_ACCOUNT = 'local'

/** How people come in: at this computer without a password, or from the network by accounts and paired devices. */
export interface Door {
  /** Whether the book is open to a network. */
  readonly open: boolean
  /** The address of the book's own pages. */
  readonly origin: () => string
  /** Hosts that requests may name, and origins that writes may come from. */
  readonly hosts: () => readonly string[]
  readonly origins: () => readonly string[]
  readonly handlers: readonly RequestHandler[]
  /** Whose request it is. Throws Problem `sign-in` when nobody's. */
  readonly accountOf: (request: Request) => string
}

export function loopbackDoor(portOf: () => number): Door {
  const hosts = (): string[] => ['127.0.0.1', 'localhost', '[::1]'].map((name) => `${name}:${portOf()}`)
  const origins = (): string[] => hosts().map((host) => `http://${host}`)
  return { open: false, origin: () => origins()[0] ?? '', hosts, origins, handlers: [], accountOf: () => LOCAL_ACCOUNT }
}

const SEEN_EVERY_MS = 3_600_000

/** Open to a network under one public HTTPS address. */
export async function networkDoor(database: Database, publicUrl: URL, now: () => number): Promise<Door> {
  const signedIn: RequestHandler = async (request, _response, next) => {
    const { device, openedAtMs = 0 } = request.session
    if (device !== undefined) {
      const live = and(eq(devices.id, device), isNull(devices.revokedAt))
      const [row] = await database.select({ seenAt: devices.seenAt }).from(devices).where(live)
      const seenMs = row ? Date.parse(row.seenAt) : 0
      if (!row || now() - seenMs > IDLE_MS || now() - openedAtMs > ABSOLUTE_MS) await emptySession(request)
      else if (now() - seenMs > SEEN_EVERY_MS)
        await database
          .update(devices)
          .set({ seenAt: isoUtc(now()) })
          .where(live)
    }
    next()
  }
  return {
    open: true,
    origin: () => publicUrl.origin,
    hosts: () => [publicUrl.host],
    origins: () => [publicUrl.origin],
    handlers: [await sessionHandler(database), signedIn],
    accountOf: ({ session }) => {
      if (!session?.account) throw new Problem('sign-in', 'Sign in, or pair this device with a code.')
      return session.account
    },
  }
}
