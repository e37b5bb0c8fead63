import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { routes } from '@jotbook/contract'
import type { BackupState, BookDigest } from '@jotbook/contract'
import { unzipBundle } from '@jotbook/core/formats'
import { inBook } from '../../platform/database.ts'
import type { Queries } from '../../platform/database.ts'
import { LOCAL_ACCOUNT } from '../../platform/door.ts'
import { openInstallation } from '../../platform/installation.ts'
import { TEMPLATE } from '../../test/globalSetup.ts'
import { TestServer, change, newDatabase, newRecordId } from '../../test/testServer.ts'
import { restoreBook } from '../bundles/restoreBook.ts'
import { digestOfLog } from '../changes/digest.ts'
import { BackupFault } from './backupFile.ts'
import { checkBackup, writeBackup } from './dumpRepository.ts'
import { backUpOnce } from './nightlyBackups.ts'
import { restoreBackup } from './restoreRepository.ts'

/** The smallest whole JPEG picture there is for a program that reads markers: with a place written into it by a camera. */
const JPEG = Buffer.concat([
  Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 7, 74, 70, 73, 70, 0]),
  Buffer.from([0xff, 0xe1, 0, 14]),
  Buffer.from('Exif\0\0 37.5N'),
  Buffer.from([0xff, 0xfe, 0, 6]),
  Buffer.from('mine'),
  Buffer.from([0xff, 0xda, 0, 4, 1, 0, 1, 2, 0xff, 0, 3, 0xff, 0xd9]),
  Buffer.from('behind the end'),
])

let server: TestServer
let book: string
let folder: string
let sha256: string

beforeAll(async () => {
  server = await TestServer.start()
  folder = mkdtempSync(join(tmpdir(), 'jot-backup-'))
  book = await server.makeBook('Kept book')
  const [water, trip] = [newRecordId(), newRecordId()]
  await server.push(book, [
    change('water', water, {
      name: 'Pond “ß” 🎣',
      latitude: 37.123456789,
      outline: { type: 'Point', coordinates: [1e-7, 2] },
      forage: ['shad', 'a;b'],
    }),
    change('trip', trip, { water, start: '2026-03-14T11:00:00.000Z', ofTheFuture: { deep: [1, null, 'x'] } }),
  ])
  await server.push(
    book,
    Array.from({ length: 1200 }, (_, i) =>
      change('strike', newRecordId(), {
        trip,
        time: '2026-03-14T12:00:00.000Z',
        lengthMm: 400 + i / 7,
        note: `fish ${i}`,
      }),
    ),
  )
  await server.push(book, [change('water', water, { deletedAt: '2026-03-15T00:00:00.000Z', note: null })])
  sha256 = (await import('node:crypto')).createHash('sha256').update(JPEG).digest('hex')
  expect((await server.ask('PUT', routes.picture(book, sha256), JPEG, { 'content-type': 'image/jpeg' })).status).toBe(
    204,
  )
  await server.makeBook('Another')
})
afterAll(() => server.stop())

const digest = async (of: TestServer, one = book): Promise<BookDigest> =>
  (await of.ask('GET', routes.digest(one))).body as unknown as BookDigest

describe('a back-up', () => {
  it.each([
    ['plain', undefined],
    ['encrypted', 'four words of mine'],
  ])(
    'holds everything and comes back the same, record by record, in a history of its own: %s',
    async (name, passphrase) => {
      const file = join(folder, `${name}.jotbackup`)
      const made = await writeBackup(server.database, file, passphrase, Date.now())
      expect(made.books).toBe(2)
      expect(readFileSync(file).subarray(0, 18).toString() === 'age-encryption.org').toBe(passphrase !== undefined)
      if (passphrase !== undefined) {
        expect(readFileSync(file).includes('Pond')).toBe(false)
        await expect(checkBackup(file, 'another')).rejects.toThrow('does not open')
        await expect(checkBackup(file, undefined)).rejects.toThrow('JOT_BACKUP_PASSPHRASE')
      }
      const place = await newDatabase(TEMPLATE)
      expect(await restoreBackup(place, file, passphrase, Date.now())).toMatchObject({
        books: 2,
        records: made.records,
      })
      await expect(restoreBackup(place, file, passphrase, Date.now())).rejects.toThrow('There are books here already')
      const restored = await TestServer.on(place)
      const [before, after] = [await digest(server), await digest(restored)]
      expect(after).toEqual({ ...before, epoch: after.epoch })
      expect(after.epoch).not.toBe(before.epoch)
      expect(await inBookDigest(restored)).toEqual({ records: before.records, sum: before.sum })
      const picture = async (of: TestServer): Promise<Buffer> =>
        Buffer.from(await (await fetch(of.url + routes.picture(book, sha256))).arrayBuffer())
      expect(await picture(restored)).toEqual(await picture(server))
      await restored.push(book, [change('water', newRecordId(), { name: 'Goes on' })])
      await restored.stop()
    },
  )

  it('that was cut off or changed is told as such, and nothing is restored', async () => {
    const file = join(folder, 'whole.jotbackup')
    await writeBackup(server.database, file, undefined, Date.now())
    const bytes = readFileSync(file)
    const place = await newDatabase(TEMPLATE)
    for (const spoilt of [
      bytes.subarray(0, bytes.length / 2),
      bytes.subarray(0, bytes.length - 12),
      flipped(bytes),
      Buffer.from('no back-up at all'),
    ]) {
      writeFileSync(join(folder, 'spoilt'), spoilt)
      await expect(restoreBackup(place, join(folder, 'spoilt'), undefined, Date.now())).rejects.toThrow(BackupFault)
    }
    expect((await place.$client.query('select 1 from books union all select 1 from accounts')).rows).toEqual([])
    await place.$client.end()
  })

  it('is made at night, read back, noted for the page, and only the last ones are kept', async () => {
    const settings = { nightly: true, folder: join(folder, 'nightly'), keep: 2, passphrase: undefined }
    const day = 24 * 3_600_000
    for (const days of [3, 2, 1])
      expect(await backUpOnce(server.database, settings, Date.now() - days * day)).toBe(true)
    expect(readdirSync(settings.folder)).toHaveLength(2)
    const { last } = (await server.ask('GET', routes.backups)).body as unknown as BackupState
    expect(last).toMatchObject({ file: readdirSync(settings.folder).sort().at(-1), fault: null })
  })
})

const flipped = (bytes: Buffer): Buffer => {
  const spoilt = Buffer.from(bytes)
  const at = Math.floor(spoilt.length / 2)
  spoilt[at] = spoilt[at]! ^ 1
  return spoilt
}

async function inBookDigest(of: TestServer): Promise<{ records: number; sum: string }> {
  const { records, sum } = await digestOfLog(book, (work) => inBook(of.database, book, work))
  return { records, sum }
}

describe('a book as one archive', () => {
  it('carries its records, history and pictures, and comes back with all of them', async () => {
    const archive = new Uint8Array(await (await fetch(`${server.url}${routes.export(book)}?as=whole`)).arrayBuffer())
    const files = unzipBundle(archive)
    expect([...files.keys()].sort()).toEqual([`${sha256}.jpg`, 'book.json'].sort())
    const copy = newRecordId()
    await server.database.transaction((tx) =>
      restoreBook(tx as unknown as Queries, LOCAL_ACCOUNT, copy, files, Date.now()),
    )
    const [one, other] = [await digest(server), await digest(server, copy)]
    // All but the settings, whose id is the book's.
    const { book: _settings, ...kinds } = one.kinds
    expect(other.kinds).toMatchObject(kinds)
    expect(await (await fetch(`${server.url}${routes.picture(copy, sha256)}`)).arrayBuffer()).toEqual(
      await (await fetch(`${server.url}${routes.picture(book, sha256)}`)).arrayBuffer(),
    )
  })
})

describe('a picture', () => {
  it('is kept without what the camera wrote into it, answered for no cache to keep, and refused when it is none', async () => {
    const answer = await fetch(`${server.url}${routes.picture(book, sha256)}`)
    const kept = Buffer.from(await answer.arrayBuffer())
    expect(answer.headers.get('cache-control')).toBe('no-store')
    for (const told of ['37.5N', 'Exif', 'mine', 'behind']) expect(kept.includes(told)).toBe(false)
    expect([kept.subarray(0, 2), kept.subarray(-2)]).toEqual([Buffer.from([0xff, 0xd8]), Buffer.from([0xff, 0xd9])])
    const none = Buffer.from([0xff, 0xd8, 0xff, 0xe1, 0xff, 0xff, 1, 2, 3])
    const hash = (await import('node:crypto')).createHash('sha256').update(none).digest('hex')
    expect((await server.ask('PUT', routes.picture(book, hash), none, { 'content-type': 'image/jpeg' })).status).toBe(
      415,
    )
  })
})

describe('the history of a database', () => {
  it('is the same at each start, and another once the database was copied elsewhere', async () => {
    const first = await openInstallation(server.database)
    expect(await openInstallation(server.database)).toEqual(first)
    const name = (await server.database.$client.query<{ name: string }>('select current_database() as name')).rows[0]!
      .name
    await server.stop()
    const copy = await newDatabase(name)
    expect((await openInstallation(copy)).epoch).not.toBe(first.epoch)
    server = await TestServer.on(copy)
  })
})
