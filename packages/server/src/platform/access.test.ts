import { request } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { eq } from 'drizzle-orm'
import { isAllowed } from '@jotbook/contract'
import { TestServer, change, newRecordId } from '../test/testServer.ts'
import { access } from './schema.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

/** `fetch` sets Host and Origin itself; a raw request can lie. */
function raw(method: string, path: string, headers: Record<string, string>): Promise<number> {
  return new Promise((done, fail) => {
    request(server.url + path, { method, headers }, (response) => {
      response.resume()
      done(response.statusCode ?? 0)
    })
      .on('error', fail)
      .end()
  })
}

describe('on loopback', () => {
  it('answers only to its own name, against DNS rebinding', async () => {
    expect(await raw('GET', '/api/session', { host: 'evil.example' })).toBe(421)
    expect(await raw('GET', '/api/session', { host: `localhost:${new URL(server.url).port}` })).toBe(200)
  })

  it('takes writes only from its own pages', async () => {
    const host = new URL(server.url).host
    const json = { host, 'content-type': 'application/json' }
    expect(await raw('PUT', `/api/books/${newRecordId()}`, { ...json, origin: 'http://evil.example' })).toBe(403)
    expect(await raw('PUT', `/api/books/${newRecordId()}`, { ...json, 'sec-fetch-site': 'cross-site' })).toBe(403)
    expect(await raw('POST', `/api/books/${newRecordId()}/changes`, { host, 'content-type': 'text/plain' })).toBe(415)
  })
})

describe('a book that is not the account’s', () => {
  it('does not exist, on every route', async () => {
    const book = await server.makeBook('Somebody else’s')
    await server.database.update(access).set({ account: 'stranger' }).where(eq(access.bookId, book))
    const tries: [string, string][] = [
      ['POST', 'changes'],
      ['GET', 'changes'],
      ['GET', 'snapshot'],
      ['POST', 'imports?namespace=x'],
      ['GET', 'export'],
      ['GET', 'export?as=json'],
    ]
    for (const [method, path] of tries) {
      const answer = await server.ask(
        method,
        `/api/books/${book}/${path}`,
        method === 'POST'
          ? { schema: 1, device: 'd', changes: [change('water', newRecordId(), { name: 'Mine now' })] }
          : undefined,
      )
      expect([path, answer.status, answer.body.type]).toEqual([path, 404, '/problems/not-found'])
    }
    expect((await server.ask('PUT', `/api/books/${book}`, { name: 'Mine now' })).status).toBe(404)
    expect((await server.ask('GET', '/api/session')).body.books).toEqual([])
  })
})

describe('permissions', () => {
  it('let crew log trips and make lures, and viewers nothing', () => {
    expect([
      isAllowed('crew', 'strike', 'create'),
      isAllowed('crew', 'lure', 'create'),
      isAllowed('crew', 'lure', 'delete'),
      isAllowed('crew', 'member', 'change'),
    ]).toEqual([true, true, false, false])
    expect([isAllowed('viewer', 'trip', 'create'), isAllowed('owner', 'member', 'delete')]).toEqual([false, true])
  })
})

describe('health', () => {
  it('says so when all is well', async () => {
    expect(await server.ask('GET', '/api/health')).toEqual({
      status: 200,
      body: { status: 'ok', database: 'ok', version: 'test' },
    })
  })
  it('says so when the database is away', async () => {
    const other = await TestServer.start()
    await other.shutDatabase()
    await expect.poll(async () => (await other.ask('GET', '/api/health')).body.database, { timeout: 5000 }).toBe('away')
    await other.openDatabaseAgain()
    await expect.poll(async () => (await other.ask('GET', '/api/health')).status, { timeout: 5000 }).toBe(200)
    await other.stop()
  })
})
