import { mkdirSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { Logger } from 'pino'
import type { BackupSettings } from '../../platform/config.ts'
import type { Database } from '../../platform/database.ts'
import { describe } from '../../platform/problemHandler.ts'
import { lastBackup, noteBackup } from './repository.ts'
import { checkBackup, writeBackup } from './dumpRepository.ts'

const LOOK_EVERY_MS = 3_600_000
const FIRST_LOOK_MS = 600_000
const HOUR_MS = 3_600_000
/** In the small hours once a day, and whenever the last one is older than a day and a half: computers are shut off at night. */
const isDue = (lastMs: number, now: Date): boolean => {
  const hours = (now.getTime() - lastMs) / HOUR_MS
  return hours > 36 || (hours > 20 && now.getHours() >= 1 && now.getHours() < 5)
}
/** Any number, held by the one process that makes the back-up. */
const BACKUP_LOCK = 4_100_002

/** Makes a back-up every night, reads it back, and keeps the last ones. Returns how to end it. */
export function nightlyBackups(owner: Database, settings: BackupSettings, log: Logger): () => void {
  const look = async (): Promise<void> => {
    try {
      const last = await lastBackup(owner)
      if (isDue(last ? Date.parse(last.at) : 0, new Date())) await backUpOnce(owner, settings, Date.now())
    } catch (error) {
      log.error({ error: describe(error) }, 'the nightly back-up failed; it is tried again in an hour')
    }
  }
  const first = setTimeout(() => void look(), FIRST_LOOK_MS)
  const timer = setInterval(() => void look(), LOOK_EVERY_MS)
  first.unref()
  timer.unref()
  return () => {
    clearTimeout(first)
    clearInterval(timer)
  }
}

/** One back-up into the folder, read back and noted. False when another process makes one. */
export async function backUpOnce(
  owner: Database,
  { folder, keep, passphrase }: BackupSettings,
  nowMs: number,
): Promise<boolean> {
  const client = await owner.$client.connect()
  let failure: Error | undefined
  try {
    const { rows } = await client.query<{ held: boolean }>('select pg_try_advisory_lock($1) as held', [BACKUP_LOCK])
    if (!rows[0]?.held) return false
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    const file = `jot-${new Date(nowMs).toISOString().slice(0, 16).replace(/[:T]/g, '')}.jotbackup`
    const { at, bytes, records } = await writeBackup(owner, join(folder, file), passphrase, nowMs)
    const fault = await checkBackup(join(folder, file), passphrase).then(
      (read) => (read.records === records ? null : 'It does not hold as many records as went in.'),
      (error: unknown) => (error as Error).message,
    )
    await noteBackup(owner, { at, file, bytes, records, fault })
    for (const old of backupsIn(folder).slice(0, -keep)) rmSync(join(folder, old))
    await client.query('select pg_advisory_unlock($1)', [BACKUP_LOCK])
    return true
  } catch (error) {
    failure = error as Error
    throw error
  } finally {
    // After a failure the connection ends, and the lock with it.
    client.release(failure)
  }
}

const backupsIn = (folder: string): string[] =>
  readdirSync(folder)
    .filter((name) => /^jot-.*\.jotbackup$/.test(name))
    .sort()
