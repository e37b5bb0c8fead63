import { createHash, randomBytes } from 'node:crypto'
import connectPgSimple from 'connect-pg-simple'
import { eq } from 'drizzle-orm'
import type { Request, RequestHandler, Response } from 'express'
import session from 'express-session'
import type { SessionData } from 'express-session'
import type { Database } from './database.ts'
import { secrets } from './schema.ts'

declare module 'express-session' {
  interface SessionData {
    account: string
    device: string
    /** When the person signed in. */
    openedAtMs: number
    /** The key of a second factor that is not yet confirmed. */
    pendingSecret: string
  }
}

/** Sessions that ran out are swept up so often. */
const PRUNE_EVERY_S = 3600
const DAY_MS = 24 * 3_600_000
/** A season without a look at the book, and then one signs in again. */
export const IDLE_MS = 90 * DAY_MS
/** However much it is used. */
export const ABSOLUTE_MS = 365 * DAY_MS
const COOKIE = '__Host-jot'
const DEVICE_COOKIE = '__Host-jot-device'
const COOKIE_SETTINGS = { httpOnly: true, sameSite: 'lax', secure: true, path: '/' } as const

const hashOf = (id: string): string => createHash('sha256').update(id).digest('hex')
const PgStore = connectPgSimple(session)

/** Keeps sessions under the hash of their ids: who reads the table, or a back-up of it, cannot take one over. */
class HashedStore extends PgStore {
  override get(sid: string, found: (error: unknown, session?: SessionData | null) => void): void {
    super.get(hashOf(sid), found)
  }
  override set(sid: string, data: SessionData, done?: (error?: unknown) => void): void {
    super.set(hashOf(sid), data, done)
  }
  override destroy(sid: string, done?: (error?: unknown) => void): void {
    super.destroy(hashOf(sid), done)
  }
}

/** Sessions kept in PostgreSQL, so that any process may answer any request; the cookie holds an opaque id and nothing else. */
export async function sessionHandler(database: Database): Promise<RequestHandler> {
  return session({
    name: COOKIE,
    secret: await sharedSecret(database, 'session'),
    store: new HashedStore({
      pool: database.$client,
      tableName: 'sessions',
      disableTouch: true,
      pruneSessionInterval: PRUNE_EVERY_S,
      errorLog: () => undefined,
    }),
    resave: false,
    saveUninitialized: false,
    cookie: { ...COOKIE_SETTINGS, maxAge: ABSOLUTE_MS },
  })
}

/** Made once by whichever process comes first. */
async function sharedSecret(database: Database, name: string): Promise<string> {
  await database
    .insert(secrets)
    .values({ name, value: randomBytes(32).toString('hex') })
    .onConflictDoNothing()
  const [row] = await database.select({ value: secrets.value }).from(secrets).where(eq(secrets.name, name))
  if (!row) throw new Error('the shared secret could not be kept')
  return row.value
}

/** Ends the session and begins one that is nobody's. */
export async function emptySession(request: Request): Promise<void> {
  await new Promise<void>((done, fail) =>
    request.session.regenerate((error: unknown) => (error ? fail(asError(error)) : done())),
  )
}

/** Signs in, under a new id: one that somebody planted before is worth nothing. */
export async function openSession(
  request: Request,
  { account, device }: { account: string; device: string },
  nowMs: number,
): Promise<void> {
  await emptySession(request)
  Object.assign(request.session, { account, device, openedAtMs: nowMs })
  await new Promise<void>((done, fail) =>
    request.session.save((error: unknown) => (error ? fail(asError(error)) : done())),
  )
}

export async function endSession(request: Request): Promise<void> {
  if (!request.session) return
  await new Promise<void>((done, fail) =>
    request.session.destroy((error: unknown) => (error ? fail(asError(error)) : done())),
  )
}

/** The session as the tables know it. */
export const sidHash = (request: Request): string => hashOf(request.sessionID)

/** The token of a browser that signed in here before. */
export function deviceToken(request: Request): string | undefined {
  const cookies = (request.headers.cookie ?? '').split(/;\s*/)
  return cookies.find((cookie) => cookie.startsWith(`${DEVICE_COOKIE}=`))?.slice(DEVICE_COOKIE.length + 1)
}

export const rememberDevice = (response: Response, token: string): void =>
  void response.cookie(DEVICE_COOKIE, token, { ...COOKIE_SETTINGS, maxAge: ABSOLUTE_MS })

const asError = (error: unknown): Error => (error instanceof Error ? error : new Error(String(error)))
