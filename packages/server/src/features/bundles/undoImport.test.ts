import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Kind } from '@jotbook/core'
import { zipBundle } from '@jotbook/core/formats'
import { TestServer, change, newRecordId } from '../../test/testServer.ts'
import { loadStates } from '../changes/recordRepository.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

const filesWith = (side: string): Map<string, string> =>
  new Map([
    ['waters.csv', 'water,time_zone\nnorth  arm,America/Chicago\n'],
    ['lures.csv', `lure,class,side\nJ1,suspending jerkbait,${side}\nJ2,squarebill,\n`],
    [
      'trips.csv',
      'trip,water,start,end,anglers\nT1,north  arm,2026-10-31T08:00:00-05:00,2026-10-31T12:00:00-05:00,ROWAN;Tilda\n',
    ],
    [
      'stints.csv',
      'stint,trip,lure,angler,start,end\nS1,T1,J1,ROWAN,2026-10-31T08:00:00-05:00,2026-10-31T12:00:00-05:00\n',
    ],
  ])
const send = (book: string, side: string, query = ''): ReturnType<TestServer['importArchive']> =>
  server.importArchive(book, zipBundle(filesWith(side)), `namespace=notes${query}`)
const undo = (book: string, firstSeq: number | undefined): ReturnType<TestServer['ask']> =>
  server.ask('POST', `/api/books/${book}/imports/${firstSeq}/undo`, {})
const standing = async (book: string, kind: Kind) =>
  (await loadStates(server.database, book, kind)).filter(({ state }) => typeof state.fields.deletedAt !== 'string')

describe('an import', () => {
  it('lists what is new by kind and name, and takes the book’s own of the same name where it is asked to', async () => {
    const book = await server.makeBook()
    const [water, lure, trip] = [newRecordId(), newRecordId(), newRecordId()]
    await server.push(book, [
      change('water', water, { name: 'North Arm', timeZone: 'America/New_York' }),
      change('lure', lure, { name: 'j1', class: 'suspending jerkbait', back: 'olive' }),
      change('trip', trip, { water, start: '2026-01-01T10:00:00.000Z', anglers: ['Rowan'] }),
    ])
    const { body: dry } = await send(book, 'silver', '&dry=1')
    expect(dry.createdByKind).toEqual({ water: 1, lure: 2, trip: 1, stint: 1 })
    expect(dry.newNames).toEqual([
      { kind: 'lure', name: 'J2' },
      { kind: 'person', name: 'Tilda' },
    ])
    expect(dry.sameNames.map(({ kind, name, heldName }) => [kind, name, heldName])).toEqual([
      ['water', 'north  arm', 'North Arm'],
      ['lure', 'J1', 'j1'],
      ['person', 'ROWAN', 'Rowan'],
    ])
    const { body } = await send(book, 'silver', '&same=1')
    expect(body).toMatchObject({ created: 3, createdByKind: { lure: 1, trip: 1, stint: 1 } })
    expect((await standing(book, 'water')).map(({ state }) => state.fields)).toEqual([
      expect.objectContaining({ name: 'North Arm', timeZone: 'America/New_York' }),
    ])
    expect((await standing(book, 'lure')).find(({ id }) => id === lure)?.state.fields).toMatchObject({
      name: 'j1',
      back: 'olive',
      side: 'silver',
    })
    expect((await standing(book, 'trip')).map(({ state }) => state.fields)).toContainEqual(
      expect.objectContaining({ water, anglers: ['Rowan', 'Tilda'] }),
    )
    expect((await standing(book, 'stint'))[0]?.state.fields).toMatchObject({ lure, angler: 'Rowan' })
    expect((await send(book, 'silver', '&same=1')).body).toMatchObject({ created: 0, unchanged: 5 })
  })

  it('leaves apart what is said to be another one', async () => {
    const book = await server.makeBook()
    const water = newRecordId()
    await server.push(book, [change('water', water, { name: 'North Arm' })])
    expect(
      (await send(book, 'silver', `&same=1&apart=${encodeURIComponent('water north  arm')}`)).body.createdByKind,
    ).toMatchObject({ water: 1 })
  })

  it('is undone whole, but for what was written over since, and can then come again', async () => {
    const book = await server.makeBook()
    const first = (await send(book, 'silver')).body
    const [lure] = (await standing(book, 'lure')).filter(({ state }) => state.fields.name === 'J1')
    const second = (await send(book, 'gold')).body
    await server.push(book, [change('lure', lure!.id, { back: 'green' }, { ms: Date.now() + 1000 })])
    expect((await undo(book, second.firstSeq)).body).toEqual({ records: 1 })
    expect((await standing(book, 'lure')).find(({ id }) => id === lure!.id)?.state.fields).toMatchObject({
      side: 'silver',
      back: 'green',
    })
    expect((await send(book, 'gold')).body).toMatchObject({ created: 0, changed: 1 })
    expect((await standing(book, 'lure')).find(({ id }) => id === lure!.id)?.state.fields).toMatchObject({
      side: 'gold',
      back: 'green',
    })
    await undo(book, first.firstSeq)
    for (const kind of ['water', 'lure', 'trip', 'stint'] as const) expect(await standing(book, kind)).toEqual([])
    expect((await send(book, 'gold')).body.createdByKind).toEqual({ water: 1, lure: 2, trip: 1, stint: 1 })
  })

  it('is only undone where one begins', async () => {
    const book = await server.makeBook()
    await server.push(book, [change('lure', newRecordId(), { name: 'x', class: 'tube' })])
    for (const seq of [1, 2, 3, 99]) expect((await undo(book, seq)).status).toBe(404)
  })
})
