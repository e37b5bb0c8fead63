import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'drizzle-orm'
import { KINDS, allFields } from '@jotbook/core'
import type { Change, Kind, RecordState } from '@jotbook/core'
import { AUDIENCES, MAX_PUSH_CHANGES, routes, unreadableFields } from '@jotbook/contract'
import type { PushAnswer } from '@jotbook/contract'
import { applicationRole, inBook, openDatabase } from '../../platform/database.ts'
import type { Database } from '../../platform/database.ts'
import { zipBundle } from '@jotbook/core/formats'
import { OpenBook, PASSWORD } from '../../test/openBook.ts'
import type { Answer, Browser } from '../../test/openBook.ts'
import { addressOf, change, newRecordId } from '../../test/testBook.ts'
import { createBook } from '../books/service.ts'

let open: OpenBook
let mine: string
/** A book of somebody else, that nothing here may touch. */
const theirs = newRecordId()
const theirWater = newRecordId()
let owner: Browser
let crew: Browser
let viewer: Browser
/** As the server works: not as the owner of the tables. */
let working: Database

beforeAll(async () => {
  open = await OpenBook.start()
  mine = open.book
  await open.server.database.transaction((tx) => createBook(tx, 'somebody', { id: theirs, name: 'Theirs' }, open.clock))
  await open.server.database.execute(sql`insert into waters (book_id, id, name, stamps) values (${theirs}, ${theirWater}, 'Their pond', '{}')`)
  owner = await open.captain()
  ;[crew, viewer] = [await open.joined('crew', 'Kit'), await open.joined('viewer', 'Lee')]
  working = openDatabase(addressOf(open.server.database), { connections: 2, role: await applicationRole(open.server.database) })
})
afterAll(async () => {
  await working.$client.end()
  await open.server.stop()
})

const pushed = (browser: Browser, changes: readonly unknown[], book = mine): Promise<Answer> =>
  browser.ask('POST', routes.changes(book), { schema: 2, device: 'd', changes })
const refusals = (answer: Answer): PushAnswer['refused'] => (answer.body as unknown as PushAnswer).refused
const now = (): { ms: number } => ({ ms: open.clock - 1000 })
const count = async (statement: string): Promise<number> => Number((await open.server.database.$client.query<{ n: string }>(statement)).rows[0]!.n)
/** All that is in the book of somebody else. */
const theirSum = (): Promise<number> =>
  count(`select (select count(*) from waters where book_id = '${theirs}') + 1000 * (select count(*) from members where book_id = '${theirs}')
    + 1000000 * (select count(*) from changes where book_id = '${theirs}') + 1000000000 * (select count(*) from access where book_id = '${theirs}') as n`)

describe('the fields of a change', () => {
  it.each(['bookId', 'book_id', 'id', 'stamps', 'extra', '__proto__', 'constructor', 'toString', 'prototype', 'Name', 'a.b', ''])(
    'are never %j',
    async (field) => {
      const [id, before] = [newRecordId(), await theirSum()]
      const made = change('water', id, JSON.parse(`{"name": "Pond", ${JSON.stringify(field)}: "${theirs}"}`) as Change['fields'], now())
      const [refused] = refusals(await pushed(owner, [made]))
      expect([refused?.problem.type, refused?.problem.field === 'prototype' ? undefined : refused?.problem.field]).toEqual(
        field === 'prototype' ? [undefined, undefined] : ['/problems/invalid-record', field],
      )
      expect(await count(`select count(*) as n from waters where id = '${id}' and book_id <> '${mine}'`)).toBe(0)
      expect(await theirSum()).toBe(before)
    },
  )

  it('do not make a viewer owner, of this book or another', async () => {
    const { rows } = await open.server.database.$client.query<{ id: string }>(`select id from members where book_id = $1 and name = 'Lee'`, [mine])
    const [me] = [rows[0]!.id]
    const own = newRecordId()
    await viewer.ask('PUT', routes.book(own), { name: 'A book of my own' })
    const tries = [change('member', me, { role: 'owner' }, now()), change('member', newRecordId(), { name: 'Me', role: 'owner', bookId: mine, id: me }, now())]
    for (const book of [mine, own]) await pushed(viewer, tries, book)
    expect(await count(`select count(*) as n from members where book_id = '${mine}' and role = 'owner'`)).toBe(1)
    const { books } = (await viewer.ask('GET', routes.session)).body as { books: { id: string; role: string }[] }
    expect(books.find(({ id }) => id === mine)?.role).toBe('viewer')
  })
})

describe('the second lock', () => {
  it('holds the server’s own statements to one book, whatever they say', async () => {
    expect(await applicationRole(open.server.database)).toBe('jot_app')
    const hostile = (statement: string): Promise<unknown> => inBook(working, mine, (db) => db.execute(sql.raw(statement)))
    const refused = { cause: expect.objectContaining({ code: '42501' }) as object }
    const before = await theirSum()
    await expect(
      hostile(`insert into members (book_id, id, name, role, stamps) values ('${theirs}', '${newRecordId()}', 'Me', 'owner', '{}')`),
    ).rejects.toMatchObject(refused)
    await expect(hostile(`insert into access (book_id, account, member_id) values ('${theirs}', 'me', '${newRecordId()}')`)).rejects.toMatchObject(refused)
    await expect(hostile(`update waters set book_id = '${theirs}' where book_id = '${mine}'`)).rejects.toMatchObject(refused)
    await hostile(`update waters set name = 'Mine' where id = '${theirWater}'`)
    await hostile(`delete from waters where book_id = '${theirs}'`)
    expect(await hostile(`select count(*)::int as n from waters where book_id = '${theirs}'`)).toMatchObject({ rows: [{ n: 0 }] })
    expect(await hostile(`select count(*)::int as n from changes where book_id <> '${mine}'`)).toMatchObject({ rows: [{ n: 0 }] })
    // Without a book nothing is seen at all, and no lock can be taken off.
    expect((await working.execute(sql`select 1 from waters`)).rows).toEqual([])
    await expect(hostile('alter table waters disable row level security')).rejects.toMatchObject(refused)
    await expect(hostile('drop policy one_book on waters')).rejects.toMatchObject(refused)
    expect(await theirSum()).toBe(before)
    expect(await count(`select count(*) as n from waters where id = '${theirWater}' and name = 'Their pond'`)).toBe(1)
  })

  it('is on every table that holds what belongs to a book', async () => {
    const { rows } = await open.server.database.$client.query<{ name: string }>(
      `select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'book_id'
        where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and not (c.relrowsecurity and c.relforcerowsecurity)`,
    )
    // A code is taken by its hash before it is known which book it opens.
    expect(rows.map(({ name }) => name)).toEqual(['pairings'])
    expect(await count(`select count(*) as n from pg_class where relowner = 'jot_app'::regrole`)).toBe(0)
  })
})

describe('ids', () => {
  it('have one spelling: another letter’s case goes round no permission', async () => {
    const lure = newRecordId().replace(/^.{8}/, 'abcdef01')
    await pushed(owner, [change('lure', lure, { name: 'Captain’s jig', class: 'flipping jig' }, now())])
    const [one, other] = [
      change('lure', lure.toUpperCase(), { name: 'Mine', class: 'popper' }, now()),
      change('lure', lure, { name: 'Mine', class: 'popper' }, now()),
    ]
    expect(refusals(await pushed(crew, [one, other])).map(({ problem }) => problem.type)).toEqual(['/problems/invalid-request', '/problems/not-allowed'])
    expect(await count(`select count(*) as n from lures where id = '${lure}' and name = 'Captain’s jig'`)).toBe(1)
    expect((await owner.ask('GET', routes.changes(mine.toUpperCase()))).status).toBe(mine.toUpperCase() === mine ? 200 : 404)
    expect((await owner.ask('PUT', routes.book(newRecordId().toUpperCase()), { name: 'X' })).status).toBe(422)
  })

  it('of the book’s settings are the book’s', async () => {
    const answer = await pushed(owner, [
      change('book', newRecordId(), { name: 'Another head' }, now()),
      change('book', mine, { deletedAt: '2026-03-15T00:00:00.000Z' }, now()),
    ])
    expect(refusals(answer).map(({ problem }) => problem.type)).toEqual(['/problems/not-allowed', '/problems/not-allowed'])
  })
})

describe('what cannot be stored', () => {
  const trip = newRecordId()
  it.each<[string, Kind, Record<string, unknown>, string]>([
    ['half a character', 'water', { name: 'Pond \ud83d' }, 'name'],
    ['half a character deep in a list', 'trip', { water: theirWater, start: '2026-03-14T11:00:00.000Z', anglers: ['\udc00'] }, 'anglers'],
    ['half a character in what nobody knows yet', 'water', { name: 'Pond', ofTheFuture: { deep: ['\ud800'] } }, 'ofTheFuture'],
    ['U+0000 in a key', 'water', { name: 'Pond', ofTheFuture: { 'nul\u0000': 1 } }, 'ofTheFuture'],
    ['a year before anglers', 'trip', { water: theirWater, start: '0001-01-01T00:00:00.000Z' }, 'start'],
    ['a year after them', 'strike', { trip, time: '9999-12-31T23:59:59.000Z' }, 'time'],
    ['a day in the year 3000', 'plan', { water: theirWater, date: '3000-01-01' }, 'date'],
    ['a clock that is off by centuries', 'trip', { water: theirWater, start: '2026-03-14T11:00:00.000Z', clockShiftS: { d: 1e15 } }, 'clockShiftS'],
    ['a clock shift that is text', 'trip', { water: theirWater, start: '2026-03-14T11:00:00.000Z', clockShiftS: { d: 'much' } }, 'clockShiftS'],
    ['a shore off the globe', 'water', { name: 'Pond', outline: { type: 'Polygon', coordinates: [[[500, 0]]] } }, 'outline'],
    ['a shore that is none', 'water', { name: 'Pond', outline: { type: 'Polygon', coordinates: 'here' } }, 'outline'],
    ['a track of words', 'trip', { water: theirWater, start: '2026-03-14T11:00:00.000Z', track: ['here', 'there'] }, 'track'],
    ['a number beyond all', 'reading', { trip, time: '2026-03-14T11:00:00.000Z', depthM: Infinity }, 'depthM'],
    ['a list of rods that is none', 'trip', { water: theirWater, start: '2026-03-14T11:00:00.000Z', deck: 'all' }, 'deck'],
  ])('is refused with its field, and what comes with it is taken: %s', async (_name, kind, fields, field) => {
    const good = newRecordId()
    const body = JSON.stringify({
      schema: 2,
      device: 'd',
      changes: [change(kind, newRecordId(), fields as Change['fields'], now()), change('water', good, { name: 'Good' }, now())],
    })
    // JSON has no infinity, and yet a number of that size.
    const answer = await owner.ask('POST', routes.changes(mine), body.replace('"depthM":null', '"depthM":1e999'))
    expect([answer.status, refusals(answer).map(({ problem }) => problem.field)]).toEqual([200, [field]])
    expect(await count(`select count(*) as n from waters where id = '${good}'`)).toBe(1)
  })

  it('is refused wherever text comes in: names, namespaces, formats, ids of a bundle', async () => {
    const stranger = open.browser()
    expect((await stranger.signIn('cap\u0000tain')).status).toBe(401)
    expect((await owner.ask('PUT', routes.account, { name: 'nul\u0000', password: PASSWORD, current: PASSWORD })).status).toBe(422)
    expect((await owner.ask('GET', `${routes.export(mine)}?as=%00`)).status).toBe(200)
    const archive = zipBundle(new Map([['lures.csv', 'lure,name,class\nl\u0000,Jig,popper\n']]))
    const send = (namespace: string): Promise<Answer> =>
      owner.ask('POST', `${routes.imports(mine)}?namespace=${namespace}`, archive, { 'content-type': 'application/zip' })
    expect((await send('%00')).status).toBe(400)
    expect(JSON.stringify((await send('x')).body)).toContain('The id holds a character that cannot be stored.')
  })

  it('by the database alone is refused group by group', async () => {
    await open.server.database.execute(sql`alter table waters add constraint no_bog check (name <> 'Bog')`)
    const [good, other] = [newRecordId(), newRecordId()]
    const changes = [
      change('water', good, { name: 'Good' }, now()),
      change('water', newRecordId(), { name: 'Bog' }, now()),
      change('water', other, { name: 'Good too' }, now()),
    ]
    const answer = await pushed(owner, changes)
    expect((answer.body as unknown as PushAnswer).accepted).toEqual([changes[0]!.id, changes[2]!.id])
    expect(refusals(answer)).toMatchObject([{ group: changes[1]!.group, problem: { type: '/problems/invalid-record' } }])
    await open.server.database.execute(sql`alter table waters drop constraint no_bog`)
  })

  it('and is there all the same is left out of exports and analyses, and nothing else is', async () => {
    const water = newRecordId()
    await pushed(owner, [change('water', water, { name: 'Sound pond' }, now())])
    const stamp = change('water', water, {}).stamp
    await open.server.database.execute(sql`insert into waters (book_id, id, name, outline, stamps)
      values (${mine}, ${newRecordId()}, 'Odd pond', '{"type":"Polygon","coordinates":7}', ${JSON.stringify({ name: stamp, outline: stamp })}::jsonb)`)
    await open.server.database.execute(sql`insert into trips (book_id, id, water, start, stamps)
      values (${mine}, ${newRecordId()}, ${water}, 'infinity', ${JSON.stringify({ water: stamp, start: stamp })}::jsonb)`)
    for (const as of ['csv', 'json', 'whole', 'geojson', 'gpx'])
      expect([as, (await owner.ask('GET', `${routes.export(mine)}?as=${as}`)).status]).toEqual([as, 200])
    const places = (await owner.ask('GET', `${routes.export(mine)}?as=json`)).body as unknown as {
      records: { trip: unknown[]; water: { fields: { name: string } }[] }
    }
    expect(places.records.water.map(({ fields }) => fields.name)).toEqual(expect.arrayContaining(['Odd pond', 'Sound pond']))
  })
})

describe('sizes', () => {
  const deep = (levels: number): string => '['.repeat(levels) + ']'.repeat(levels)
  it.each<[string, string, number]>([
    ['nesting', `{"schema":2,"device":"d","changes":${deep(100)}}`, 413],
    ['nesting without end', `{"a":${'['.repeat(200_000)}`, 413],
    ['values', `{"schema":2,"device":"d","changes":[${'[],'.repeat(300_001)}[]]}`, 413],
    ['bytes', `{"a":"${'x'.repeat(9 * 2 ** 20)}"}`, 413],
    ['changes', `{"schema":2,"device":"d","changes":[${'{},'.repeat(MAX_PUSH_CHANGES)}{}]}`, 400],
    ['no object', '[1,2]', 400],
    ['no JSON', '{"a":', 400],
    ['no UTF-8', '{"a":"\u00ff"}', 400],
  ])('of a body are counted before it is read: %s', async (name, body, status) => {
    const sent = name === 'no UTF-8' ? Buffer.from(body, 'latin1') : body
    expect((await owner.ask('POST', routes.changes(mine), sent)).status).toBe(status)
  })

  it('of one change are limited: its fields, and what it says it wrote over', async () => {
    const many = Object.fromEntries(Array.from({ length: 151 }, (_, i) => [`field${i}`, 1]))
    const stamp = change('water', newRecordId(), {}).stamp
    const over = Object.fromEntries(Array.from({ length: 151 }, (_, i) => [`field${i}`, stamp]))
    const changes = [
      change('water', newRecordId(), { name: 'Pond', ...many }, now()),
      { ...change('water', newRecordId(), { name: 'Pond' }, now()), over },
      { ...change('water', newRecordId(), { name: 'Pond' }, now()), over: { name: 'no stamp' } },
    ]
    expect(refusals(await pushed(owner, changes))).toHaveLength(3)
  })
})

describe('whatever is sent, by whomever', () => {
  const odd = fc.oneof(
    fc.jsonValue({ maxDepth: 4 }),
    fc.string({ unit: 'binary' }),
    fc.constantFrom('\ud800', '\u0000', '', 'x'.repeat(30_000), '0001-01-01T00:00:00Z', 1e308, -0, null, [], {}, theirs, theirWater),
  )
  const names = [...new Set(KINDS.flatMap((kind) => Object.keys(allFields(kind)))), 'bookId', 'id', 'stamps', '__proto__', 'ofTheFuture', 'book_id']
  const ids = fc.oneof(fc.constantFrom(theirs, theirWater), fc.constant(0).map(newRecordId), odd)
  const stamps = fc.oneof(
    fc.constant(0).map(() => change('water', theirs, {}, now()).stamp),
    fc.constantFrom('ffffffffffff-ffff-d', '000000000000-0000-d', 'x'),
    odd,
  )
  const changeArb = fc.record(
    {
      id: fc.oneof({ weight: 5, arbitrary: fc.constant(0).map(newRecordId) }, { weight: 1, arbitrary: odd }),
      group: fc.oneof({ weight: 5, arbitrary: fc.constant(0).map(newRecordId) }, { weight: 1, arbitrary: odd }),
      kind: fc.oneof({ weight: 9, arbitrary: fc.constantFrom(...KINDS) }, { weight: 1, arbitrary: odd }),
      recordId: ids,
      stamp: stamps,
      fields: fc.oneof({ weight: 9, arbitrary: fc.dictionary(fc.constantFrom(...names), fc.oneof(odd, ids), { maxKeys: 6 }) }, { weight: 1, arbitrary: odd }),
      over: fc.oneof(fc.constant(undefined), fc.dictionary(fc.constantFrom(...names), stamps, { maxKeys: 3 }), odd),
    },
    { requiredKeys: ['id', 'group', 'kind', 'recordId', 'stamp', 'fields'] },
  )
  const pushArb = fc.oneof(
    { weight: 9, arbitrary: fc.record({ schema: fc.constantFrom(1, 2), device: fc.constant('d'), changes: fc.array(changeArb, { maxLength: 5 }) }) },
    { weight: 1, arbitrary: odd },
  )

  it('the push endpoint answers no 5xx, leaves other books alone and takes nothing that cannot be read again', { timeout: 180_000 }, async () => {
    const before = await theirSum()
    const browsers = [owner, crew, viewer, open.browser()]
    await fc.assert(
      fc.asyncProperty(pushArb, fc.nat(3), async (body, who) => {
        const { status } = await browsers[who]!.ask('POST', routes.changes(mine), JSON.stringify(body) ?? '')
        expect(status).toBeLessThan(500)
        open.clock += 1000
      }),
      { numRuns: 400 },
    )
    expect(await theirSum()).toBe(before)
    const lines = String((await owner.ask('GET', routes.snapshot(mine))).body.text)
      .trim()
      .split('\n')
    // What was put in past the server, above, is known not to be readable.
    const records = lines.map((line) => JSON.parse(line) as { kind?: Kind; state: RecordState }).filter(({ kind }) => kind !== undefined)
    const unread = records.filter(({ kind, state }) => unreadableFields(kind!, state.fields).length > 0)
    expect(unread.map(({ state }) => state.fields.name ?? state.fields.start)).toEqual(['Odd pond', 'infinity'])
    for (const as of ['csv', 'json', 'geojson']) expect((await owner.ask('GET', `${routes.export(mine)}?as=${as}`)).status).toBe(200)
  })

  it('every other route answers no 5xx either', { timeout: 180_000 }, async () => {
    const before = await theirSum()
    // A session that the fuzz may sign out, and a password it may change.
    const browsers = [await open.captain(), crew, viewer, open.browser()]
    const others = Object.keys(AUDIENCES).filter((route) => route !== 'POST /api/books/:book/changes' && route !== 'POST /api/sign-out')
    const segment = fc.oneof(
      fc.constantFrom(theirs, theirWater, '0'.repeat(64), '..', '%00', '%ff', '%ud800', "'; drop table waters; --"),
      fc.constant(0).map(newRecordId),
      fc.string({ maxLength: 40 }),
    )
    const query = fc.dictionary(
      fc.constantFrom('after', 'seq', 'kind', 'as', 'units', 'places', 'namespace', 'dry'),
      fc.oneof(fc.constantFrom('-1', '1e99', 'NaN', 'json', 'strike', '9'.repeat(40)), fc.string({ maxLength: 20 })),
    )
    const type = fc.constantFrom('application/json', 'application/zip', 'image/jpeg', 'text/plain', 'application/json; charset=utf-7')
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...others),
        segment,
        query,
        fc.oneof(odd, fc.dictionary(fc.constantFrom('name', 'password', 'current', 'code', 'device', 'role', 'kind', 'water', 'hours', 'until', 'units'), odd)),
        type,
        fc.nat(3),
        fc.boolean(),
        async (route, word, asked, body, contentType, who, own) => {
          const [method, path] = route.split(' ') as [string, string]
          const place = (text: string): string => (/^[\w.%-]+$/.test(text) ? text : encodeURIComponent(text.toWellFormed()))
          const filled = path.replace(':book', own ? mine : place(word)).replace(/:(device|trip|sha256)/g, place(word))
          const address = `${filled}?${new URLSearchParams(Object.entries(asked).map(([key, value]): [string, string] => [key, value.toWellFormed()])).toString()}`
          const { status } = await browsers[who]!.ask(method, address, JSON.stringify(body) ?? '', { 'content-type': contentType })
          expect([route, address, status < 500]).toEqual([route, address, true])
          open.clock += 1000
        },
      ),
      { numRuns: 600 },
    )
    expect(await theirSum()).toBe(before)
  })
})
