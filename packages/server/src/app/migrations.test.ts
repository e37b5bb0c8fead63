import { cpSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { change, newDatabase, newRecordId } from '../test/testServer.ts'
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

  it('give a strike the cover that its sheet wrote onto the stint, and say how many; what was typed with more stays; a word that is said otherwise now follows in every book', async () => {
    const old = await newDatabase()
    const rows = async <R extends object>(text: string, values: unknown[] = []): Promise<R[]> =>
      (await old.$client.query<R>(text, values)).rows
    await migrateDatabase(old, asOf('0009_wear'))
    const [book, water, lure, trip, member] = Array.from({ length: 5 }, newRecordId)
    const [told, typed, early, late, other] = Array.from({ length: 5 }, newRecordId)
    await rows(`insert into books (id, seq, created_at) values ($1, 10, now())`, [book])
    let seq = 0
    /** A record as it stands, and the change of the log that wrote it. */
    const logged = async (
      kind: string,
      record: string | undefined,
      fields: object,
      group = newRecordId(),
    ): Promise<string> => {
      const { stamp } = change('lure', newRecordId(), {})
      await rows(
        `insert into changes (book_id, seq, id, group_id, kind, record_id, stamp, fields, member_id, received_at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, now())`,
        [book, ++seq, newRecordId(), group, kind, record, stamp, JSON.stringify(fields), member],
      )
      return stamp
    }
    await rows(`insert into waters (id, book_id, stamps, name) values ($1, $2, '{}', 'W')`, [water, book])
    await rows(`insert into lures (id, book_id, stamps, name, class) values ($1, $2, '{}', 'L', 'tube')`, [lure, book])
    await rows(`insert into trips (id, book_id, stamps, water, start) values ($1, $2, '{}', $3, now())`, [
      trip,
      book,
      water,
    ])
    for (const [strike, stint] of [
      [early, told],
      [late, told],
      [other, typed],
    ])
      await rows(
        `insert into strikes (id, book_id, stamps, trip, stint, time) values ($1, $2, '{}', $3, $4, now())`.replace(
          '$4',
          'null',
        ),
        [strike, book, trip],
      ).then(() => logged('strike', strike, { stint }))
    const sheet = await logged('stint', told, { cover: 'dock' })
    const dock = await logged('stint', typed, { cover: 'brush', retrieve: 'drag' })
    for (const [stint, cover, stamp] of [
      [told, 'dock', sheet],
      [typed, 'brush', dock],
    ])
      await rows(
        `insert into stints (id, book_id, stamps, trip, lure, start, cover) values ($1, $2, $3, $4, $5, now(), $6)`,
        [stint, book, JSON.stringify({ cover: stamp }), trip, lure, cover],
      )
    for (const [strike, stint] of [
      [early, told],
      [late, told],
      [other, typed],
    ])
      await rows(`update strikes set stint = $2 where id = $1`, [strike, stint])

    // Another book, with a word that is said otherwise now.
    const [next, pond, jig, day, jigged] = Array.from({ length: 5 }, newRecordId)
    await rows(`insert into books (id, seq, created_at) values ($1, 1, now())`, [next])
    await rows(`insert into waters (id, book_id, stamps, name) values ($1, $2, '{}', 'P')`, [pond, next])
    await rows(`insert into lures (id, book_id, stamps, name, class) values ($1, $2, '{}', 'J', 'drop shot')`, [
      jig,
      next,
    ])
    await rows(`insert into trips (id, book_id, stamps, water, start) values ($1, $2, '{}', $3, now())`, [
      day,
      next,
      pond,
    ])
    await rows(
      `insert into stints (id, book_id, stamps, trip, lure, start, retrieve) values ($1, $2, '{}', $3, $4, now(), 'twitch and recover')`,
      [jigged, next, day, jig],
    )
    await rows(
      `insert into changes (book_id, seq, id, group_id, kind, record_id, stamp, fields, member_id, received_at) values ($1, 1, $2, $3, 'stint', $4, $5, '{}', $6, now())`,
      [next, newRecordId(), newRecordId(), jigged, sheet, member],
    )

    await migrateDatabase(old, FOLDER)
    expect(await rows(`select retrieve from stints where id = $1`, [jigged])).toEqual([{ retrieve: 'twitch and drop' }])
    expect(
      await rows(`select kind, record_id, fields, member_id from changes where book_id = $1 and seq = 2`, [next]),
    ).toEqual([{ kind: 'stint', record_id: jigged, fields: { retrieve: 'twitch and drop' }, member_id: member }])
    const covers = async (table: string): Promise<Record<string, unknown>> =>
      Object.fromEntries(
        (await rows<{ id: string; cover: unknown }>(`select id, cover from ${table} where book_id = $1`, [book])).map(
          (row) => [row.id, row.cover],
        ),
      )
    expect(await covers('strikes')).toEqual({ [early!]: null, [late!]: 'dock', [other!]: null })
    expect(await covers('stints')).toEqual({ [told!]: null, [typed!]: 'brush' })
    // Devices hear of it: the log goes on behind the book's last number, with stamps that win.
    const after = await rows<{ kind: string; fields: object; stamp: string }>(
      `select kind, fields, stamp from changes where book_id = $1 and seq > 10 order by seq`,
      [book],
    )
    expect(after.map(({ kind, fields }) => [kind, fields])).toEqual([
      ['strike', { cover: 'dock' }],
      ['stint', { cover: null }],
    ])
    expect(after.every(({ stamp }) => stamp > sheet && /^[0-9a-f]{12}-[0-9a-f]{4}-server$/.test(stamp))).toBe(true)
    expect(await rows(`select kind, detail from events where book_id = $1`, [book])).toEqual([
      { kind: 'covers-moved', detail: '1' },
    ])
    await old.$client.end()
  })
})
