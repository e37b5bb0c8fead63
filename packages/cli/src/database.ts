import { join } from 'node:path'
import type { BookSummary } from '@jotbook/contract'
import {
  LOCAL_ACCOUNT,
  booksOf,
  migrateDatabase,
  openCluster,
  openDatabase,
  projectFolder,
  readConfig,
} from '@jotbook/server'
import type { Database } from '@jotbook/server'
import { Failure } from './failure.ts'

/** Runs work on the book's database: the one DATABASE_URL names, a running one, or the private cluster started for this once. */
export async function withDatabase<T>(work: (database: Database) => Promise<T>): Promise<T> {
  const config = readConfig(process.env, [])
  const external =
    config.databaseUrl === undefined ? undefined : { url: config.databaseUrl, stop: () => Promise.resolve() }
  const cluster = external ?? (await openCluster({ folder: config.dataFolder, say: (line) => console.error(line) }))
  const database = openDatabase(cluster.url, { connections: 3 })
  try {
    await migrateDatabase(database, join(projectFolder(), 'packages/server/migrations'))
    return await work(database)
  } finally {
    await database.$client.end()
    await cluster.stop()
  }
}

/** The one book of that name. Throws Failure when there is none, or more than one. */
export async function bookNamed(database: Database, name: string): Promise<BookSummary | undefined> {
  const found = (await booksOf(database, LOCAL_ACCOUNT)).filter((book) => book.name === name)
  if (found.length > 1) throw new Failure(`There are ${found.length} books called ${name}; rename one first.`, 2)
  return found[0]
}
