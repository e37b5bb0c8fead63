import { drizzle } from 'drizzle-orm/node-postgres'
import type { NodePgDatabase } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { sql } from 'drizzle-orm'
import pg from 'pg'
import * as schema from './schema.ts'

export type Database = NodePgDatabase<typeof schema> & { $client: pg.Pool }
/** What repositories speak to: the database, or a transaction on it that the route opened. */
export type Queries = Pick<Database, 'select' | 'selectDistinctOn' | 'insert' | 'update' | 'delete' | 'execute'>

/** Any number held while migrations run, so that processes started together wait for one another. */
const MIGRATION_LOCK = 4_100_001

pg.types.setTypeParser(pg.types.builtins.INT8, Number)

export function openDatabase(url: string, connections = 10): Database {
  const pool = new pg.Pool({ connectionString: url, max: connections })
  // A connection lost while idle is replaced at its next use; without a listener it would end the process.
  pool.on('error', () => undefined)
  return drizzle(pool, { schema })
}

/** Brings the schema up to date; safe when several processes start at once. */
export async function migrateDatabase(database: Database, folder: string): Promise<void> {
  const client = await database.$client.connect()
  try {
    await client.query('select pg_advisory_lock($1)', [MIGRATION_LOCK])
    await client.query('set client_min_messages to warning')
    await migrate(drizzle(client, { schema }), { migrationsFolder: folder })
  } finally {
    await client.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]).catch(() => undefined)
    client.release()
  }
}

export async function isAlive(database: Database): Promise<boolean> {
  return database.execute(sql`select 1`).then(
    () => true,
    () => false,
  )
}
