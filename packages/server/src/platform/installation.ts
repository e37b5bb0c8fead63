import { eq, sql } from 'drizzle-orm'
import { v4 as uuidv4 } from 'uuid'
import type { Database, Queries } from './database.ts'
import { installation } from './schema.ts'

/** Which history a database has. Devices compare it: a restored server has another one, and lacks what came after the back-up. */
export interface Installation {
  readonly epoch: string
}

const ROW = 1

/**
 * The installation of a database; made at the first start. A database that was copied, restored or wound back stands somewhere else
 * than its history was written last: then a new epoch begins. Reads as the owner of the tables.
 */
export async function openInstallation(database: Database): Promise<Installation> {
  const lineage = await lineageOf(database)
  await database.insert(installation).values({ id: ROW, epoch: uuidv4(), lineage }).onConflictDoNothing()
  const [row] = await database.select().from(installation).where(eq(installation.id, ROW))
  if (row?.lineage === lineage) return { epoch: row.epoch }
  return beginEpoch(database, lineage)
}

/** Begins a new history: what was acknowledged before and is not here, devices send again. */
export async function beginEpoch(database: Queries, lineage?: string): Promise<Installation> {
  const epoch = uuidv4()
  const written = lineage ?? (await lineageOf(database))
  await database
    .insert(installation)
    .values({ id: ROW, epoch, lineage: written })
    .onConflictDoUpdate({ target: installation.id, set: { epoch, lineage: written } })
  return { epoch }
}

/** System, database and timeline: a dump restored elsewhere has another system or database, a base back-up wound forward another timeline. */
async function lineageOf(database: Queries): Promise<string> {
  const { rows } = await database.execute<{ lineage: string }>(
    sql`select concat_ws(' ', (select system_identifier from pg_control_system()), (select oid from pg_database where datname = current_database()), (select timeline_id from pg_control_checkpoint())) as lineage`,
  )
  return rows[0]?.lineage ?? ''
}
