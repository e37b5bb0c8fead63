import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Session } from '@jotbook/contract'
import { TestServer, change, newRecordId } from '../../test/testServer.ts'
import { BOOK_TABLES } from '../../platform/schema.ts'
import { eraseDeleted } from './deletion.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

const session = async (): Promise<Session> => (await server.ask('GET', '/api/session')).body as unknown as Session
const rowsOf = async (book: string): Promise<number> => {
  const counts = await Promise.all(
    [...BOOK_TABLES, 'access'].map((table) =>
      server.database.execute<{ n: number }>(
        sql`select count(*)::int as n from ${sql.identifier(table)} where book_id = ${book}`,
      ),
    ),
  )
  return counts.reduce((sum, { rows }) => sum + (rows[0]?.n ?? 0), 0)
}

describe('deleting a book', () => {
  it('takes its name as it is, shuts it to everybody, and can be taken back for thirty days', async () => {
    const [book, other] = [await server.makeBook('Autumn'), await server.makeBook('Spring')]
    await server.push(book, [change('water', newRecordId(), { name: 'North Arm' })])
    expect((await server.ask('POST', `/api/books/${book}/delete`, { name: 'Spring' })).body).toMatchObject({
      detail: 'Type the name of the book as it is: Autumn.',
    })
    expect((await server.ask('POST', `/api/books/${book}/delete`, { name: 'Autumn ' })).status).toBe(204)
    for (const path of ['snapshot', 'changes?after=0', 'export'])
      expect((await server.ask('GET', `/api/books/${book}/${path}`)).status).toBe(404)
    expect((await server.ask('PUT', `/api/books/${book}`, { name: 'Autumn' })).status).toBe(404)
    const after = await session()
    expect(after.books.map(({ id }) => id)).not.toContain(book)
    expect(after.deletedBooks).toMatchObject([{ id: book, name: 'Autumn' }])

    expect((await server.ask('POST', `/api/deleted-books/${other}/restore`, {})).status).toBe(404)
    expect((await server.ask('POST', `/api/deleted-books/${book}/restore`, {})).status).toBe(204)
    expect((await session()).books.map(({ id }) => id)).toContain(book)
    expect((await server.ask('GET', `/api/books/${book}/changes?after=0`)).status).toBe(200)
  })

  it('is for good after thirty days, and leaves other books alone', async () => {
    const [book, other] = [await server.makeBook('Gone'), await server.makeBook('Kept')]
    for (const one of [book, other]) {
      const water = newRecordId()
      await server.push(one, [
        change('water', water, { name: 'North Arm' }),
        change('trip', newRecordId(), { water, start: '2026-01-01T10:00:00.000Z' }),
      ])
    }
    const kept = await rowsOf(other)
    await server.ask('POST', `/api/books/${book}/delete`, { name: 'Gone' })
    await eraseDeleted(server.database, Date.now() + 29 * 86_400_000)
    expect(await rowsOf(book)).toBeGreaterThan(4)
    await eraseDeleted(server.database, Date.now() + 31 * 86_400_000)
    expect([await rowsOf(book), await rowsOf(other)]).toEqual([0, kept])
    expect((await session()).deletedBooks.map(({ id }) => id)).not.toContain(book)
  })
})
