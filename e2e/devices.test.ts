import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { mergeChange } from '@jotbook/core'
import type { Change, RecordState } from '@jotbook/core'
import { writeBackup } from '../packages/server/src/features/backups/dumpRepository.ts'
import { restoreBackup } from '../packages/server/src/features/backups/restoreRepository.ts'
import { TEMPLATE } from '../packages/server/src/test/globalSetup.ts'
import { TestServer, change, newDatabase, newRecordId } from '../packages/server/src/test/testServer.ts'
import { Device } from './device.ts'
import { loadStates } from '../packages/server/src/features/changes/recordRepository.ts'

let server: TestServer
/** Cut the answer of the next request after the server has acted on it. */
let loseNextAnswer = false

beforeAll(async () => {
  server = await TestServer.start()
  const real = fetch
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    const response = await real(path.startsWith('/') ? server.url + path : path, init)
    if (loseNextAnswer && init?.method === 'POST') {
      loseNextAnswer = false
      throw new TypeError('connection lost')
    }
    return response
  })
})
afterAll(async () => {
  vi.unstubAllGlobals()
  await server.stop()
})

const changesOf = async (book: string): Promise<Change[]> =>
  ((await server.ask('GET', `/api/books/${book}/changes?after=0`)).body as unknown as { changes: Change[] }).changes
const logOf = async (book: string, kind: string): Promise<Change[]> =>
  (await changesOf(book)).filter((entry) => entry.kind === kind)

describe('a device', () => {
  it('shows what it wrote at once, keeps it while the server is away, and sends it once when an answer was lost', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book)
    const id = newRecordId()
    await device.edit('water', id, { name: 'Pond' })
    expect(await device.all('water')).toEqual([{ id, name: 'Pond' }])
    loseNextAnswer = true
    await expect(device.sync()).rejects.toThrow('cannot be reached')
    expect(await device.waiting()).toBe(1)
    await device.sync()
    expect(await device.waiting()).toBe(0)
    expect(await logOf(book, 'water')).toHaveLength(1)
  })

  it('keeps its own unsent edit over what it pulls, and the later of two edits of one field wins everywhere', async () => {
    const book = await server.makeBook()
    const [one, two] = [await Device.open(book), await Device.open(book)]
    const id = newRecordId()
    await one.edit('water', id, { name: 'Pond', pressure: 'light' })
    await one.sync()
    await two.sync()
    await two.edit('water', id, { name: 'Mill Pond' })
    await one.edit('water', id, { pressure: 'heavy' })
    await two.sync()
    await one.sync()
    await two.sync()
    for (const device of [one, two])
      expect(await device.all('water')).toEqual([{ id, name: 'Mill Pond', pressure: 'heavy' }])
  })

  it('undoes a group whole: what it made is deleted, what it changed comes back unless somebody changed it since, and the server takes it', async () => {
    const book = await server.makeBook()
    const [one, two] = [await Device.open(book), await Device.open(book)]
    const [pond, made] = [newRecordId(), newRecordId()]
    await one.edit('water', pond, { name: 'Pond', pressure: 'light' })
    await one.sync()
    await two.sync()
    // As a split does: one record changed, one made, both with fields that a record cannot be without.
    await one.save([
      { kind: 'water', id: pond, fields: { name: 'Long Pond', pressure: 'heavy' } },
      { kind: 'water', id: made, fields: { name: 'Short Pond' } },
    ])
    await one.sync()
    await two.sync()
    await two.edit('water', pond, { pressure: 'moderate' })
    await two.sync()
    await one.sync()
    expect(await one.undo()).toBe(true)
    expect(await one.all('water')).toEqual([{ id: pond, name: 'Pond', pressure: 'moderate' }])
    await one.sync()
    await two.sync()
    expect([await one.refusals(), await one.waiting()]).toEqual([[], 0])
    expect(await two.all('water')).toEqual([{ id: pond, name: 'Pond', pressure: 'moderate' }])
    expect(await one.undo()).toBe(false)
    for (let i = 0; i < 12; i++) await one.save([{ kind: 'water', id: pond, fields: { name: `Pond ${i}` } }])
    for (let i = 0; i < 10; i++) expect(await one.undo()).toBe(true)
    expect([await one.undo(), (await one.all('water'))[0]?.name]).toEqual([false, 'Pond 1'])
  })

  it('set two hours fast does not win over an edit made later by a device with the right time', async () => {
    const book = await server.makeBook()
    const [fast, right] = [await Device.open(book, 7_200_000), await Device.open(book)]
    const id = newRecordId()
    await fast.edit('water', id, { name: 'First' })
    await fast.sync()
    await right.sync()
    await new Promise((done) => setTimeout(done, 5))
    await right.edit('water', id, { name: 'Second' })
    await right.sync()
    await fast.sync()
    for (const device of [fast, right]) expect(await device.all('water')).toEqual([{ id, name: 'Second' }])
  })

  it('set ten hours slow shows what it writes over a value of its own that was just sent', async () => {
    const book = await server.makeBook()
    const slow = await Device.open(book, -36_000_000)
    const id = newRecordId()
    await slow.edit('water', id, { name: 'First' })
    await slow.push()
    await slow.edit('water', id, { name: 'Second' })
    expect(await slow.all('water')).toEqual([{ id, name: 'Second' }])
    await slow.sync()
    expect(await slow.all('water')).toEqual([{ id, name: 'Second' }])
  })

  it('sets a refused group aside, shows the record as before it, and goes on with the rest', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book)
    const [bad, good] = [newRecordId(), newRecordId()]
    await device.edit('water', good, { name: 'Pond' })
    await device.sync()
    await device.group([
      { kind: 'water', id: good, fields: { latitude: 200 } },
      { kind: 'water', id: bad, fields: { name: 'Half' } },
    ])
    await device.edit('lure', newRecordId(), { name: 'Grey', class: 'popper' })
    await device.sync()
    const [refusal] = await device.refusals()
    expect(refusal?.detail).toBe('Latitude must be from -90 to 90.')
    expect(await device.all('water')).toEqual([{ id: good, name: 'Pond' }])
    expect(await logOf(book, 'lure')).toHaveLength(1)
    await device.letGo(refusal?.group ?? '')
    expect([await device.waiting(), await device.refusals()]).toEqual([0, []])
  })

  it('hides what was deleted elsewhere, with what belongs to a deleted trip', async () => {
    const book = await server.makeBook()
    const [one, two] = [await Device.open(book), await Device.open(book)]
    const [water, trip] = [newRecordId(), newRecordId()]
    await one.group([
      { kind: 'water', id: water, fields: { name: 'Pond' } },
      { kind: 'trip', id: trip, fields: { water, start: '2026-03-14T11:00:00.000Z' } },
    ])
    await one.sync()
    await two.sync()
    await two.edit('trip', trip, { deletedAt: '2026-03-15T00:00:00.000Z' })
    await two.sync()
    await one.sync()
    expect(await one.all('trip')).toEqual([])
    expect((await loadStates(server.database, book, 'trip', [trip]))[0]?.state.fields.water).toBe(water)
  })

  it('far behind, catches up by the snapshot and loses none of its own', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book)
    await device.edit('water', newRecordId(), { name: 'Mine, unsent' })
    for (let i = 0; i < 3; i++)
      await server.push(
        book,
        Array.from({ length: 7000 }, (_, n) =>
          change('lure', newRecordId(), { name: `Lure ${i} ${n}`, class: 'popper' }),
        ),
      )
    await device.sync()
    expect([(await device.all('lure')).length, (await device.all('water')).length, await device.waiting()]).toEqual([
      21_000, 1, 0,
    ])
  })
})

describe('two values of one field', () => {
  it('are both kept on every device, with the one that stays, until one is taken', async () => {
    const book = await server.makeBook()
    const [one, two, third] = [await Device.open(book), await Device.open(book), await Device.open(book)]
    const id = newRecordId()
    await one.edit('water', id, { name: 'Pond', pressure: 'light' })
    for (const device of [one, two, third]) await device.sync()
    await one.edit('water', id, { name: 'Mill Pond', note: 'mine' })
    await new Promise((done) => setTimeout(done, 5))
    await two.edit('water', id, { name: 'Old Pond' })
    await two.sync()
    for (const device of [one, two, third]) await device.sync()
    for (const device of [one, two, third])
      expect(await device.conflicts()).toEqual([['name', 'Old Pond', 'Mill Pond']])
    await third.edit('water', id, { name: 'Mill Pond' })
    for (const device of [third, one, two]) await device.sync()
    for (const device of [one, two, third]) {
      expect(await device.conflicts()).toEqual([])
      expect((await device.all('water'))[0]).toMatchObject({ name: 'Mill Pond', note: 'mine' })
    }
  })
})

describe('a server that was restored', () => {
  it('gets back what the back-up lost: 5 acknowledged pushes of one device and 7 of another are on all devices', async () => {
    const old = server
    const book = await old.makeBook()
    const [one, two, late] = [await Device.open(book), await Device.open(book), await Device.open(book)]
    const [water, trip] = [newRecordId(), newRecordId()]
    await one.edit('water', water, { name: 'Pond' })
    for (const device of [one, two, late]) await device.sync()
    const file = join(mkdtempSync(join(tmpdir(), 'jot-epoch-')), 'dump.jotbackup')
    await writeBackup(old.database, file, undefined, Date.now())
    // Acknowledged, and after the back-up: a record with its child, edits of one that was in the back-up, and what the other device had seen.
    await one.group([{ kind: 'trip', id: trip, fields: { water, start: '2026-03-14T11:00:00.000Z' } }])
    await one.sync()
    for (const edit of [{ name: 'Mill Pond' }, { note: 'cold' }]) {
      await one.edit('water', water, edit)
      await one.sync()
    }
    await two.sync()
    for (const n of [1, 2]) {
      await one.edit('strike', newRecordId(), { trip, time: '2026-03-14T12:00:00.000Z', note: `first ${n}` })
      await one.sync()
    }
    expect(await one.waiting()).toBe(0)
    const place = await newDatabase(TEMPLATE)
    await restoreBackup(place, file, undefined, Date.now())
    server = await TestServer.on(place)
    for (let n = 1; n <= 7; n++) {
      await two.edit('strike', newRecordId(), { trip, time: '2026-03-14T13:00:00.000Z', note: `second ${n}` })
      await two.sync()
    }
    for (const device of [late, one, two, late]) await device.sync()
    const stored = (await loadStates(server.database, book, 'strike')).map(({ state }) => state.fields.note).sort()
    expect(stored).toHaveLength(9)
    for (const device of [one, two, late]) {
      expect((await device.all('strike')).map(({ note }) => note).sort()).toEqual(stored)
      expect(await device.all('water')).toEqual([{ id: water, name: 'Mill Pond', note: 'cold' }])
      expect([(await device.all('trip')).length, await device.waiting(), await device.refusals()]).toEqual([1, 0, []])
      expect(await device.digest()).toBe(
        ((await server.ask('GET', `/api/books/${book}/digest`)).body as { sum: string }).sum,
      )
    }
    await old.stop()
  })
})

describe('a device that differs from the server', () => {
  it('finds out by the checksum and takes the book anew, keeping what waits', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book)
    const id = newRecordId()
    await device.edit('water', id, { name: 'Pond' })
    await device.sync()
    await device.spoil('water', id)
    expect((await device.all('water'))[0]?.name).toBe('Spoilt')
    await device.compare()
    expect((await device.all('water'))[0]?.name).toBe('Pond')
    expect(await device.repaired()).toBe(true)
    // Reading every record is work: not again within the hour, nor for pages opened meanwhile.
    await device.spoil('water', id)
    await device.compare()
    expect((await device.all('water'))[0]?.name).toBe('Spoilt')
    await device.compare(Date.now() + 3_600_000)
    expect((await device.all('water'))[0]?.name).toBe('Pond')
  })

  it('leaves out what cannot be read of a record, lists it, and shows everything else', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book)
    const [water, good, odd] = [newRecordId(), newRecordId(), newRecordId()]
    await device.edit('water', water, { name: 'Pond', latitude: 37.5 })
    for (const trip of [good, odd]) await device.edit('trip', trip, { water, start: '2026-03-14T11:00:00.000Z' })
    await device.spoil('water', water, { outline: 'no shore' })
    await device.spoil('trip', odd, { start: 'infinity' })
    expect(await device.all('water')).toEqual([{ id: water, name: 'Pond', latitude: 37.5 }])
    expect((await device.all('trip')).map(({ id }) => id)).toEqual([good])
    expect(await device.unreadable()).toEqual([
      [water, ['outline']],
      [odd, ['start']],
    ])
  })

  it('goes on past what the server will not take as a whole, and past what it cannot store', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book)
    const names = ['one', 'two \ud83d', 'three', 'four\u0000', 'five']
    for (const name of names) await device.edit('lure', newRecordId(), { name, class: 'popper' })
    await device.sync()
    expect((await device.all('lure')).map(({ name }) => name).sort()).toEqual(['five', 'one', 'three'])
    expect(await device.refusals()).toHaveLength(2)
  })
})

describe('a device of an older version', () => {
  it('still sends what it had kept: the outbox of the first release goes up whole', async () => {
    const book = await server.makeBook()
    const kept = JSON.parse(readFileSync(new URL('outbox-1.json', import.meta.url), 'utf8')) as {
      schema: number
      device: string
      changes: Change[]
    }
    const answer = await server.ask('POST', `/api/books/${book}/changes`, kept)
    expect(answer).toMatchObject({ status: 200, body: { refused: [], accepted: kept.changes.map((one) => one.id) } })
    const device = await Device.open(book)
    await device.sync()
    expect(await device.all('strike')).toMatchObject([{ outcome: 'landed', lengthMm: 419.1, lengthMmTyped: '16.5 in' }])
    expect((await server.ask('POST', `/api/books/${book}/changes`, { ...kept, schema: 99 })).status).toBe(400)
  })

  it('of the release after it as well: how, where and what was seen come to other devices as they were', async () => {
    const book = await server.makeBook()
    const kept = JSON.parse(readFileSync(new URL('outbox-2.json', import.meta.url), 'utf8')) as {
      schema: number
      changes: Change[]
    }
    const answer = await server.ask('POST', `/api/books/${book}/changes`, kept)
    expect(answer).toMatchObject({ status: 200, body: { refused: [], accepted: kept.changes.map((one) => one.id) } })
    const device = await Device.open(book)
    await device.sync()
    for (const kind of ['lure', 'setup', 'stint', 'reading', 'strike'] as const) {
      const sent = kept.changes.filter((one) => one.kind === kind).map(({ fields }) => fields)
      expect(await device.all(kind), kind).toMatchObject([Object.assign({}, ...sent) as object])
    }
  })

  it('opened by a newer one keeps its outbox, and the newer one sends it', async () => {
    const book = await server.makeBook()
    const device = await Device.open(book, 0, 1)
    await device.sync()
    expect([
      (await device.all('water')).map(({ name }) => name),
      await device.waiting(),
      (await logOf(book, 'water')).length,
    ]).toEqual([['Kept by the old one'], 0, 1])
  })
})

describe('ten devices with histories of their own', () => {
  const DEVICES = 10
  /** Clocks an hour fast, a day slow, and right. */
  const SKEWS_MS = [0, 3_600_000, -86_400_000]
  const stepArb = fc.oneof(
    {
      weight: 3,
      arbitrary: fc.record({
        do: fc.constant('edit' as const),
        device: fc.nat(DEVICES - 1),
        record: fc.nat(3),
        field: fc.constantFrom('name', 'note', 'pressure'),
        value: fc.string({ minLength: 1, maxLength: 4, unit: 'grapheme-ascii' }),
      }),
    },
    {
      weight: 2,
      arbitrary: fc.record({ do: fc.constant('sync' as const), device: fc.nat(DEVICES - 1), lost: fc.boolean() }),
    },
  )

  it('all come to the book the server has: nothing lost, nothing twice', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(stepArb, { minLength: 10, maxLength: 60 }), async (steps) => {
        const book = await server.makeBook()
        const devices: Device[] = []
        for (let i = 0; i < DEVICES; i++) devices.push(await Device.open(book, SKEWS_MS[i % SKEWS_MS.length]))
        const ids = Array.from({ length: 4 }, newRecordId)
        await devices[0]!.group(ids.map((id) => ({ kind: 'water' as const, id, fields: { name: 'new' } })))
        for (const device of [...devices, ...devices]) await device.sync()
        let edits = 0
        for (const step of steps) {
          const device = devices[step.device]!
          if (step.do === 'edit') {
            await device.edit('water', ids[step.record]!, { [step.field]: step.value })
            edits++
          } else {
            loseNextAnswer = step.lost
            await device.sync().catch(() => undefined)
            loseNextAnswer = false
          }
        }
        for (const device of [...devices, ...devices]) await device.sync()
        const stored = (await loadStates(server.database, book, 'water'))
          .map(({ id, state }) => ({ ...state.fields, id }))
          .sort((a, b) => (a.id < b.id ? -1 : 1))
        for (const device of devices) expect(await device.all('water')).toEqual(stored)
        // The model: the merge of every change once, in whatever order; here from the last to the first.
        const model = new Map<string, RecordState>()
        for (const one of (await changesOf(book)).filter(({ kind }) => kind === 'water').reverse())
          model.set(one.recordId, mergeChange(model.get(one.recordId), one))
        expect(stored.map(({ id, ...fields }) => [id, fields])).toEqual(
          [...model].sort(([a], [b]) => (a < b ? -1 : 1)).map(([id, { fields }]) => [id, fields]),
        )
        expect(await logOf(book, 'water')).toHaveLength(ids.length + edits)
      }),
      { numRuns: 6, seed: 20260314 },
    )
  })
})
