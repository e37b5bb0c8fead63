import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { MAX_AHEAD_MS, stampOf } from '@jotbook/core'
import type { PullAnswer } from '@jotbook/contract'
import { TestServer, change, newRecordId } from '../../test/testServer.ts'
import { takeNumbers } from './changeRepository.ts'
import { loadStates } from './recordRepository.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

const pull = async (book: string, after = 0): Promise<PullAnswer> =>
  (await server.ask('GET', `/api/books/${book}/changes?after=${after}`)).body as unknown as PullAnswer
const waterFields = { name: 'Pond', timeZone: 'America/Chicago' }

async function snapshot(book: string, query = ''): Promise<{ kind?: string; id?: string; seq?: number; end?: true }[]> {
  const response = await fetch(`${server.url}/api/books/${book}/snapshot${query}`)
  return (await response.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { kind?: string })
}

describe('pushing changes', () => {
  it('stores each change once, however often it is sent', async () => {
    const book = await server.makeBook()
    const id = newRecordId()
    const made = change('water', id, waterFields)
    const first = await server.push(book, [made])
    const second = await server.push(book, [made])
    expect([first.accepted, second.accepted]).toEqual([[made.id], [made.id]])
    const log = (await pull(book)).changes.filter(({ recordId }) => recordId === id)
    expect(log).toHaveLength(1)
    expect((await loadStates(server.database, book, 'water', [id]))[0]?.state.fields).toEqual(waterFields)
  })

  it('merges field by field, the later stamp winning whichever comes first', async () => {
    const book = await server.makeBook()
    const id = newRecordId()
    const [base, early, late] = [
      change('water', id, waterFields),
      change('water', id, { name: 'Early', note: 'kept' }),
      change('water', id, { name: 'Late' }),
    ]
    await server.push(book, [base])
    await server.push(book, [late])
    await server.push(book, [early])
    const [record] = await loadStates(server.database, book, 'water', [id])
    expect(record?.state.fields).toEqual({ ...waterFields, name: 'Late', note: 'kept' })
  })

  it('keeps fields it does not know, and gives them back untouched', async () => {
    const book = await server.makeBook()
    const id = newRecordId()
    await server.push(book, [change('water', id, { ...waterFields, fieldOfTheFuture: { deep: [1, 2] } })])
    const line = (await snapshot(book)).find((candidate) => candidate.id === id) as unknown as {
      state: { fields: Record<string, unknown> }
    }
    expect(line.state.fields.fieldOfTheFuture).toEqual({ deep: [1, 2] })
  })

  it('refuses a group whole, names the field, and lets the others through', async () => {
    const book = await server.makeBook()
    const [water, trip] = [newRecordId(), newRecordId()]
    const [good, bad] = [newRecordId(), newRecordId()]
    const answer = await server.push(book, [
      change('water', water, waterFields, { group: good }),
      change('trip', trip, { water, start: '2026-03-14T11:00:00.000Z' }, { group: bad }),
      change('reading', newRecordId(), { trip, time: '2026-03-14T12:00:00.000Z', waterTempC: 99 }, { group: bad }),
    ])
    expect(answer.accepted).toHaveLength(1)
    expect(answer.refused).toMatchObject([
      {
        group: bad,
        problem: {
          type: '/problems/invalid-record',
          status: 422,
          field: 'waterTempC',
          detail: 'Water temperature must be from −2 to 45 °C (28 to 113 °F).',
        },
      },
    ])
    expect(await loadStates(server.database, book, 'trip', [trip])).toEqual([])
  })

  it('refuses a reference to nothing, a record without what it needs, and text that cannot be stored', async () => {
    const book = await server.makeBook()
    const answer = await server.push(book, [
      change('spot', newRecordId(), { name: 'Point', water: newRecordId() }),
      change('water', newRecordId(), { note: 'nameless' }),
      change('water', newRecordId(), { name: 'nul \u0000' }),
    ])
    expect(answer.refused.map(({ problem }) => [problem.type, problem.field])).toEqual([
      // What is wrong by itself is told before what is wrong in the book.
      ['/problems/invalid-record', 'name'],
      ['/problems/unknown-record', 'water'],
      ['/problems/invalid-record', 'name'],
    ])
  })

  it('sends a device whose clock is ahead away, to correct it and send again', async () => {
    const book = await server.makeBook()
    const ahead = {
      ...change('water', newRecordId(), waterFields),
      stamp: stampOf({ ms: Date.now() + MAX_AHEAD_MS + 5000, counter: 0 }, 'd'),
    }
    const answer = await server.ask('POST', `/api/books/${book}/changes`, { schema: 1, device: 'd', changes: [ahead] })
    expect(answer).toMatchObject({
      status: 409,
      body: { type: '/problems/clock-ahead', serverTimeMs: expect.any(Number) as number },
    })
  })

  it('keeps a deleted record and what refers to it', async () => {
    const book = await server.makeBook()
    const [water, spot] = [newRecordId(), newRecordId()]
    await server.push(book, [change('water', water, waterFields), change('spot', spot, { name: 'Point', water })])
    await server.push(book, [change('water', water, { deletedAt: '2026-03-15T00:00:00.000Z' })])
    expect((await loadStates(server.database, book, 'water', [water]))[0]?.state.fields.deletedAt).toBe(
      '2026-03-15T00:00:00.000Z',
    )
    expect(await loadStates(server.database, book, 'spot', [spot])).toHaveLength(1)
  })

  it.each([
    ['no body', undefined],
    ['no changes', { schema: 1, device: 'd' }],
    [
      'a change without a group',
      { schema: 1, device: 'd', changes: [{ ...change('water', newRecordId(), {}), group: 'mine' }] },
    ],
  ])('answers %s with a clear problem', async (_name, body) => {
    const answer = await server.ask('POST', `/api/books/${await server.makeBook()}/changes`, body ?? {})
    expect(answer).toMatchObject({ status: 400, body: { type: '/problems/invalid-request' } })
  })
})

describe('the order of changes', () => {
  it('is the order in which they become visible: a second writer waits for the first to commit', async () => {
    const book = await server.makeBook()
    const order: string[] = []
    let firstHolds!: () => void
    const held = new Promise<void>((resolve) => (firstHolds = resolve))
    let release!: () => void
    const released = new Promise<void>((resolve) => (release = resolve))
    const first = server.database.transaction(async (tx) => {
      const seq = await takeNumbers(tx, book, 1)
      firstHolds()
      await released
      order.push(`first ${seq}`)
    })
    await held
    const second = server.database.transaction(async (tx) => order.push(`second ${await takeNumbers(tx, book, 1)}`))
    await new Promise((done) => setTimeout(done, 100))
    expect(order).toEqual([])
    release()
    await Promise.all([first, second])
    const [one, two] = order.map((entry) => Number(entry.split(' ')[1]))
    expect(order[0]).toMatch(/^first/)
    expect(two).toBe(one! + 1)
  })
})

describe('pulling', () => {
  it('gives what came after a cursor, in whole groups, and the cursor to go on from', async () => {
    const book = await server.makeBook()
    const group = newRecordId()
    const many = Array.from({ length: 5200 }, (_, i) =>
      change('lure', newRecordId(), { name: `Lure ${i}`, class: 'popper' }, { group }),
    )
    const { next: before } = await pull(book)
    await server.push(book, [change('water', newRecordId(), waterFields)])
    await server.push(book, many)
    const first = await pull(book, before)
    expect([first.changes.length, first.more, first.partial]).toEqual([1, true, false])
    const second = await pull(book, first.next)
    expect([second.changes.length, second.more, second.partial]).toEqual([5000, true, true])
    const third = await pull(book, second.next)
    expect([third.changes.length, third.more, third.partial]).toEqual([200, false, false])
    expect((await pull(book, third.next)).changes).toEqual([])
  })

  it('sends a cursor far behind to the snapshot, which can be resumed', async () => {
    const book = await server.makeBook()
    await server.database.transaction((tx) => takeNumbers(tx, book, 30_000))
    expect(await pull(book, 1)).toMatchObject({ snapshot: true, changes: [] })
    const ids = Array.from({ length: 5 }, newRecordId).sort()
    await server.push(
      book,
      ids.map((id) => change('lure', id, { name: id, class: 'popper' })),
    )
    const whole = await snapshot(book)
    expect(whole.filter(({ kind }) => kind === 'lure').map(({ id }) => id)).toEqual([...ids].reverse())
    expect([whole[0]?.seq, whole.at(-1)?.end]).toEqual([expect.any(Number), true])
    const rest = await snapshot(book, `?seq=${whole[0]!.seq}&kind=lure&after=${ids[2]}`)
    expect(rest.filter(({ kind }) => kind === 'lure').map(({ id }) => id)).toEqual(ids.slice(0, 2).reverse())
  })
})
