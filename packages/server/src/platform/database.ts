import { drizzle } from 'drizzle-orm/node-postgres'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import { isUuid } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import * as schema from './schema.ts'

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool }
/** What repositories speak to: the database, or a transaction on it that the route opened. */
export type Queries = Pick<Database, 'select' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'>

/** Any number held while migrations run, so that processes started together wait for one another. */
const MIGRATION_LOCK = 4_100_001
/** The role that requests work as: it owns no table, and row-level security binds it to one book a transaction. */
export const APPLICATION_ROLE = 'jot_app'

const CONNECT_WITHIN_MS = 5_000
/** The longest statement is the numbering of an import of some hundred thousand rows. */
const STATEMENT_MS = 60_000
/** A frozen server does not end its own statements: the client gives up a little later. */
const ANSWER_MS = STATEMENT_MS + 5_000

pg.types.setTypeParser(pg.types.builtins.INT8, Number)

interface OpenOptions {
  readonly connections?: number
  /** Work as the application's role. The tests look into the tables past it. */
  readonly role?: string | undefined
  /** For connections that must answer soon or not at all. */
  readonly answerMs?: number
}

export function openDatabase(
  url: string,
  { connections = 10, role, answerMs = ANSWER_MS }: OpenOptions = {},
): Database {
  const pool = new pg.Pool({
    connectionString: url,
    max: connections,
    connectionTimeoutMillis: Math.min(CONNECT_WITHIN_MS, answerMs),
    query_timeout: answerMs,
    statement_timeout: Math.min(STATEMENT_MS, answerMs),
    idle_in_transaction_session_timeout: 2 * STATEMENT_MS,
    keepAlive: true,
    ...(role === undefined ? {} : { options: `-c role=${role}` }),
  })
  // A lost connection is an error of the request that used it. Without a listener, on the pool for idle connections and on each
  // connection for those in use, Node ends the process instead.
  pool.on('error', () => undefined)
  pool.on('connect', (client) => client.on('error', () => undefined))
  return drizzle(pool, { schema })
}

/** Brings the schema up to date and lets the application's role use it; safe when several processes start at once. */
export async function migrateDatabase(database: Database, folder: string): Promise<void> {
  const client = await database.$client.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK])
    await client.query('set client_min_messages to warning')
    await migrate(drizzle(client, { schema }), { migrationsFolder: folder })
    await admitApplication(client)
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined)
    client.release()
  }
}

/** A user who may not make roles works as the owner of the tables, whom forced row-level security binds as well. */
async function admitApplication(client: pg.PoolClient): Promise<void> {
  const { rows } = await client.query<{ may: boolean; there: boolean }>(
    `select rolsuper or rolcreaterole as may, exists (select from pg_roles where rolname = '${APPLICATION_ROLE}') as there from pg_roles where rolname = current_user`,
  )
  if (!rows[0]?.there && !rows[0]?.may) return
  if (!rows[0].there)
    await client.query(
      `do $$ begin create role ${APPLICATION_ROLE} nologin; exception when duplicate_object or unique_violation then null; end $$`,
    )
  await client.query(`grant usage on schema public to ${APPLICATION_ROLE}`)
  await client.query(`grant select, insert, update, delete on all tables in schema public to ${APPLICATION_ROLE}`)
  await client.query(`grant ${APPLICATION_ROLE} to current_user`).catch(() => undefined)
}

/** The application's role where this user may take it on; undefined where it works as the owner. */
export async function applicationRole(database: Database): Promise<string | undefined> {
  const { rows } = await database.$client.query<{ may: boolean }>(
    `select coalesce((select pg_has_role(current_user, oid, 'member') from pg_roles where rolname = '${APPLICATION_ROLE}'), false) as may`,
  )
  return rows[0]?.may ? APPLICATION_ROLE : undefined
}

/** Binds the transaction to one book: rows of any other cannot be seen or written from here on. */
export async function enterBook(db: Pick<Queries, 'execute'>, book: Id<'book'>): Promise<void> {
  await db.execute(sql`select set_config('jot.book', ${book}, true)`)
}

/**
 * Runs work in a transaction bound to one book. A connection that failed in the middle is thrown away, not handed to the next.
 * Throws RangeError when the id is none.
 */
export async function inBook<T>(
  database: Database,
  book: Id<'book'>,
  work: (db: Queries) => Promise<T>,
  begin = 'begin',
): Promise<T> {
  if (!isUuid(book)) throw new RangeError('a book is entered by its id')
  const client = await database.$client.connect()
  let failure: Error | undefined
  try {
    // One message, so that the lock costs no way to the database and back.
    await client.query(`${begin}; set local jot.book = '${book}'`)
    const result = await work(queriesOf(client))
    await client.query('commit')
    return result
  } catch (error) {
    failure = await rolledBack(client, error)
    throw error
  } finally {
    client.release(failure)
  }
}

/** The query builder of a connection, made once: making it costs as much as a small statement. */
const builders = new WeakMap<pg.PoolClient, Queries>()

function queriesOf(client: pg.PoolClient): Queries {
  const made = builders.get(client) ?? drizzle(client)
  builders.set(client, made)
  return made
}

async function rolledBack(client: pg.PoolClient, error: unknown): Promise<Error | undefined> {
  if (isConnectionLoss(error)) return error as Error
  return client.query('rollback').then(
    () => undefined,
    (failed: unknown) => failed as Error,
  )
}

const NETWORK_ERRORS: ReadonlySet<string> = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ENOTFOUND', 'ETIMEDOUT'])
/** What the driver says without a code. */
const DRIVER_WORDS = /timeout|Connection terminated|Client has encountered a connection error|not queryable/i

/** Whether an error says that the database is away: network errors, PostgreSQL's classes 08 (connection), 57P (shutdown), 53 (no room), a database that lets nobody in or only reads, or no answer in time. */
export function isConnectionLoss(error: unknown): boolean {
  for (
    let inner = error as { code?: unknown; message?: unknown; cause?: unknown } | undefined, depth = 0;
    inner && depth < 5;
    depth++
  ) {
    const code = typeof inner.code === 'string' ? inner.code : ''
    if (NETWORK_ERRORS.has(code) || /^(08|57|53|25006|55000|55P03|XX|58)/.test(code)) return true
    if (code === '' && DRIVER_WORDS.test(String(inner.message ?? '').split('\n')[0] ?? '')) return true
    inner = inner.cause as typeof inner
  }
  return false
}

/** PostgreSQL's code of an error, however deep it is wrapped. */
export function sqlState(error: unknown): string | undefined {
  const { code, cause } = (error ?? {}) as { code?: unknown; cause?: unknown }
  if (typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code)) return code
  return cause === undefined ? undefined : sqlState(cause)
}
