import { createHash } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { routes } from '@jotbook/contract'
import { unzipBundle, zipBundle } from '@jotbook/core/formats'
import { TestServer, change, newRecordId } from '../../test/testServer.ts'
import { LOCAL_ACCOUNT } from '../../platform/door.ts'
import { restoreBook } from './restoreBook.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

/** The least that is a whole JPEG: start, one application segment, a scan, end. */
const JPEG = Buffer.concat([
  Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 7, 74, 70, 73, 70, 0]),
  Buffer.from([0xff, 0xda, 0, 3, 1, 17, 34, 51]),
  Buffer.from([0xff, 0xd9]),
])
const SHA = createHash('sha256').update(JPEG).digest('hex')

async function bookWithPhotos(): Promise<string> {
  const book = await server.makeBook()
  const [water, lure, trip, strike] = [newRecordId(), newRecordId(), newRecordId(), newRecordId()]
  await server.push(book, [
    change('water', water, { name: 'North Arm', timeZone: 'America/Chicago' }),
    change('lure', lure, { name: 'Popper', class: 'popper' }),
    change('trip', trip, {
      water,
      start: '2026-03-14T10:00:00.000Z',
      end: '2026-03-14T12:00:00.000Z',
      timeZone: 'America/Chicago',
    }),
    change('strike', strike, { trip, time: '2026-03-14T11:00:00.000Z', outcome: 'landed', photo: SHA }),
    change('photo', newRecordId(), { sha256: SHA, lure, caption: 'from the side' }),
  ])
  expect((await server.ask('PUT', routes.picture(book, SHA), JPEG, { 'content-type': 'image/jpeg' })).status).toBe(204)
  return book
}

const exported = async (book: string, query = ''): Promise<Uint8Array> =>
  new Uint8Array(await (await fetch(`${server.url}${routes.export(book)}${query}`)).arrayBuffer())
const pictureIn = async (book: string): Promise<Buffer> =>
  Buffer.from(await (await fetch(server.url + routes.picture(book, SHA))).arrayBuffer())

it('photos go out with the files of a bundle and come back by import, but not where places are left out', async () => {
  const book = await bookWithPhotos()
  const archive = await exported(book)
  const files = unzipBundle(archive)
  expect(Buffer.from(files.get(`${SHA}.jpg`)!)).toEqual(JPEG)
  const copy = await server.makeBook()
  const { body } = await server.importArchive(copy, archive, 'namespace=copy')
  expect([body.faults, body.remarks, body.createdByKind]).toEqual([
    [],
    [],
    { water: 1, lure: 1, trip: 1, strike: 1, photo: 1 },
  ])
  expect(await pictureIn(copy)).toEqual(JPEG)
  const again = unzipBundle(await exported(copy))
  expect(new Map([...again].map(([name, bytes]) => [name, Buffer.from(bytes)]))).toEqual(
    new Map([...files].map(([name, bytes]) => [name, Buffer.from(bytes)])),
  )
  expect([...unzipBundle(await exported(book, '?places=0')).keys()].filter((name) => /photo|jpg/.test(name))).toEqual(
    [],
  )
  // A picture that is none, or that is named otherwise, is left.
  const odd = zipBundle(
    new Map([
      ['waters.csv', 'water\nPond\n'],
      [`${'0'.repeat(64)}.jpg`, 'no picture'],
      ['holiday.jpg', 'x'],
    ]),
  )
  const third = await server.makeBook()
  const answer = await server.importArchive(third, odd, 'namespace=odd')
  expect(answer.body.remarks).toMatchObject([{ file: 'holiday.jpg' }])
  expect((await fetch(server.url + routes.picture(third, '0'.repeat(64)))).status).toBe(404)
})

it('the whole book as one file holds its photos, and is made again from it', async () => {
  const book = await bookWithPhotos()
  const json = await exported(book, '?as=json')
  const id = uuidv7()
  await server.database.transaction((tx) =>
    restoreBook(tx, LOCAL_ACCOUNT, id, new Map([['book.json', json]]), Date.now()),
  )
  expect(await pictureIn(id)).toEqual(JPEG)
  expect(Buffer.from(await exported(id, '?as=json')).equals(Buffer.from(json))).toBe(true)
  const plain = await server.makeBook()
  expect(JSON.parse(Buffer.from(await exported(plain, '?as=json')).toString())).not.toHaveProperty('pictures')
})
