import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { KINDS, allFields } from '@jotbook/core'
import type { Kind, RecordState } from '@jotbook/core'
import { AUDIENCES, routes, unreadableFields } from '@jotbook/contract'
import { TwoBooks } from '../../test/twoBooks.ts'
import type { Browser, OpenBook } from '../../test/openBook.ts'
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

const now = (): { ms: number } => ({ ms: open.clock - 1000 })
describe('whatever is sent, by whomever', () => {
  const odd = fc.oneof(
    fc.jsonValue({ maxDepth: 4 }),
    fc.string({ unit: 'binary' }),
    fc.constantFrom(
      '\ud800',
      '\u0000',
      '',
      'x'.repeat(30_000),
      '0001-01-01T00:00:00Z',
      1e308,
      -0,
      null,
      [],
      {},
      theirs,
      theirWater,
    ),
  )
  const names = [
    ...new Set(KINDS.flatMap((kind) => Object.keys(allFields(kind)))),
    'bookId',
    'id',
    'stamps',
    '__proto__',
    'ofTheFuture',
    'book_id',
  ]
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
      fields: fc.oneof(
        { weight: 9, arbitrary: fc.dictionary(fc.constantFrom(...names), fc.oneof(odd, ids), { maxKeys: 6 }) },
        { weight: 1, arbitrary: odd },
      ),
      over: fc.oneof(fc.constant(undefined), fc.dictionary(fc.constantFrom(...names), stamps, { maxKeys: 3 }), odd),
    },
    { requiredKeys: ['id', 'group', 'kind', 'recordId', 'stamp', 'fields'] },
  )
  const pushArb = fc.oneof(
    {
      weight: 9,
      arbitrary: fc.record({
        schema: fc.constantFrom(1, 2),
        device: fc.constant('d'),
        changes: fc.array(changeArb, { maxLength: 5 }),
      }),
    },
    { weight: 1, arbitrary: odd },
  )

  it('the push endpoint answers no 5xx, leaves other books alone and takes nothing that cannot be read again', async () => {
    const before = await books.theirSum()
    const browsers = [owner, crew, viewer, open.browser()]
    await fc.assert(
      fc.asyncProperty(pushArb, fc.nat(3), async (body, who) => {
        const { status } = await browsers[who]!.ask('POST', routes.changes(mine), JSON.stringify(body) ?? '')
        expect(status).toBeLessThan(500)
        open.clock += 1000
      }),
      { numRuns: 400 },
    )
    expect(await books.theirSum()).toBe(before)
    const lines = String((await owner.ask('GET', routes.snapshot(mine))).body.text)
      .trim()
      .split('\n')
    const records = lines
      .map((line) => JSON.parse(line) as { kind?: Kind; state: RecordState })
      .filter(({ kind }) => kind !== undefined)
    const unread = records.filter(({ kind, state }) => unreadableFields(kind!, state.fields).length > 0)
    expect(unread).toEqual([])
    for (const as of ['csv', 'json', 'geojson'])
      expect((await owner.ask('GET', `${routes.export(mine)}?as=${as}`)).status).toBe(200)
  })

  it('every other route answers no 5xx either', async () => {
    const before = await books.theirSum()
    // A session that the fuzz may sign out, and a password it may change.
    const browsers = [await open.captain(), crew, viewer, open.browser()]
    const others = Object.keys(AUDIENCES).filter(
      (route) => route !== 'POST /api/books/:book/changes' && route !== 'POST /api/sign-out',
    )
    const segment = fc.oneof(
      fc.constantFrom(theirs, theirWater, '0'.repeat(64), '..', '%00', '%ff', '%ud800', "'; drop table waters; --"),
      fc.constant(0).map(newRecordId),
      fc.string({ maxLength: 40 }),
    )
    const query = fc.dictionary(
      fc.constantFrom('after', 'seq', 'kind', 'as', 'units', 'places', 'namespace', 'dry'),
      fc.oneof(fc.constantFrom('-1', '1e99', 'NaN', 'json', 'strike', '9'.repeat(40)), fc.string({ maxLength: 20 })),
    )
    const type = fc.constantFrom(
      'application/json',
      'application/zip',
      'image/jpeg',
      'text/plain',
      'application/json; charset=utf-7',
    )
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...others),
        segment,
        query,
        fc.oneof(
          odd,
          fc.dictionary(
            fc.constantFrom(
              'name',
              'password',
              'current',
              'code',
              'device',
              'role',
              'kind',
              'water',
              'hours',
              'until',
              'units',
            ),
            odd,
          ),
        ),
        type,
        fc.nat(3),
        fc.boolean(),
        async (route, word, asked, body, contentType, who, own) => {
          const [method, path] = route.split(' ') as [string, string]
          const place = (text: string): string =>
            /^[\w.%-]+$/.test(text) ? text : encodeURIComponent(text.toWellFormed())
          const filled = path.replace(':book', own ? mine : place(word)).replace(/:(device|trip|sha256)/g, place(word))
          const address = `${filled}?${new URLSearchParams(Object.entries(asked).map(([key, value]): [string, string] => [key, value.toWellFormed()])).toString()}`
          const { status } = await browsers[who]!.ask(method, address, JSON.stringify(body) ?? '', {
            'content-type': contentType,
          })
          expect([route, address, status < 500]).toEqual([route, address, true])
          open.clock += 1000
        },
      ),
      { numRuns: 600 },
    )
    expect(await books.theirSum()).toBe(before)
  })
})
