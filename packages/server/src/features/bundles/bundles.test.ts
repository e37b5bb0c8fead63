import { eq } from 'drizzle-orm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { bytesOfText, textOfBytes, unzipBundle, zipBundle } from '@jotbook/core/formats'
import { TestServer, change, newRecordId } from '../../test/testServer.ts'
import { recordTables } from '../../platform/schema.ts'
import { loadStates } from '../changes/recordRepository.ts'

let server: TestServer
beforeAll(async () => void (server = await TestServer.start()))
afterAll(() => server.stop())

const BUNDLE = new Map([
  [
    'waters.csv',
    'water,latitude,longitude,time_zone,colour_of_the_dock\nNorth Arm,36.9,-85.1,America/Chicago,"grey, peeling"\n',
  ],
  ['lures.csv', 'lure,class,back,side,belly\nJ1,suspending jerkbait,blue-grey,silver,white\n'],
  [
    'trips.csv',
    "trip,water,start,end,anglers,note\nT1,North Arm,2026-10-31T22:00:00-05:00,2026-11-01T03:00:00-06:00,Rowan;Tilda,'=SUM(A1)\n",
  ],
  [
    'stints.csv',
    'stint,trip,lure,angler,start,end,lure_depth_ft\nS1,T1,J1,Rowan,2026-10-31T22:00:00-05:00,2026-11-01T01:30:00-06:00,5\n',
  ],
  [
    'readings.csv',
    'trip,time,water_temp_f,visibility_in,wind_mph\nT1,2026-10-31T22:00:00-05:00,50,24,10\nT1,2026-11-01T01:30:00-06:00,49,24,2\n',
  ],
  [
    'strikes.csv',
    'strike,trip,time,stint,outcome,length_in,weight_lb\nK1,T1,2026-11-01T01:30:00-05:00,S1,landed,16.5,2.5\nK2,T1,2026-11-01T01:30:00-06:00,S1,,,\nK3,T1,2026-11-01T02:30:00-06:00,,missed,,\n',
  ],
])

const send = (
  book: string,
  files: ReadonlyMap<string, string>,
  query = 'namespace=notes',
): ReturnType<TestServer['importArchive']> => server.importArchive(book, zipBundle(files), query)

async function exported(book: string, query = ''): Promise<Map<string, string>> {
  const response = await fetch(`${server.url}/api/books/${book}/export${query}`)
  const files = unzipBundle(new Uint8Array(await response.arrayBuffer()))
  return new Map([...files].map(([name, bytes]) => [name, textOfBytes(bytes)]))
}

const edited = (file: string, from: string, to: string): Map<string, string> =>
  new Map([...BUNDLE].map(([name, text]) => [name, name === file ? text.replace(from, to) : text]))

describe('importing a bundle', () => {
  it('says first what it would do, and then does all of it', async () => {
    const book = await server.makeBook()
    const dry = await send(book, BUNDLE, 'namespace=notes&dry=1')
    expect(dry.body).toMatchObject({ created: 9, applied: false, faults: [] })
    expect(await loadStates(server.database, book, 'trip')).toEqual([])
    const done = await send(book, BUNDLE)
    expect(done.body).toMatchObject({ created: 9, applied: true })
    expect(done.body.looseEnds).toEqual([
      { file: 'strikes.csv', line: 4, column: 'stint', message: 'The strike belongs to no stint: which rod was it?' },
    ])
    expect(done.body.remarks[0]).toMatchObject({ file: 'waters.csv', column: 'colour_of_the_dock' })
    const [strike] = (await loadStates(server.database, book, 'strike'))
      .map(({ state }) => state.fields)
      .filter(({ outcome }) => outcome === 'landed')
    expect(strike).toMatchObject({ lengthMm: 419.1, time: '2026-11-01T06:30:00.000Z' })
    expect((await loadStates(server.database, book, 'water'))[0]?.state.fields.note).toBe(
      'colour_of_the_dock: grey, peeling',
    )
  })

  it('changes nothing the second time, and only the changed fields of a changed row, never over a hand edit', async () => {
    const book = await server.makeBook()
    await send(book, BUNDLE)
    expect((await send(book, BUNDLE)).body).toMatchObject({ created: 0, changed: 0, unchanged: 9 })
    const [lure] = await loadStates(server.database, book, 'lure')
    await server.push(book, [change('lure', lure!.id, { back: 'green' }, { ms: Date.now() + 1000 })])
    const again = await send(book, edited('lures.csv', 'blue-grey,silver', 'black,pearl'))
    expect(again.body).toMatchObject({ created: 0, changed: 1, unchanged: 8, kept: 1 })
    expect((await loadStates(server.database, book, 'lure'))[0]?.state.fields).toMatchObject({
      back: 'green',
      side: 'pearl',
      belly: 'white',
    })
  })

  it('writes nothing while there is a fault, and names file, line and column', async () => {
    const book = await server.makeBook()
    const cases: [Map<string, string>, { file: string; line: number; column?: string }][] = [
      [edited('readings.csv', ',49,', ',490,'), { file: 'readings.csv', line: 3, column: 'water_temp_f' }],
      [edited('stints.csv', 'J1', 'J9'), { file: 'stints.csv', line: 2, column: 'lure' }],
      [
        edited('strikes.csv', '2026-11-01T01:30:00-05:00', '2026-11-01T01:30:00'),
        { file: 'strikes.csv', line: 2, column: 'time' },
      ],
      [edited('strikes.csv', 'landed', 'eaten'), { file: 'strikes.csv', line: 2, column: 'outcome' }],
      [edited('trips.csv', 'trip,water,start', 'trip,lake,start'), { file: 'trips.csv', line: 1, column: 'water' }],
      [edited('waters.csv', '"grey, peeling"', '"grey'), { file: 'waters.csv', line: 2 }],
    ]
    for (const [files, place] of cases) {
      const { body } = await send(book, files)
      expect(body.faults[0]).toMatchObject(place)
      expect(body.applied).toBe(false)
    }
    expect(await loadStates(server.database, book, 'water')).toEqual([])
  })

  it('refuses archives that are none, too large, or point elsewhere', async () => {
    const book = await server.makeBook()
    const bomb = zipBundle(new Map([['strikes.csv', 'x'.repeat(3_000_000)]]))
    const tries: [Uint8Array, number][] = [
      [bytesOfText('no archive'), 400],
      [bomb, 413],
      [zipBundle(new Map([['../waters.csv', 'water\n']])), 400],
    ]
    for (const [archive, status] of tries) {
      expect(
        (
          await server.ask('POST', `/api/books/${book}/imports?namespace=x`, archive, {
            'content-type': 'application/zip',
          })
        ).status,
      ).toBe(status)
    }
    expect((await server.ask('GET', '/api/health')).status).toBe(200)
  })
})

describe('exporting', () => {
  it('and importing into an empty book and exporting again gives the same bytes, in either units', async () => {
    const [first, second] = [await server.makeBook(), await server.makeBook()]
    await send(first, BUNDLE)
    const once = await exported(first)
    await send(second, once, 'namespace=copy')
    expect(await exported(second)).toEqual(once)
    const third = await server.makeBook()
    const imperial = await exported(first, '?units=imperial')
    await send(third, imperial, 'namespace=copy')
    expect(await exported(third, '?units=imperial')).toEqual(imperial)
    expect(once.get('trips.csv')).toContain("'=SUM(A1)")
    expect(once.get('strikes.csv')).toContain('2026-11-01T01:30:00-05:00')
  })

  it('leaves places out when asked', async () => {
    const book = await server.makeBook()
    await send(book, BUNDLE)
    expect((await exported(book)).get('waters.csv')).toContain('36.9')
    expect((await exported(book, '?places=0')).get('waters.csv')).not.toContain('36.9')
  })
})

describe('a long import', () => {
  const STRIKES = 6000
  const long = new Map([
    ['waters.csv', 'water\nNorth Arm\n'],
    [
      'trips.csv',
      'trip,water,start,end,effort_known\nT1,North Arm,2026-03-14T06:00:00-05:00,2026-03-14T16:00:00-05:00,trip\n',
    ],
    [
      'strikes.csv',
      [
        'strike,trip,time,outcome',
        ...Array.from({ length: STRIKES }, (_, i) => `K${i},T1,2026-03-14T07:00:00-05:00,landed`),
        '',
      ].join('\n'),
    ],
  ])
  const archive = zipBundle(long)
  const begin = (book: string, signal?: AbortSignal): Promise<Response> =>
    fetch(`${server.url}/api/books/${book}/imports?namespace=long`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: archive as Uint8Array<ArrayBuffer>,
      ...(signal ? { signal } : {}),
    })
  const lineOf = (text: string): Record<string, object> => JSON.parse(text) as Record<string, object>

  it('tells how far it is, and lets others push meanwhile', async () => {
    const book = await server.makeBook()
    const response = await begin(book)
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader()
    const first = await reader.read()
    expect(lineOf(first.value!.split('\n')[0]!)).toMatchObject({ progress: { done: expect.any(Number) as number } })
    const order: string[] = []
    const pushed = server.push(book, [change('water', newRecordId(), { name: 'Mine' })]).then(() => order.push('push'))
    let rest = ''
    for (let part = await reader.read(); !part.done; part = await reader.read()) rest += part.value
    order.push('import')
    await pushed
    expect(order).toEqual(['push', 'import'])
    expect(lineOf(rest.trim().split('\n').at(-1)!)).toMatchObject({ report: { applied: true, created: STRIKES + 2 } })
    expect(await server.database.$count(recordTables.strike, eq(recordTables.strike.bookId, book))).toBe(STRIKES)
    const numbers = await server.ask('GET', `/api/books/${book}/changes?after=0`)
    expect(numbers.status).toBe(200)
  })

  it('leaves nothing behind when whoever asked hangs up', async () => {
    const book = await server.makeBook()
    const hangUp = new AbortController()
    const response = await begin(book, hangUp.signal)
    const reader = response.body!.getReader()
    await reader.read()
    hangUp.abort()
    await reader.read().catch(() => undefined)
    // The same import again waits for the first to be gone, and then finds nothing of it.
    const again = await server.importArchive(book, archive, 'namespace=long')
    expect(again.body).toMatchObject({ created: STRIKES + 2, unchanged: 0 })
  })

  it('may name a water of the book by its own id, and of another book not', async () => {
    const [book, other] = [await server.makeBook(), await server.makeBook('Other')]
    const water = newRecordId()
    await server.push(book, [change('water', water, { name: 'Mine' })])
    const trips = new Map([['trips.csv', `trip,water,start\nT1,${water},2026-03-14T06:00:00-05:00\n`]])
    expect((await send(book, trips)).body).toMatchObject({ created: 1, faults: [] })
    expect((await send(other, trips)).body.faults).toEqual([
      { file: 'trips.csv', line: 2, column: 'water', message: `There is no water "${water}".` },
    ])
  })
})
