import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { sql } from 'drizzle-orm'
import type { Change, Kind } from '@jotbook/core'
import { MAX_PUSH_CHANGES, routes } from '@jotbook/contract'
import type { PushAnswer } from '@jotbook/contract'
import { applicationRole, inBook } from '../../platform/database.ts'
import { zipBundle } from '@jotbook/core/formats'
import { PASSWORD } from '../../test/openBook.ts'
import { TwoBooks } from '../../test/twoBooks.ts'
import type { Answer, Browser, OpenBook } from '../../test/openBook.ts'
import { change, newRecordId } from '../../test/testServer.ts'

const theirs = newRecordId()
const theirWater = newRecordId()
let open: OpenBook
let books: TwoBooks
let mine: string
let owner: Browser
let crew: Browser
let viewer: Browser

beforeAll(async () => {
  books = await TwoBooks.start({ theirs, theirWater })
  ;({ open, owner, crew, viewer } = books)
  mine = open.book
})
afterAll(() => books.stop())

const pushed = (browser: Browser, changes: readonly unknown[], book = mine): Promise<Answer> =>
  browser.ask('POST', routes.changes(book), { schema: 2, device: 'd', changes })
const refusals = (answer: Answer): PushAnswer['refused'] => (answer.body as unknown as PushAnswer).refused
const now = (): { ms: number } => ({ ms: open.clock - 1000 })
describe('the fields of a change', () => {
  it.each([
    'bookId',
    'book_id',
    'id',
    'stamps',
    'extra',
    '__proto__',
    'constructor',
    'toString',
    'prototype',
    'Name',
    'a.b',
    '',
  ])('are never %j', async (field) => {
    const [id, before] = [newRecordId(), await books.theirSum()]
    const made = change(
      'water',
      id,
      JSON.parse(`{"name": "Pond", ${JSON.stringify(field)}: "${theirs}"}`) as Change['fields'],
      now(),
    )
    const [refused] = refusals(await pushed(owner, [made]))
    expect([
      refused?.problem.type,
      refused?.problem.field === 'prototype' ? undefined : refused?.problem.field,
    ]).toEqual(field === 'prototype' ? [undefined, undefined] : ['/problems/invalid-record', field])
    expect(await books.count(`select count(*) as n from waters where id = '${id}' and book_id <> '${mine}'`)).toBe(0)
    expect(await books.theirSum()).toBe(before)
  })

  it('do not make a viewer owner, of this book or another', async () => {
    const { rows } = await open.server.database.$client.query<{ id: string }>(
      `select id from members where book_id = $1 and name = 'Lee'`,
      [mine],
    )
    const [me] = [rows[0]!.id]
    const own = newRecordId()
    await viewer.ask('PUT', routes.book(own), { name: 'A book of my own' })
    const tries = [
      change('member', me, { role: 'owner' }, now()),
      change('member', newRecordId(), { name: 'Me', role: 'owner', bookId: mine, id: me }, now()),
    ]
    for (const book of [mine, own]) await pushed(viewer, tries, book)
    expect(await books.count(`select count(*) as n from members where book_id = '${mine}' and role = 'owner'`)).toBe(1)
    const session = (await viewer.ask('GET', routes.session)).body as { books: { id: string; role: string }[] }
    expect(session.books.find(({ id }) => id === mine)?.role).toBe('viewer')
  })
})

describe('what is noted beside the log', () => {
  it('is written by crew, by no viewer, and of no water of another book', async () => {
    const water = newRecordId()
    const trip = newRecordId()
    await pushed(owner, [
      change('water', water, { name: 'Pond' }, now()),
      change('trip', trip, { water, start: '2026-03-14T11:30:00.000Z' }, now()),
    ])
    const made = (of: string): Change[] => [
      change('pattern', newRecordId(), { water: of, where: 'wind_band=calm', foundOn: '2026-03-14' }, now()),
      change('advice', newRecordId(), { trip, time: '2026-03-14T12:30:00.000Z', about: 'bite' }, now()),
    ]
    expect(refusals(await pushed(crew, made(water)))).toEqual([])
    expect(refusals(await pushed(viewer, made(water))).map(({ problem }) => problem.type)).toEqual([
      '/problems/not-allowed',
      '/problems/not-allowed',
    ])
    // Rules of the book are its owner's.
    const rule = [change('claim', newRecordId(), { name: 'Mine', since: '2026-03-14' }, now())]
    expect(refusals(await pushed(crew, rule))).toHaveLength(1)
    expect(refusals(await pushed(viewer, rule))).toHaveLength(1)
    expect(refusals(await pushed(owner, rule))).toEqual([])
    const [foreign] = refusals(await pushed(crew, made(theirWater).slice(0, 1)))
    expect(foreign?.problem.field).toBe('water')
    expect(await books.count(`select count(*) as n from patterns where water = '${theirWater}'`)).toBe(0)
    expect(await books.count(`select count(*) as n from patterns where book_id = '${mine}'`)).toBe(1)
  })
})

describe('the second lock', () => {
  it('holds the server’s own statements to one book, whatever they say', async () => {
    expect(await applicationRole(open.server.database)).toBe('jot_app')
    const hostile = (statement: string): Promise<unknown> =>
      inBook(books.working, mine, (db) => db.execute(sql.raw(statement)))
    const refused = { cause: expect.objectContaining({ code: '42501' }) as object }
    const before = await books.theirSum()
    await expect(
      hostile(
        `insert into members (book_id, id, name, role, stamps) values ('${theirs}', '${newRecordId()}', 'Me', 'owner', '{}')`,
      ),
    ).rejects.toMatchObject(refused)
    await expect(
      hostile(`insert into access (book_id, account, member_id) values ('${theirs}', 'me', '${newRecordId()}')`),
    ).rejects.toMatchObject(refused)
    await expect(hostile(`update waters set book_id = '${theirs}' where book_id = '${mine}'`)).rejects.toMatchObject(
      refused,
    )
    await hostile(`update waters set name = 'Mine' where id = '${theirWater}'`)
    await hostile(`delete from waters where book_id = '${theirs}'`)
    expect(await hostile(`select count(*)::int as n from waters where book_id = '${theirs}'`)).toMatchObject({
      rows: [{ n: 0 }],
    })
    expect(await hostile(`select count(*)::int as n from changes where book_id <> '${mine}'`)).toMatchObject({
      rows: [{ n: 0 }],
    })
    // Without a book nothing is seen at all, and no lock can be taken off.
    expect((await books.working.execute(sql`select 1 from waters`)).rows).toEqual([])
    await expect(hostile('alter table waters disable row level security')).rejects.toMatchObject(refused)
    await expect(hostile('drop policy one_book on waters')).rejects.toMatchObject(refused)
    expect(await books.theirSum()).toBe(before)
    expect(
      await books.count(`select count(*) as n from waters where id = '${theirWater}' and name = 'Their pond'`),
    ).toBe(1)
  })

  it('is on every table that holds what belongs to a book', async () => {
    const { rows } = await open.server.database.$client.query<{ name: string }>(
      `select c.relname as name from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'book_id'
        where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace and not (c.relrowsecurity and c.relforcerowsecurity)`,
    )
    // A code is taken by its hash before it is known which book it opens.
    expect(rows.map(({ name }) => name)).toEqual(['pairings'])
    expect(await books.count(`select count(*) as n from pg_class where relowner = 'jot_app'::regrole`)).toBe(0)
  })
})

describe('ids', () => {
  it('of a new book are the address’s, whatever its body names', async () => {
    const [own, before] = [newRecordId(), await books.theirSum()]
    const made = await viewer.ask('PUT', routes.book(own), { name: 'Own', id: theirs, demo: true, role: 'owner' })
    expect([made.status, made.body]).toEqual([201, { id: own, name: 'Own', demo: false, role: 'owner' }])
    expect(await books.theirSum()).toBe(before)
  })

  it('have one spelling: another letter’s case goes round no permission', async () => {
    const lure = newRecordId().replace(/^.{8}/, 'abcdef01')
    await pushed(owner, [change('lure', lure, { name: 'Captain’s jig', class: 'flipping jig' }, now())])
    const [one, other] = [
      change('lure', lure.toUpperCase(), { name: 'Mine', class: 'popper' }, now()),
      change('lure', lure, { name: 'Mine', class: 'popper' }, now()),
    ]
    expect(refusals(await pushed(crew, [one, other])).map(({ problem }) => problem.type)).toEqual([
      '/problems/invalid-request',
      '/problems/not-allowed',
    ])
    expect(await books.count(`select count(*) as n from lures where id = '${lure}' and name = 'Captain’s jig'`)).toBe(1)
    expect((await owner.ask('GET', routes.changes(mine.toUpperCase()))).status).toBe(
      mine.toUpperCase() === mine ? 200 : 404,
    )
    expect((await owner.ask('PUT', routes.book(newRecordId().toUpperCase()), { name: 'X' })).status).toBe(422)
  })

  it('of the book’s settings are the book’s', async () => {
    const answer = await pushed(owner, [
      change('book', newRecordId(), { name: 'Another head' }, now()),
      change('book', mine, { deletedAt: '2026-03-15T00:00:00.000Z' }, now()),
    ])
    expect(refusals(answer).map(({ problem }) => problem.type)).toEqual([
      '/problems/not-allowed',
      '/problems/not-allowed',
    ])
  })
})

describe('what cannot be stored', () => {
  const trip = newRecordId()
  it.each<[string, Kind, Record<string, unknown>, string]>([
    ['half a character', 'water', { name: 'Pond \ud83d' }, 'name'],
    [
      'half a character deep in a list',
      'trip',
      { water: theirWater, start: '2026-03-14T11:00:00.000Z', anglers: ['\udc00'] },
      'anglers',
    ],
    [
      'half a character in what nobody knows yet',
      'water',
      { name: 'Pond', ofTheFuture: { deep: ['\ud800'] } },
      'ofTheFuture',
    ],
    ['U+0000 in a key', 'water', { name: 'Pond', ofTheFuture: { 'nul\u0000': 1 } }, 'ofTheFuture'],
    ['a year before anglers', 'trip', { water: theirWater, start: '0001-01-01T00:00:00.000Z' }, 'start'],
    ['a year after them', 'strike', { trip, time: '9999-12-31T23:59:59.000Z' }, 'time'],
    ['a day in the year 3000', 'plan', { water: theirWater, date: '3000-01-01' }, 'date'],
    [
      'a clock that is off by centuries',
      'trip',
      { water: theirWater, start: '2026-03-14T11:00:00.000Z', clockShiftS: { d: 1e15 } },
      'clockShiftS',
    ],
    [
      'a clock shift that is text',
      'trip',
      { water: theirWater, start: '2026-03-14T11:00:00.000Z', clockShiftS: { d: 'much' } },
      'clockShiftS',
    ],
    [
      'a shore off the globe',
      'water',
      { name: 'Pond', outline: { type: 'Polygon', coordinates: [[[500, 0]]] } },
      'outline',
    ],
    ['a shore that is none', 'water', { name: 'Pond', outline: { type: 'Polygon', coordinates: 'here' } }, 'outline'],
    [
      'a track of words',
      'trip',
      { water: theirWater, start: '2026-03-14T11:00:00.000Z', track: ['here', 'there'] },
      'track',
    ],
    ['a number beyond all', 'reading', { trip, time: '2026-03-14T11:00:00.000Z', depthM: Infinity }, 'depthM'],
    [
      'a list of rods that is none',
      'trip',
      { water: theirWater, start: '2026-03-14T11:00:00.000Z', deck: 'all' },
      'deck',
    ],
  ])('is refused with its field, and what comes with it is taken: %s', async (_name, kind, fields, field) => {
    const good = newRecordId()
    const body = JSON.stringify({
      schema: 2,
      device: 'd',
      changes: [
        change(kind, newRecordId(), fields as Change['fields'], now()),
        change('water', good, { name: 'Good' }, now()),
      ],
    })
    // JSON has no infinity, and yet a number of that size.
    const answer = await owner.ask('POST', routes.changes(mine), body.replace('"depthM":null', '"depthM":1e999'))
    expect([answer.status, refusals(answer).map(({ problem }) => problem.field)]).toEqual([200, [field]])
    expect(await books.count(`select count(*) as n from waters where id = '${good}'`)).toBe(1)
  })

  it('is refused wherever text comes in: names, namespaces, formats, ids of a bundle', async () => {
    const stranger = open.browser()
    expect((await stranger.signIn('cap\u0000tain')).status).toBe(401)
    expect(
      (await owner.ask('PUT', routes.account, { name: 'nul\u0000', password: PASSWORD, current: PASSWORD })).status,
    ).toBe(422)
    expect((await owner.ask('GET', `${routes.export(mine)}?as=%00`)).status).toBe(200)
    const archive = zipBundle(new Map([['lures.csv', 'lure,name,class\nl\u0000,Jig,popper\n']]))
    const send = (namespace: string): Promise<Answer> =>
      owner.ask('POST', `${routes.imports(mine)}?namespace=${namespace}`, archive, {
        'content-type': 'application/zip',
      })
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
    expect(refusals(answer)).toMatchObject([
      { group: changes[1]!.group, problem: { type: '/problems/invalid-record' } },
    ])
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
    expect(places.records.water.map(({ fields }) => fields.name)).toEqual(
      expect.arrayContaining(['Odd pond', 'Sound pond']),
    )
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
