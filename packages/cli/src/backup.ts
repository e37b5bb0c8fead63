import { existsSync, renameSync } from 'node:fs'
import { resolve } from 'node:path'
import { BackupFault, checkBackup, restoreBackup, writeBackup } from '@jotbook/server'
import { withDatabase } from './database.ts'
import { Failure } from './failure.ts'
import { wholeNumber } from './wholeNumber.ts'

export interface BackupCall {
  readonly out: string
  readonly keep: string
}

const passphrase = (): string | undefined => process.env.JOT_BACKUP_PASSPHRASE || undefined

/** `jot backup`: everything of a server in one file, which is read back before it is said to be one. */
export async function backUp({ out, keep }: BackupCall): Promise<number> {
  const [path, kept] = [resolve(out), wholeNumber('--keep', keep, 1, 1000)]
  const fresh = `${path}.new`
  const { records, books, bytes } = await withDatabase((database) =>
    writeBackup(database, fresh, passphrase(), Date.now()),
  )
  const read = await sound(checkBackup(fresh, passphrase()))
  if (read.records !== records)
    throw new Failure(`The back-up holds ${read.records} of ${records} records; it was left in ${fresh}.`, 1)
  for (let i = kept - 1; i >= 1; i--) {
    const older = i === 1 ? path : `${path}.${i - 1}`
    if (existsSync(older)) renameSync(older, `${path}.${i}`)
  }
  renameSync(fresh, path)
  console.log(
    `Backed up ${books} books, ${records} records, ${Math.ceil(bytes / 1024)} kB, and read them back: ${path}.`,
  )
  return 0
}

/** `jot restore`: into an empty place, all or nothing. */
export async function restore(file: string): Promise<number> {
  if (!existsSync(file)) throw new Failure(`There is no file ${file}.`, 2)
  const { at, books, records } = await sound(
    withDatabase((database) => restoreBackup(database, resolve(file), passphrase(), Date.now())),
  )
  console.log(
    `Restored ${books} books, ${records} records, as they were at ${at}. Devices will send again what came after.`,
  )
  return 0
}

async function sound<T>(work: Promise<T>): Promise<T> {
  return work.catch((error: unknown) => {
    throw error instanceof BackupFault ? new Failure(error.message, 1) : error
  })
}
