import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import { isoUtc } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import type { Database, Queries } from '../../platform/database.ts'
import { BOOK_TABLES } from '../../platform/schema.ts'
import { digestOfRecords } from '../changes/digest.ts'
import { readBackupFile, writeBackupFile } from './backupFile.ts'
import type { BackupLine } from './backupFile.ts'

/** Tables of the server beside those of books, parents before children. Codes, tries and pulses are of the moment and stay behind. */
export const SERVER_TABLES = ['accounts', 'devices', 'sessions', 'secrets', 'events', 'backups'] as const
const OF_BOOKS = ['books', ...BOOK_TABLES, 'access'] as const
/** Rows fetched at a time; pictures are large. */
const ROWS = 500
const PICTURES = 4

export interface BackupMade {
  readonly at: string
  readonly bytes: number
  readonly records: number
  readonly books: number
}

/**
 * Writes everything of a server into one file: one snapshot of the database, so that no change is in it by halves. Reads as the owner
 * of the tables, book by book. Others go on reading and writing meanwhile.
 */
export async function writeBackup(
  owner: Database,
  path: string,
  passphrase: string | undefined,
  nowMs: number,
): Promise<BackupMade> {
  const client = await owner.$client.connect()
  const at = isoUtc(nowMs)
  const counts = { records: 0, books: 0 }
  let failure: Error | undefined
  try {
    await client.query('begin isolation level repeatable read, read only')
    const bytes = await writeBackupFile(path, linesOf(client, at, counts), passphrase)
    await client.query('commit')
    return { at, bytes, ...counts }
  } catch (error) {
    failure = error as Error
    throw error
  } finally {
    client.release(failure)
  }
}

type Line = Exclude<BackupLine, { tag: 'end' }>

async function* linesOf(
  client: pg.PoolClient,
  at: string,
  counts: { records: number; books: number },
): AsyncGenerator<Line> {
  yield { tag: 'head', format: 'jot-backup', version: 1, at, schema: await schemaVersion(client) }
  for (const table of SERVER_TABLES) yield* rowsOf(client, table, null)
  const { rows: books } = await client.query<{ id: string }>(
    'select book_id as id from access union select id from books order by id',
  )
  for (const { id } of books) {
    await client.query(`select set_config('jot.book', $1, true)`, [id])
    for (const table of OF_BOOKS) yield* rowsOf(client, table, id)
    const db = drizzle(client) as unknown as Queries
    const { records, sum } = await digestOfRecords(id, 0, (work) => work(db))
    counts.records += records
    counts.books++
    yield { tag: 'digest', book: id, records, sum }
  }
}

async function* rowsOf(client: pg.PoolClient, table: string, book: Id<'book'> | null): AsyncGenerator<Line> {
  const { rows: named } = await client.query<{ name: string }>(
    'select column_name as name from information_schema.columns where table_schema = $1 and table_name = $2 order by ordinal_position',
    ['public', table],
  )
  const where = book === null ? '' : ` where "${table === 'books' ? 'id' : 'book_id'}" = '${book}'`
  await client.query(`declare rows no scroll cursor for select row_to_json(t)::text as json from "${table}" t${where}`)
  for (let first = true; ; first = false) {
    const { rows } = await client.query<{ json: string }>(`fetch ${table === 'pictures' ? PICTURES : ROWS} from rows`)
    if (first && rows.length > 0) yield { tag: 'table', table, columns: named.map(({ name }) => name), book }
    for (const { json } of rows) yield { tag: 'row', json }
    if (rows.length === 0) break
  }
  await client.query('close rows')
}

/** How many migrations the database has had. */
export async function schemaVersion(client: Pick<pg.PoolClient, 'query'>): Promise<number> {
  const { rows } = await client.query<{ count: number }>(
    'select count(*)::int as count from drizzle.__drizzle_migrations',
  )
  return rows[0]?.count ?? 0
}

/** Reads a back-up through and counts its rows. Throws BackupFault for one that could not be restored. */
export async function checkBackup(
  path: string,
  passphrase: string | undefined,
): Promise<{ rows: number; books: number; records: number }> {
  const found = { rows: 0, books: 0, records: 0 }
  for await (const line of readBackupFile(path, passphrase)) {
    if (line.tag === 'row') found.rows++
    if (line.tag !== 'digest') continue
    found.books++
    found.records += line.records
  }
  return found
}
