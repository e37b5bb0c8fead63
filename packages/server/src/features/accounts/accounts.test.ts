import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { TOTP, Secret } from 'otpauth'
import { routes } from '@jotbook/contract'
import type { AccessEvent, SecondFactor } from '@jotbook/contract'
import type { Browser } from '../../test/openBook.ts'
import { NAME, OpenBook, PASSWORD } from '../../test/openBook.ts'
import { change, newRecordId } from '../../test/testServer.ts'
import type { TestServer } from '../../test/testServer.ts'
import { resetAccount, setNameAndPassword } from './service.ts'
import { stepOfCode } from './secondFactor.ts'

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

describe('signing in', () => {
  it('gives a new session each time, in a cookie that scripts and other sites do not get', async () => {
    const browser = open.browser()
    await browser.ask('GET', routes.health)
    expect(browser.cookie).toBeUndefined()
    await browser.signIn()
    const first = browser.cookie
    await browser.signIn()
    expect([first?.startsWith('__Host-jot='), browser.cookie === first]).toEqual([true, false])
    const old = open.browser()
    old.keep(first!)
    expect((await old.ask('GET', routes.session)).status).toBe(401)
    expect((await browser.ask('POST', routes.signOut)).status).toBe(204)
    expect((await browser.ask('GET', routes.session)).status).toBe(401)
  })

  it('says no more than that name and password do not fit, and makes who guesses wait', async () => {
    const name = 'guessed'
    await server.database.transaction((tx) => setNameAndPassword(tx, 'guessed', name, PASSWORD, open.clock))
    const browser = open.browser()
    const unknown = await browser.signIn('nobody', 'wrong password')
    for (let i = 0; i < 6; i++) expect((await browser.signIn(name, 'wrong password')).body).toEqual(unknown.body)
    expect((await browser.signIn(name)).body.type).toBe('/problems/too-often')
    open.clock += 2 * 60_000
    expect((await browser.signIn(name)).status).toBe(204)
    const rows = await server.database.$client.query(
      'select password_hash from accounts where sign_in_name is not null',
    )
    for (const { password_hash: kept } of rows.rows as { password_hash: string }[])
      expect(kept).toMatch(/^\$argon2id\$/)
  })

  it('does not lock the owner out of a device that is known, whoever guesses elsewhere', async () => {
    const owner = await captain()
    owner.forgetSession()
    const guesser = open.browser()
    for (let i = 0; i < 8; i++) await guesser.signIn(NAME, 'wrong password')
    expect((await open.browser().signIn()).body.type).toBe('/problems/too-often')
    expect((await owner.signIn()).status).toBe(204)
    open.clock += 20 * 60_000
  })

  it('answers a name that nobody has, and makes it wait, as one that somebody has', async () => {
    const [known, unknown] = [open.browser(), open.browser()]
    await server.database.transaction((tx) => setNameAndPassword(tx, 'mate', 'mate', PASSWORD, open.clock))
    for (let i = 0; i < 8; i++) {
      const [one, other] = [
        await known.signIn('mate', 'wrong password'),
        await unknown.signIn('no such mate', 'wrong password'),
      ]
      expect([other.status, other.body]).toEqual([one.status, one.body])
    }
  })

  it('counts the tries of an address for all processes together', async () => {
    const guesser = open.browser()
    let answers = 0
    for (; answers < 40; answers++) if ((await guesser.signIn(`name ${answers}`, 'wrong')).status === 429) break
    expect(answers).toBe(30)
    open.clock += 11 * 60_000
    expect((await guesser.signIn('one more', 'wrong')).status).toBe(401)
  })

  it('asks for a password of twelve letters that is not among the common ones, and for a name that nobody could take for another', async () => {
    const owner = await captain()
    const put = async (name: string, password: string): Promise<unknown> =>
      (await owner.ask('PUT', routes.account, { name, password, current: PASSWORD })).body.field
    for (const password of [
      'short',
      'elevenchars',
      'passwordpassword',
      'password1234',
      'Qwertyuiop12',
      'aaaaaaaaaaaaaa',
      'captain12345',
    ])
      expect([password, await put(NAME, password)]).toEqual([password, 'password'])
    // Somebody's name, the same in wide letters, with Cyrillic letters among them, with a digit for a letter, and in another alphabet.
    for (const name of ['guessed', 'ＧＵＥＳＳＥＤ', 'gueѕsed', 'm4te\u202e', 'MATE ', 'rn\u0000te'])
      expect([name, await put(name, PASSWORD)]).toEqual([name, 'name'])
    await server.database.transaction((tx) => setNameAndPassword(tx, 'lol', 'paul', PASSWORD, open.clock))
    expect(await put('pau1', PASSWORD)).toBe('name')
    expect((await open.browser().signIn('ＣＡＰＴＡＩＮ')).status).toBe(204)
  })

  it('wants the current password for another one, and then ends every other session and code', async () => {
    const [owner, elsewhere] = [await captain(), await captain()]
    const code = await elsewhere.code(routes.pairings)
    const next = 'another long enough one'
    expect((await owner.ask('PUT', routes.account, { name: NAME, password: next })).body).toMatchObject({
      type: '/problems/wrong-password',
      field: 'current',
    })
    expect((await owner.ask('PUT', routes.account, { name: NAME, password: next, current: PASSWORD })).status).toBe(204)
    expect([
      (await owner.ask('GET', routes.session)).status,
      (await elsewhere.ask('GET', routes.session)).status,
    ]).toEqual([200, 401])
    expect((await open.browser().claim(code)).status).toBe(410)
    await owner.ask('PUT', routes.account, { name: NAME, password: PASSWORD, current: next })
  })

  it('keeps sessions under the hash of their ids, and ends them when they idle or grow old', async () => {
    const owner = await captain()
    const sid = decodeURIComponent(owner.cookie!.split('=')[1]!).slice(2).split('.')[0]
    const { rows } = await server.database.$client.query<{ sid: string }>('select sid from sessions')
    expect(rows.map((row) => row.sid)).not.toContain(sid)
    for (const { sid: kept } of rows) expect(kept).toMatch(/^[0-9a-f]{64}$/)
    const began = open.clock
    open.clock += 91 * 24 * 3_600_000
    expect((await owner.ask('GET', routes.session)).status).toBe(401)
    open.clock = began
    const steady = await captain()
    const devices = 'update devices set seen_at = $1'
    open.clock += 366 * 24 * 3_600_000
    await server.database.$client.query(devices, [new Date(open.clock).toISOString()])
    expect((await steady.ask('GET', routes.session)).status).toBe(401)
    open.clock = began
    await server.database.$client.query(devices, [new Date(open.clock).toISOString()])
  })
})

describe('a second factor', () => {
  // RFC 6238, appendix B: the secret "12345678901234567890", SHA-1; the last six of its eight digits.
  it.each([
    [59, '287082'],
    [1_111_111_109, '081804'],
    [1_111_111_111, '050471'],
    [1_234_567_890, '005924'],
    [2_000_000_000, '279037'],
    [20_000_000_000, '353130'],
  ])('is that of RFC 6238 at %d s', (seconds, code) => {
    const secret = Secret.fromLatin1('12345678901234567890').base32
    const step = Math.floor(seconds / 30)
    expect(stepOfCode(secret, code, null, seconds * 1000)).toBe(step)
    expect(stepOfCode(secret, code, step, seconds * 1000)).toBeUndefined()
    expect(stepOfCode(secret, code, null, (seconds + 90) * 1000)).toBeUndefined()
  })

  it('is asked for once it is on; a code serves once, a recovery code too, and a reset turns it off', async () => {
    await server.database.transaction((tx) => setNameAndPassword(tx, 'guarded', 'guarded', PASSWORD, open.clock))
    const owner = open.browser()
    expect((await owner.signIn('guarded')).status).toBe(204)
    expect((await owner.ask('POST', routes.secondFactor, { current: 'wrong' })).status).toBe(401)
    const { secret } = (await owner.ask('POST', routes.secondFactor, { current: PASSWORD }))
      .body as unknown as SecondFactor
    const codeNow = (): string => new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: open.clock })
    expect((await owner.ask('PUT', routes.secondFactor, { code: '000000' })).body.field).toBe('code')
    const { recoveryCodes } = (await owner.ask('PUT', routes.secondFactor, { code: codeNow() })).body as {
      recoveryCodes: string[]
    }
    expect(recoveryCodes).toHaveLength(10)
    expect((await open.browser().signIn('guarded')).body.type).toBe('/problems/second-factor')
    expect((await open.browser().signIn('guarded', PASSWORD, codeNow())).status).toBe(204)
    expect((await open.browser().signIn('guarded', PASSWORD, codeNow())).status).toBe(401)
    expect((await open.browser().signIn('guarded', PASSWORD, recoveryCodes[3])).status).toBe(204)
    expect((await open.browser().signIn('guarded', PASSWORD, recoveryCodes[3])).status).toBe(401)
    await server.database.transaction((tx) => resetAccount(tx, 'guarded', 'guarded', 'a third long one', open.clock))
    expect((await owner.ask('GET', routes.session)).status).toBe(401)
    expect((await open.browser().signIn('guarded', 'a third long one')).status).toBe(204)
  })
})

describe('a pairing code', () => {
  it('makes a phone the owner’s own, once, and within ten minutes', async () => {
    const owner = await captain()
    const code = await owner.code(routes.pairings)
    const [one, two] = [open.browser(), open.browser()]
    const answers = await Promise.all([one.claim(code), two.claim(code)])
    expect(answers.map(({ status }) => status).sort()).toEqual([200, 410])
    const phone = answers[0].status === 200 ? one : two
    expect(((await phone.ask('GET', routes.session)).body as { books: { role: string }[] }).books).toMatchObject([
      { role: 'owner' },
    ])
    const late = await owner.code(routes.pairings)
    open.clock += 10 * 60_000 + 1
    expect((await open.browser().claim(late)).status).toBe(410)
    expect((await open.browser().claim('made up')).status).toBe(410)
  })

  it('of an invitation makes a member under the name given; taken out, the member finds no book', async () => {
    const crew = await joined('crew', 'Wren')
    const owner = await captain()
    const pulled = (await owner.ask('GET', `${routes.changes(book)}?after=0`)).body as {
      changes: { recordId: string; fields: Record<string, unknown> }[]
    }
    const member = pulled.changes.find(({ fields }) => fields.name === 'Wren')!
    expect(member.fields).toEqual({ name: 'Wren', role: 'crew' })
    const out = change('member', member.recordId, { deletedAt: '2026-03-15T00:00:00.000Z' }, { ms: open.clock })
    await owner.ask('POST', routes.changes(book), { schema: 2, device: 'd', changes: [out] })
    expect((await crew.ask('GET', routes.changes(book))).status).toBe(404)
    expect(((await crew.ask('GET', routes.session)).body as { books: unknown[] }).books).toEqual([])
  })

  it('ends with the device and the session that made it', async () => {
    const [owner, other] = [await captain(), await captain()]
    const [byDevice, bySession] = [
      await other.code(routes.invitations(book), { role: 'crew' }),
      await owner.code(routes.invitations(book), { role: 'crew' }),
    ]
    const { devices } = (await other.ask('GET', routes.devices)).body as { devices: { id: string; thisOne: boolean }[] }
    await owner.ask('POST', routes.revoke(devices.find(({ thisOne }) => thisOne)!.id))
    expect((await open.browser().claim(byDevice, 'Late')).status).toBe(410)
    const { headers } = await owner.ask('POST', routes.signOut)
    expect(headers['clear-site-data']).toBe('"cache"')
    expect((await open.browser().claim(bySession, 'Late')).status).toBe(410)
  })

  it('does not let a member back who was removed: every code from before ends with the removal', async () => {
    const owner = await captain()
    const code = await owner.code(routes.invitations(book), { role: 'crew' })
    const member = await memberCalled(await joined('crew', 'Finch'), 'Finch')
    await owner.ask(
      'POST',
      routes.changes(book),
      pushOf([change('member', member, { deletedAt: '2026-03-15T00:00:00.000Z' }, { ms: open.clock })]),
    )
    expect((await open.browser().claim(code, 'Finch again')).status).toBe(410)
  })

  it('of a lower role takes nothing from who scans it; of a higher one raises them, under the same membership', async () => {
    const owner = await captain()
    expect((await owner.claim(await owner.code(routes.invitations(book), { role: 'viewer' }), 'Me')).status).toBe(200)
    const roles = async (browser: Browser): Promise<string[]> =>
      ((await browser.ask('GET', routes.session)).body as { books: { role: string }[] }).books.map(({ role }) => role)
    expect(await roles(owner)).toEqual(['owner'])
    const viewer = await joined('viewer', 'Teal')
    open.clock += 1000
    await viewer.claim(await owner.code(routes.invitations(book), { role: 'crew' }), 'Teal')
    expect(await roles(viewer)).toEqual(['crew'])
    const { rows } = await server.database.$client.query(`select 1 from members where book_id = $1 and name = 'Teal'`, [
      book,
    ])
    expect(rows).toHaveLength(1)
  })

  it('makes nobody owner in the last one’s stead: who alone owns a book can neither leave nor take another role', async () => {
    const owner = await captain()
    const me = await memberCalled(owner, 'Owner')
    // A name aboard without an account cannot open the book, whatever its role.
    const ghost = change('member', newRecordId(), { name: 'Ghost', role: 'owner' }, { ms: open.clock })
    for (const fields of [{ role: 'crew' }, { deletedAt: '2026-03-15T00:00:00.000Z' }]) {
      const group = newRecordId()
      const { body } = await owner.ask(
        'POST',
        routes.changes(book),
        pushOf([{ ...ghost, group }, change('member', me, fields, { group, ms: open.clock })]),
      )
      expect((body as { refused: { problem: { type: string } }[] }).refused[0]?.problem.type).toBe(
        '/problems/not-allowed',
      )
    }
    expect((await owner.ask('GET', routes.session)).body.books).toMatchObject([{ role: 'owner' }])
  })
})

const pushOf = (changes: unknown[]): object => ({ schema: 2, device: 'd', changes })

async function memberCalled(browser: Browser, name: string): Promise<string> {
  const { changes } = (await browser.ask('GET', `${routes.changes(book)}?after=0`)).body as {
    changes: { kind: string; recordId: string; fields: { name?: string } }[]
  }
  return changes.find(({ kind, fields }) => kind === 'member' && fields.name === name)!.recordId
}

describe('what happened', () => {
  it('is there for the owner to look up: who came in, who was turned away, what left the book', async () => {
    const owner = await captain()
    await open.browser().signIn(NAME, 'wrong password')
    const crew = await joined('crew', 'Plover')
    await crew.ask('POST', routes.imports(book), 'x', { 'content-type': 'application/zip' })
    await crew.ask(
      'POST',
      routes.changes(book),
      pushOf([change('water', newRecordId(), { name: 'Mine' }, { ms: open.clock })]),
    )
    await owner.ask(
      'POST',
      routes.changes(book),
      pushOf([change('member', await memberCalled(crew, 'Plover'), { role: 'viewer' }, { ms: open.clock })]),
    )
    await owner.ask('GET', routes.export(book))
    const { events } = (await owner.ask('GET', routes.events(book))).body as unknown as { events: AccessEvent[] }
    const kinds = new Set(events.map(({ kind }) => kind))
    for (const kind of [
      'signed-in',
      'code-made',
      'code-used',
      'member-joined',
      'exported',
      'password-changed',
      'not-allowed',
      'member-changed',
    ])
      expect(kinds).toContain(kind)
    expect(events.filter(({ kind }) => kind === 'not-allowed').map(({ detail }) => detail)).toEqual(
      expect.arrayContaining(['imports', 'changes']),
    )
    expect(events[0]!.at >= events.at(-1)!.at).toBe(true)
  })
})
