import type { Id } from '@jotbook/core'
import { drizzle } from 'drizzle-orm/node-postgres'
import type pg from 'pg'
import type { Database, Queries } from '../../platform/database.ts'
import { beginEpoch } from '../../platform/installation.ts'
import { BOOK_TABLES } from '../../platform/schema.ts'
import { digestOfRecords } from '../changes/digest.ts'
import { noteEvent } from '../events/repository.ts'
import { BackupFault, readBackupFile } from './backupFile.ts'
import type { BackupLine } from './backupFile.ts'
import { SERVER_TABLES, checkBackup, schemaVersion } from './dumpRepository.ts'

const TABLES: ReadonlySet<string> = new Set([...SERVER_TABLES, 'books', ...BOOK_TABLES, 'access'])
const NAME = /^[a-z_][a-z0-9_]*$/
const ROWS_A_STATEMENT = 500
const LETTERS_A_STATEMENT = 8_000_000

export interface Restored {
  readonly at: string
  readonly books: number
  readonly records: number
}

/**
 * Brings a back-up into a database without books, in one transaction, and compares every record with what was backed up. The history
 * begins a new epoch, by which devices notice and send again what the back-up lacks. Works as the owner of the tables. Throws
 * BackupFault with what to do; then the database is as before.
 */
export async function restoreBackup(
  owner: Database,
  path: string,
  passphrase: string | undefined,
  nowMs: number,
): Promise<Restored> {
  // Read through before anything is written: a back-up that was cut off is told at once.
  await checkBackup(path, passphrase)
  const client = await owner.$client.connect()
  let failure: Error | undefined
  try {
    await client.query('begin')
    await assertEmpty(client)
    const restored = await new Restore(client).run(readBackupFile(path, passphrase), nowMs)
    await client.query('commit')
    return restored
  } catch (error) {
    failure = error as Error
    throw error
  } finally {
    // The connection ends with the failure, and the transaction with it.
    client.release(failure)
  }
}

async function assertEmpty(client: pg.PoolClient): Promise<void> {
  const { rows } = await client.query('select 1 from access union all select 1 from books limit 1')
  if (rows.length > 0)
    throw new BackupFault(
      'There are books here already. Restore into an empty place: set JOT_DATA_DIR to a new folder, or DATABASE_URL to a new database.',
    )
}

class Restore {
  private table: Extract<BackupLine, { tag: 'table' }> | undefined
  private waiting: string[] = []
  private letters = 0
  private readonly books: string[] = []
  private records = 0
  private at = ''

  constructor(private readonly client: pg.PoolClient) {}

  async run(lines: AsyncIterable<BackupLine>, nowMs: number): Promise<Restored> {
    // What a new place made for itself; children before parents.
    for (const table of ['pairings', ...[...SERVER_TABLES].reverse()]) await this.client.query(`delete from "${table}"`)
    for await (const line of lines) await this.take(line)
    await this.flush()
    const db = drizzle(this.client) as unknown as Queries
    await beginEpoch(db)
    for (const book of this.books) {
      await this.enter(book)
      await noteEvent(db, { kind: 'restored', bookId: book }, nowMs)
    }
    return { at: this.at, books: this.books.length, records: this.records }
  }

  private async take(line: BackupLine): Promise<void> {
    if (line.tag === 'row') {
      this.waiting.push(line.json)
      this.letters += line.json.length
      if (this.waiting.length >= ROWS_A_STATEMENT || this.letters > LETTERS_A_STATEMENT) await this.flush()
      return
    }
    await this.flush()
    if (line.tag === 'head') await this.begin(line)
    else if (line.tag === 'table') await this.open(line)
    else if (line.tag === 'digest') await this.verify(line)
  }

  private async begin({ at, schema }: Extract<BackupLine, { tag: 'head' }>): Promise<void> {
    this.at = at
    if (schema > (await schemaVersion(this.client)))
      throw new BackupFault('The back-up was made by a newer Jot Book. Update this one first.')
  }

  private async open(table: Extract<BackupLine, { tag: 'table' }>): Promise<void> {
    if (!TABLES.has(table.table) || table.columns.some((column) => !NAME.test(column)))
      throw new BackupFault(`The back-up holds a table ${table.table} that is not known here.`)
    this.table = table
    if (table.book !== null) await this.enter(table.book)
  }

  private async enter(book: Id<'book'>): Promise<void> {
    await this.client.query(`select set_config('jot.book', $1, true)`, [book])
  }

  private async flush(): Promise<void> {
    if (this.waiting.length === 0) return
    if (!this.table) throw new BackupFault('The back-up has rows of no table.')
    const columns = this.table.columns.map((column) => `"${column}"`).join(', ')
    await this.client.query(
      `insert into "${this.table.table}" (${columns}) select ${columns} from json_populate_recordset(null::"${this.table.table}", $1::json)`,
      [`[${this.waiting.join(',')}]`],
    )
    this.waiting = []
    this.letters = 0
  }

  /** Record by record: the checksum over all of a book's records must be the one they had. */
  private async verify({ book, records, sum }: Extract<BackupLine, { tag: 'digest' }>): Promise<void> {
    await this.enter(book)
    const db = drizzle(this.client) as unknown as Queries
    const found = await digestOfRecords(book, 0, (work) => work(db))
    if (found.records !== records || found.sum !== sum)
      throw new BackupFault('A book does not come out of the back-up as it went in. Nothing was restored.')
    this.books.push(book)
    this.records += records
  }
}
