import { request } from 'node:http'
import type { IncomingHttpHeaders } from 'node:http'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { AUDIENCES, routes } from '@jotbook/contract'
import type { Joined, Pairing } from '@jotbook/contract'
import { LOCAL_ACCOUNT } from '../../platform/door.ts'
import { OPEN_URL, TestServer, change, newRecordId } from '../../test/testBook.ts'
import { createBook } from '../books/service.ts'
import { setNameAndPassword } from './service.ts'

interface Answer {
  readonly status: number
  readonly body: Record<string, unknown>
  readonly headers: IncomingHttpHeaders
}

let server: TestServer
let book: string
let clock = Date.now()
const NAME = 'captain'
const PASSWORD = 'a long enough one'

beforeAll(async () => {
  server = await TestServer.startOpen(() => clock)
  book = newRecordId()
  await server.database.transaction(async (tx) => {
    await createBook(tx, LOCAL_ACCOUNT, { id: book, name: 'The book' }, clock)
    await setNameAndPassword(tx, LOCAL_ACCOUNT, NAME, PASSWORD, clock)
  })
})
afterAll(() => server.stop())

let browsers = 0

/** A browser of its own, at an address of its own, behind the proxy: keeps its cookie. */
class Browser {
  private readonly jar = new Map<string, string>()
  private readonly address = `10.0.${++browsers >> 8}.${browsers & 255}`

  async ask(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const writes = method !== 'GET'
    const sent = {
      host: new URL(OPEN_URL).host,
      'x-forwarded-proto': 'https',
      'x-forwarded-for': this.address,
      ...(writes ? { origin: OPEN_URL, 'content-type': 'application/json' } : {}),
      ...(this.jar.size > 0 ? { cookie: [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ') } : {}),
      ...headers,
    }
    const answer = await new Promise<Answer>((done, fail) => {
      const asked = request(server.url + path, { method, headers: sent }, (response) => {
        let text = ''
        response.setEncoding('utf8').on('data', (part: string) => (text += part))
        response.on('end', () => {
          for (const cookie of response.headers['set-cookie'] ?? []) this.keep(cookie.split(';')[0]!)
          const body = (text.startsWith('{') && !text.includes('\n{') ? JSON.parse(text) : { text }) as Record<string, unknown>
          done({ status: response.statusCode ?? 0, body, headers: response.headers })
        })
      })
      asked.on('error', fail)
      asked.end(writes ? JSON.stringify(body ?? {}) : undefined)
    })
    return answer
  }
  keep(cookie: string): void {
    const [name = '', value = ''] = cookie.split('=')
    this.jar.set(name, value)
  }
  /** The session's cookie, as a thief would take it. */
  get cookie(): string | undefined {
    const value = this.jar.get('__Host-jot')
    return value && `__Host-jot=${value}`
  }
  /** Signed out on this side only: what remains is what a device is known by. */
  forgetSession(): void {
    this.jar.delete('__Host-jot')
  }
  signIn = (name = NAME, password = PASSWORD): Promise<Answer> => this.ask('POST', routes.signIn, { name, password, device: 'A desk' })
  async code(path: string, body: object = {}): Promise<string> {
    return ((await this.ask('POST', path, body)).body as unknown as Pairing).code
  }
  claim = (code: string, name?: string): Promise<Answer> => this.ask('POST', routes.claim, { code, name, device: 'A phone' })
}

async function captain(): Promise<Browser> {
  const browser = new Browser()
  expect((await browser.signIn()).status).toBe(204)
  return browser
}

async function joined(role: 'crew' | 'viewer', name: string): Promise<Browser> {
  const browser = new Browser()
  const code = await (await captain()).code(routes.invitations(book), { role })
  expect((await browser.claim(code, name)).body as unknown as Joined).toEqual({ book })
  return browser
}

describe('every route', () => {
  /** The same for all: what a route is asked with, as far as the gate lets it. */
  const push = { schema: 2, device: 'd', changes: [change('water', newRecordId(), { name: 'Mine now' })] }
  const bodyOf = (route: string): unknown =>
    route.endsWith('/changes') ? push : route.endsWith('/invitations') ? { role: 'crew' } : { name: 'X', password: 'y' }
  const pathOf = (path: string, asked = book): string =>
    path.replace(':book', asked).replace(':device', newRecordId()).replace(':trip', newRecordId()).replace(':sha256', '0'.repeat(64)) +
    (path.endsWith('/imports') ? '?namespace=x' : '')
  const guarded = Object.entries(AUDIENCES).filter(([, audience]) => audience !== 'anybody')

  it('is in the table of those it answers, and the table knows no other', () => {
    interface Layer {
      readonly route?: { readonly path: string; readonly methods: Readonly<Record<string, boolean>> }
      readonly handle: { readonly stack?: readonly Layer[] }
    }
    const found = (layers: readonly Layer[]): string[] =>
      layers.flatMap(({ route, handle }) =>
        route ? Object.keys(route.methods).map((method) => `${method.toUpperCase()} ${route.path}`) : handle.stack ? found(handle.stack) : [],
      )
    const short = (route: string): string => route.replace('/api', '').replace(/(?<=^\w+ )\/books\/:book(?=\/)/, '')
    const served = found((server.app as unknown as { router: { stack: Layer[] } }).router.stack)
    expect(served.sort()).toEqual(Object.keys(AUDIENCES).map(short).sort())
  })

  it.each(guarded)('%s refuses a stranger, and one whose device was revoked', async (route) => {
    const [method, path] = route.split(' ') as [string, string]
    const stranger = await new Browser().ask(method, pathOf(path), bodyOf(path))
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
    await server.database.transaction((tx) => createBook(tx, 'somebody', { id: other, name: 'Another' }, clock))
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
      changes: [change('water', water, { name: 'Pond', latitude: 37.5, longitude: -85.5, outline: { type: 'Point', coordinates: [1, 2] } })],
    })
    const viewer = await joined('viewer', 'Lee')
    const pushed = await viewer.ask('POST', routes.changes(book), push)
    expect((pushed.body as { refused: { problem: { type: string } }[] }).refused[0]?.problem.type).toBe('/problems/not-allowed')
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
    const seen = [(await viewer.ask('GET', `${routes.changes(book)}?after=0`)).body, (await viewer.ask('GET', routes.snapshot(book))).body]
    expect(JSON.stringify(seen)).toContain('Pond')
    expect(JSON.stringify(seen)).not.toMatch(/37\.5|coordinates/)
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
    const refused = (body as { refused: { group: string }[] }).refused.map(({ group }) => logged.findIndex((one) => one.group === group))
    expect(refused).toEqual([3, 4, 5])
  })

  it('takes writes only from its own pages, and answers only to its own name', async () => {
    const browser = await captain()
    expect((await browser.ask('POST', routes.pairings, {}, { origin: 'https://evil.example' })).status).toBe(403)
    expect((await browser.ask('POST', routes.pairings, {}, { 'sec-fetch-site': 'cross-site' })).status).toBe(403)
    expect((await browser.ask('GET', routes.session, undefined, { host: 'evil.example' })).status).toBe(421)
  })
})

describe('signing in', () => {
  it('gives a new session each time, in a cookie that scripts and other sites do not get', async () => {
    const browser = new Browser()
    await browser.ask('GET', routes.health)
    expect(browser.cookie).toBeUndefined()
    await browser.signIn()
    const first = browser.cookie
    await browser.signIn()
    expect([first?.startsWith('__Host-jot='), browser.cookie === first]).toEqual([true, false])
    const old = new Browser()
    old.keep(first!)
    expect((await old.ask('GET', routes.session)).status).toBe(401)
    expect((await browser.ask('POST', routes.signOut)).status).toBe(204)
    expect((await browser.ask('GET', routes.session)).status).toBe(401)
  })

  it('says no more than that name and password do not fit, and makes who guesses wait', async () => {
    const name = 'guessed'
    await server.database.transaction((tx) => setNameAndPassword(tx, 'guessed', name, PASSWORD, clock))
    const browser = new Browser()
    const unknown = await browser.signIn('nobody', 'wrong password')
    for (let i = 0; i < 6; i++) expect((await browser.signIn(name, 'wrong password')).body).toEqual(unknown.body)
    expect((await browser.signIn(name)).body.type).toBe('/problems/too-often')
    clock += 2 * 60_000
    expect((await browser.signIn(name)).status).toBe(204)
    const rows = await server.database.$client.query('select password_hash from accounts where sign_in_name is not null')
    for (const { password_hash: kept } of rows.rows as { password_hash: string }[]) expect(kept).toMatch(/^\$argon2id\$/)
  })

  it('asks for a password of some length, and for a name of one’s own', async () => {
    const owner = await captain()
    expect((await owner.ask('PUT', routes.account, { name: NAME, password: 'short', current: PASSWORD })).body).toMatchObject({ field: 'password' })
    expect((await owner.ask('PUT', routes.account, { name: 'guessed', password: PASSWORD, current: PASSWORD })).body).toMatchObject({ field: 'name' })
  })
})

describe('a pairing code', () => {
  it('makes a phone the owner’s own, once, and within ten minutes', async () => {
    const owner = await captain()
    const code = await owner.code(routes.pairings)
    const [one, two] = [new Browser(), new Browser()]
    const answers = await Promise.all([one.claim(code), two.claim(code)])
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 410])
    const phone = answers[0].status === 200 ? one : two
    expect(((await phone.ask('GET', routes.session)).body as { books: { role: string }[] }).books).toMatchObject([{ role: 'owner' }])
    const late = await owner.code(routes.pairings)
    clock += 10 * 60_000 + 1
    expect((await new Browser().claim(late)).status).toBe(410)
    expect((await new Browser().claim('made up')).status).toBe(410)
  })

  it('of an invitation makes a member under the name given; taken out, the member finds no book', async () => {
    const crew = await joined('crew', 'Wren')
    const owner = await captain()
    const pulled = (await owner.ask('GET', `${routes.changes(book)}?after=0`)).body as { changes: { recordId: string; fields: Record<string, unknown> }[] }
    const member = pulled.changes.find(({ fields }) => fields.name === 'Wren')!
    expect(member.fields).toEqual({ name: 'Wren', role: 'crew' })
    const out = change('member', member.recordId, { deletedAt: '2026-03-15T00:00:00.000Z' }, { ms: clock })
    await owner.ask('POST', routes.changes(book), { schema: 2, device: 'd', changes: [out] })
    expect((await crew.ask('GET', routes.changes(book))).status).toBe(404)
    expect(((await crew.ask('GET', routes.session)).body as { books: unknown[] }).books).toEqual([])
  })
})
