import { request } from 'node:http'
import type { IncomingHttpHeaders } from 'node:http'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Writable } from 'node:stream'
import pino from 'pino'
import { sql } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { routes } from '@jotbook/contract'
import { OpenBook } from '../test/openBook.ts'
import { TestServer, addressOf, change, newRecordId } from '../test/testServer.ts'
import { createApp } from './createApp.ts'
import { inBook, openDatabase } from '../platform/database.ts'
import { fairShare } from '../platform/fairShare.ts'
import { loopbackDoor } from '../platform/door.ts'
import { Turns } from '../platform/turns.ts'
import { HealthProbe } from '../features/health/healthProbe.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms))

describe('a connection to the database that is lost', () => {
  it('in the middle of a statement is an error of that request, and of no other', async () => {
    const database = openDatabase(addressOf(server.database), { connections: 3 })
    const book = await server.makeBook()
    const sleeping = inBook(database, book, (db) => db.execute(sql`select pg_sleep(30)`))
    const idleWithin = inBook(database, book, () => pause(1500))
    const outcomes = Promise.allSettled([sleeping, idleWithin])
    await pause(300)
    // One is lost while it works, one while its transaction waits for us: the latter ended the process.
    await server.database.execute(
      sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()`,
    )
    expect((await outcomes).map(({ status }) => status)).toEqual(['rejected', 'rejected'])
    expect(await inBook(database, book, async (db) => (await db.execute(sql`select 1 as one`)).rows)).toEqual([
      { one: 1 },
    ])
    await database.$client.end()
  })

  it('answers 503 to what was asked meanwhile, and works again after', async () => {
    const book = await server.makeBook()
    await server.shutDatabase()
    const made = change('water', newRecordId(), { name: 'Pond' })
    const push = { schema: 2, device: 'd', changes: [made] }
    expect(await server.ask('POST', routes.changes(book), push)).toMatchObject({
      status: 503,
      body: { type: '/problems/database-away' },
    })
    await server.openDatabaseAgain()
    await expect
      .poll(async () => (await server.ask('POST', routes.changes(book), push)).body.accepted)
      .toEqual([made.id])
  })

  it('is no answer within the time a statement has', async () => {
    const hasty = openDatabase(addressOf(server.database), { connections: 1, answerMs: 400 })
    const book = await server.makeBook()
    await expect(inBook(hasty, book, (db) => db.execute(sql`select pg_sleep(5)`))).rejects.toThrow()
    expect(await inBook(hasty, book, async (db) => (await db.execute(sql`select 1 as one`)).rows)).toEqual([{ one: 1 }])
    await hasty.$client.end()
  })
})

describe('every answer', () => {
  const headersOf = (
    path: string,
    headers: Record<string, string> = {},
    method = 'GET',
  ): Promise<{ status: number; headers: IncomingHttpHeaders }> =>
    new Promise((done, fail) => {
      request(server.url + path, { method, headers }, (response) => {
        response.resume()
        done({ status: response.statusCode ?? 0, headers: response.headers })
      })
        .on('error', fail)
        .end()
    })

  it('carries the security headers, refusals too', async () => {
    const host = new URL(server.url).host
    const asked: [number, Awaited<ReturnType<typeof headersOf>>][] = [
      [200, await headersOf('/api/health', { host })],
      [421, await headersOf('/api/health', { host: 'evil.example' })],
      [403, await headersOf('/api/pairings', { host, origin: 'http://evil.example' }, 'POST')],
      [404, await headersOf('/api/nowhere', { host })],
      [404, await headersOf(`/api/books/${newRecordId()}/changes`, { host })],
    ]
    for (const [status, answer] of asked) {
      expect(answer.status).toBe(status)
      expect(answer.headers['content-security-policy']).toContain("script-src 'self'")
      expect(answer.headers['permissions-policy']).toContain('microphone=()')
      expect(answer.headers['x-content-type-options']).toBe('nosniff')
      expect(answer.headers['referrer-policy']).toBe('no-referrer')
    }
  })

  it('to an address of a file that is not there is 404, and pages have addresses of their own', async () => {
    const pages = mkdtempSync(join(tmpdir(), 'jot-pages-'))
    writeFileSync(join(pages, 'index.html'), '<title>Jot</title>')
    const database = openDatabase(addressOf(server.database), { connections: 1 })
    const app = createApp({
      database,
      health: new HealthProbe(database),
      installation: { epoch: 'e' },
      log: pino({ level: 'silent' }),
      version: 't',
      pages,
      door: loopbackDoor(() => port),
    })
    const listening = app.listen(0, '127.0.0.1')
    await new Promise((go) => listening.once('listening', go))
    const { port } = listening.address() as { port: number }
    const status = async (path: string): Promise<number> => (await fetch(`http://127.0.0.1:${port}${path}`)).status
    for (const path of ['/assets/gone.js', '/assets/../package.json', '/gone.png', '/.env', '/trips/x.php'])
      expect([path, await status(path)]).toEqual([path, 404])
    expect([await status('/'), await status('/trips/1')]).toEqual([200, 200])
    listening.close()
    await database.$client.end()
  })
})

describe('logs', () => {
  it('hold no name, place, statement or value, also when an answer had begun', async () => {
    let text = ''
    const log = pino(
      { level: 'trace' },
      new Writable({ write: (part: Buffer, _encoding, done) => ((text += part.toString()), done()) }),
    )
    const database = openDatabase(addressOf(server.database), { connections: 2 })
    const app = createApp({
      database,
      health: new HealthProbe(database),
      installation: { epoch: 'e' },
      log,
      version: 't',
      door: loopbackDoor(() => port),
    })
    const listening = app.listen(0, '127.0.0.1')
    await new Promise((go) => listening.once('listening', go))
    const { port } = listening.address() as { port: number }
    const book = await server.makeBook('Secret Cove')
    const said = consoleText()
    await server.database.execute(sql`alter table waters rename to waters_gone`)
    const push = {
      schema: 2,
      device: 'd',
      changes: [change('water', newRecordId(), { name: 'Secret Cove', latitude: 37.1234 })],
    }
    const failed = await fetch(`http://127.0.0.1:${port}${routes.changes(book)}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(push),
    })
    expect(failed.status).toBe(500)
    // The stream begins, and fails at the first kind.
    await fetch(`http://127.0.0.1:${port}${routes.snapshot(book)}`)
      .then(
        (response) => response.text(),
        () => '',
      )
      .catch(() => '')
    await server.database.execute(sql`alter table waters_gone rename to waters`)
    await pause(50)
    expect(text).toContain('unexpected failure')
    for (const told of ['Secret', 'Cove', '37.1234', 'insert into', 'select ', book])
      expect([told, (text + said()).includes(told)]).toEqual([told, false])
    listening.close()
    await database.$client.end()
  })
})

/** What is written past the log. */
function consoleText(): () => string {
  let text = ''
  const real = console.error
  console.error = (...parts: unknown[]) => void (text += parts.map(String).join(' '))
  return () => {
    console.error = real
    return text
  }
}

describe('fair shares', () => {
  it('are counted by account, book and address, and say when to come again', () => {
    let now = 0
    const { people } = fairShare(() => now)
    const ask = (account: string | undefined, bytes = 0): number => {
      try {
        people(
          {
            session: account === undefined ? {} : { account },
            ip: '10.1.1.1',
            headers: { 'content-length': String(bytes) },
            params: {},
          } as never,
          {} as never,
          () => undefined,
        )
        return 0
      } catch (error) {
        return (error as { more: { retryAfterS: number } }).more.retryAfterS
      }
    }
    expect(Array.from({ length: 1200 }, () => ask('one')).every((wait) => wait === 0)).toBe(true)
    expect([ask('one'), ask('two')]).toEqual([60, 0])
    now += 30_000
    expect(ask('one')).toBe(30)
    now += 30_000
    expect([ask('one'), ask('one', 300_000_000)]).toEqual([0, 60])
    expect(Array.from({ length: 601 }, () => ask(undefined)).filter((wait) => wait > 0)).toHaveLength(1)
  })

  it('are answered 429 with Retry-After', async () => {
    const open = await OpenBook.start()
    const browser = open.browser()
    let last = await browser.ask('GET', routes.session)
    for (let i = 0; i < 601 && last.status !== 429; i++) last = await browser.ask('GET', routes.session)
    expect([last.status, Number(last.headers['retry-after']) > 0]).toEqual([429, true])
    await open.server.stop()
  })

  it('of long work go by turns: nobody waits for another’s third question', async () => {
    const turns = new Turns(1)
    const order: string[] = []
    const signal = new AbortController().signal
    const work = (who: string) =>
      turns.run(who, signal, () => {
        order.push(who)
        return pause(20)
      })
    const first = work('one')
    const all = [work('one'), work('one'), work('two')]
    await expect(work('one')).rejects.toMatchObject({ code: 'too-often', more: { retryAfterS: 30 } })
    const away = new AbortController()
    const gone = turns.run('three', away.signal, () => Promise.resolve())
    away.abort()
    await expect(gone).rejects.toMatchObject({ code: 'cancelled' })
    await Promise.all([first, ...all])
    expect(order).toHaveLength(4)
    expect(order.indexOf('two')).toBeLessThan(3)
  })
})
