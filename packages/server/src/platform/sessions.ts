import { randomBytes } from 'node:crypto'
import connectPgSimple from 'connect-pg-simple'
import { eq } from 'drizzle-orm'
import type { Request, RequestHandler } from 'express'
import session from 'express-session'
import type { Database } from './database.ts'
import { secrets } from './schema.ts'

declare module 'express-session' {
  interface SessionData {
    account: string
    device: string
  }
}

/** Sessions that ran out are swept up so often. */
const PRUNE_EVERY_S = 3600
const YEAR_MS = 365 * 24 * 3_600_000

/** Sessions kept in PostgreSQL, so that any process may answer any request; the cookie holds an opaque id and nothing else. */
export async function sessionHandler(database: Database): Promise<RequestHandler> {
  const Store = connectPgSimple(session)
  return session({
    name: '__Host-jot',
    secret: await sharedSecret(database, 'session'),
    store: new Store({ pool: database.$client, tableName: 'sessions', disableTouch: true, pruneSessionInterval: PRUNE_EVERY_S }),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', secure: true, path: '/', maxAge: YEAR_MS },
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

/** Signs in, under a new id: one that somebody planted before is worth nothing. */
export async function openSession(request: Request, { account, device }: { account: string; device: string }): Promise<void> {
  await new Promise<void>((done, fail) => request.session.regenerate((error: unknown) => (error ? fail(asError(error)) : done())))
  Object.assign(request.session, { account, device })
  await new Promise<void>((done, fail) => request.session.save((error: unknown) => (error ? fail(asError(error)) : done())))
}

export async function endSession(request: Request): Promise<void> {
  if (!request.session) return
  await new Promise<void>((done, fail) => request.session.destroy((error: unknown) => (error ? fail(asError(error)) : done())))
}

const asError = (error: unknown): Error => (error instanceof Error ? error : new Error(String(error)))
