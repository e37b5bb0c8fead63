import { cpSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { change, newDatabase, newRecordId } from '../test/testBook.ts'
import { loadStates } from '../features/changes/recordRepository.ts'
import { projectFolder } from '../platform/config.ts'
import { migrateDatabase } from '../platform/database.ts'
import type { Database } from '../platform/database.ts'

const FOLDER = join(projectFolder(), 'packages/server/migrations')
interface Journal {
  readonly entries: readonly { readonly tag: string }[]
}
const journal = JSON.parse(readFileSync(join(FOLDER, 'meta/_journal.json'), 'utf8')) as Journal

/** The migrations up to the one named, as an older version had them. */
function asOf(tag: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'jot-migrations-'))
  cpSync(FOLDER, folder, { recursive: true })
  const last = journal.entries.findIndex((entry) => entry.tag === tag)
  writeFileSync(
    join(folder, 'meta/_journal.json'),
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, last + 1) }),
  )
  return folder
}

let database: Database
beforeAll(async () => void (database = await newDatabase()))
afterAll(() => database.$client.end())

const query = async <R extends object>(sql: string, values: unknown[] = []): Promise<R[]> =>
  (await database.$client.query<R>(sql, values)).rows

describe('migrations', () => {
  it('are all in the journal, in order', () => {
    const files = readdirSync(FOLDER).filter((name) => name.endsWith('.sql'))
    expect(journal.entries.map(({ tag }) => `${tag}.sql`)).toEqual(files.sort())
  })

  it('keep every record of a book that an older version wrote, and may run again', async () => {
    await migrateDatabase(database, asOf('0000_start'))
    const [book, water, trip, strike] = [newRecordId(), newRecordId(), newRecordId(), newRecordId()]
    await query(`insert into books (id, created_at) values ($1, now())`, [book])
    const stamp = change('water', water, {}).stamp
    const write = (table: string, id: string, columns: Readonly<Record<string, unknown>>): Promise<object[]> => {
      const names = ['id', 'book_id', 'stamps', ...Object.keys(columns)]
      const stamps = Object.fromEntries(Object.keys(columns).map((column) => [column, stamp]))
      const values = [id, book, JSON.stringify(stamps), ...Object.values(columns)]
      return query(
        `insert into ${table} (${names.map((name) => `"${name}"`).join(', ')}) values (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
        values,
      )
    }
    await write('waters', water, { name: 'Old Pond', forage: ['perch'] })
    await write('trips', trip, { water, start: '2024-03-14T11:30:00Z' })
    await write('strikes', strike, { trip, time: '2024-03-14T12:00:00Z', outcome: 'landed' })

    await migrateDatabase(database, FOLDER)
    await migrateDatabase(database, FOLDER)
    const fieldsOf = async (kind: 'water' | 'strike') => (await loadStates(database, book, kind))[0]?.state.fields
    expect(await fieldsOf('water')).toMatchObject({ name: 'Old Pond', forage: ['perch'] })
    expect(await fieldsOf('strike')).toMatchObject({ trip, outcome: 'landed', time: '2024-03-14T12:00:00.000Z' })
    expect((await fieldsOf('strike'))?.timeUnknown ?? null).toBeNull()
    await query(`update waters set forage_spring = '{crawfish}' where id = $1`, [water])
  })
})
