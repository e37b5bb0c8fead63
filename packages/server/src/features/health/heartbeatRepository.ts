import { sql } from 'drizzle-orm'
import type { Queries } from '../../platform/database.ts'
import { heartbeat } from '../../platform/schema.ts'

/** Writes, durably, that the database can. */
export async function beat(db: Queries): Promise<void> {
  await db
    .insert(heartbeat)
    .values({ id: 1, at: new Date().toISOString() })
    .onConflictDoUpdate({ target: heartbeat.id, set: { at: sql`excluded.at` } })
}
