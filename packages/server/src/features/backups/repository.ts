import { desc } from 'drizzle-orm'
import { v7 as uuidv7 } from 'uuid'
import type { BackupState } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { backups } from '../../platform/schema.ts'

type Made = NonNullable<BackupState['last']>

export async function noteBackup(db: Queries, made: Made): Promise<void> {
  await db.insert(backups).values({ id: uuidv7(), ...made })
}

export async function lastBackup(db: Queries): Promise<Made | null> {
  const [row] = await db
    .select({
      at: backups.at,
      file: backups.file,
      bytes: backups.bytes,
      records: backups.records,
      fault: backups.fault,
    })
    .from(backups)
    .orderBy(desc(backups.at))
    .limit(1)
  return row ?? null
}
