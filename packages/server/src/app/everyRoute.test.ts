import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { AUDIENCES, routes } from '@jotbook/contract'
import type { Browser } from '../test/openBook.ts'
import { OpenBook } from '../test/openBook.ts'
import { change, newRecordId } from '../test/testServer.ts'
import type { TestServer } from '../test/testServer.ts'
import { createBook } from '../features/books/service.ts'

let open: OpenBook
let server: TestServer
let book: string

beforeAll(async () => {
  open = await OpenBook.start()
  ;({ server, book } = open)
})
afterAll(() => server.stop())

const captain = (): Promise<Browser> => open.captain()
const joined = (role: 'crew' | 'viewer', name: string): Promise<Browser> => open.joined(role, name)

const pushOf = (changes: unknown[]): object => ({ schema: 2, device: 'd', changes })

describe('every route', () => {
  /** The same for all: what a route is asked with, as far as the gate lets it. */
  const push = { schema: 2, device: 'd', changes: [change('water', newRecordId(), { name: 'Mine now' })] }
  const bodyOf = (route: string): unknown =>
    route.endsWith('/changes') ? push : route.endsWith('/invitations') ? { role: 'crew' } : { name: 'X', password: 'y' }
  const pathOf = (path: string, asked = book): string =>
    path
      .replace(':book', asked)
      .replace(':device', newRecordId())
      .replace(':trip', newRecordId())
      .replace(':sha256', '0'.repeat(64)) + (path.endsWith('/imports') ? '?namespace=x' : '')
  const guarded = Object.entries(AUDIENCES).filter(([, audience]) => audience !== 'anybody')

  it('is in the table of those it answers, and the table knows no other', () => {
    interface Layer {
      readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> }
      readonly handle: { readonly stack?: readonly Layer[] }
    }
    const found = (layers: readonly Layer[]): string[] =>
      layers.flatMap(({ route, handle }) =>
        route
          ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`)
          : handle.stack
            ? found(handle.stack)
            : [],
      )
    const short = (route: string): string => route.replace('/api', '').replace(/(?<=^\w+ )\/books\/:book(?=\/)/, '')
    const served = found((server.app as unknown as { router: { stack: Layer[] } }).router.stack)
    expect(served.sort()).toEqual(Object.keys(AUDIENCES).map(short).sort())
  })

  it.each(guarded)('%s refuses a stranger, and one whose device was revoked', async (route) => {
    const [method, path] = route.split(' ') as [string, string]
    const stranger = await open.browser().ask(method, pathOf(path), bodyOf(path))
    expect([stranger.status, stranger.body.type]).toEqual([401, '/problems/sign-in'])
    const gone = await captain()
    const { devices } = (await gone.ask('GET', routes.devices)).body as { devices: { id: string; thisOne: boolean }[] }
    const own = devices.find(({ thisOne }) => thisOne)!
    expect((await (await captain()).ask('POST', routes.revoke(own.id))).status).toBe(204)
    expect((await gone.ask(method, pathOf(path), bodyOf(path))).status).toBe(401)
  })

  it('of a book refuses the member of another as if there were none', async () => {
    const other = newRecordId()
    const stranger = await joined('crew', 'Sol')
    await server.database.transaction((tx) => createBook(tx, 'somebody', { id: other, name: 'Another' }, open.clock))
    for (const route of Object.keys(AUDIENCES).filter((name) => name.includes(':book'))) {
      const [method, path] = route.split(' ') as [string, string]
      const answer = await stranger.ask(method, pathOf(path, other), bodyOf(path))
      expect([route, answer.status, answer.body.type]).toEqual([route, 404, '/problems/not-found'])
    }
    expect(((await stranger.ask('GET', routes.session)).body as { books: unknown[] }).books).toHaveLength(1)
  })

  it('refuses a viewer what changes the book, and tells no coordinates', async () => {
    const owner = await captain()
    const water = newRecordId()
    await owner.ask('POST', routes.changes(book), {
      ...push,
      changes: [
        change('water', water, {
          name: 'Pond',
          latitude: 37.5,
          longitude: -85.5,
          outline: { type: 'Point', coordinates: [1, 2] },
        }),
      ],
    })
    await owner.ask(
      'POST',
      routes.changes(book),
      pushOf([change('book', book, { weatherAddress: 'https://station.example/?key=SECRET' }, { ms: open.clock })]),
    )
    const viewer = await joined('viewer', 'Lee')
    const pushed = await viewer.ask('POST', routes.changes(book), push)
    expect((pushed.body as { refused: { problem: { type: string } }[] }).refused[0]?.problem.type).toBe(
      '/problems/not-allowed',
    )
    const crew = await joined('crew', 'Kit')
    for (const [route, audience] of Object.entries(AUDIENCES).filter(([name]) => name.includes(':book/'))) {
      const [method, path] = route.split(' ') as [string, string]
      const headers = path.endsWith('/imports') ? { 'content-type': 'application/zip' } : {}
      for (const [who, asking] of [
        ['viewer', viewer],
        ['crew', crew],
      ] as const) {
        const { body } = await asking.ask(method, pathOf(path), bodyOf(path), headers)
        const turnedAway = audience === 'owner' || (audience === 'crew' && who === 'viewer')
        expect([route, who, body.type === '/problems/not-allowed']).toEqual([route, who, turnedAway])
      }
    }
    expect((await viewer.ask('GET', `${routes.export(book)}?as=json`)).body.type).toBe('/problems/not-allowed')
    const seen = [
      (await viewer.ask('GET', `${routes.changes(book)}?after=0`)).body,
      (await viewer.ask('GET', routes.snapshot(book))).body,
    ]
    expect(JSON.stringify(seen)).toContain('Pond')
    expect(JSON.stringify(seen)).not.toMatch(/37\.5|coordinates|SECRET/)
    expect(String((await owner.ask('GET', routes.snapshot(book))).body.text)).toContain('SECRET')
  })

  it('lets crew log trips but not touch the captain’s settings', async () => {
    const owner = await captain()
    const crew = await joined('crew', 'Rowan')
    const [water, trip, lure] = [newRecordId(), newRecordId(), newRecordId()]
    await owner.ask('POST', routes.changes(book), { ...push, changes: [change('water', water, { name: 'Pond' })] })
    const logged = [
      change('lure', lure, { name: 'Jig', class: 'flipping jig' }),
      change('trip', trip, { water, start: '2026-03-14T11:00:00.000Z', limit: 5 }),
      change('trip', trip, { end: '2026-03-14T15:00:00.000Z' }),
      change('trip', trip, { limit: 6 }),
      change('water', water, { name: 'Mine' }),
      change('lure', lure, { name: 'Mine' }),
    ]
    const { body } = await crew.ask('POST', routes.changes(book), { schema: 2, device: 'd', changes: logged })
    const refused = (body as { refused: { group: string }[] }).refused.map(({ group }) =>
      logged.findIndex((one) => one.group === group),
    )
    expect(refused).toEqual([3, 4, 5])
  })

  it('takes writes only from its own pages, and answers only to its own name', async () => {
    const browser = await captain()
    expect((await browser.ask('POST', routes.pairings, {}, { origin: 'https://evil.example' })).status).toBe(403)
    expect((await browser.ask('POST', routes.pairings, {}, { 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await browser.ask('GET', routes.session, undefined, { host: 'evil.example' })).status).toBe(421)
  })
})
