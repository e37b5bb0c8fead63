import { createServer } from 'node:http'
import { createServer as createTcpServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { v5 as uuidv5 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { routes, sounderReading } from '@jotbook/contract'
import type { FeedState } from '@jotbook/contract'
import { SounderIntake, readMetars, trackOf } from '@jotbook/core/formats'
import { soundedDay, startSounder, startWeatherStation } from '@jotbook/simulators'
import { outsideUrl } from '../packages/server/src/platform/outside.ts'
import { loadStates } from '../packages/server/src/features/changes/recordRepository.ts'
import { TestServer, change, newRecordId } from '../packages/server/src/test/testServer.ts'

let server: TestServer
let book: string
const water = newRecordId()
beforeAll(async () => {
  server = await TestServer.start()
  book = await server.makeBook()
  await server.push(book, [change('water', water, { name: 'Test Pond' })])
})
afterAll(() => server.stop())

const set = (fields: { weatherAddress?: string; sounderAddress?: string }) =>
  server.push(book, [change('book', book, fields, { ms: Date.now() })])
const newTrip = async (): Promise<string> => {
  const trip = newRecordId()
  await server.push(book, [change('trip', trip, { water, start: '2026-03-14T11:00:00.000Z' })])
  return trip
}
const readingsOf = async (trip: string) =>
  (await loadStates(server.database, book, 'reading')).filter(({ state }) => state.fields.trip === trip)
const feed = async (method: 'GET' | 'PUT' | 'stop', trip: string): Promise<FeedState> =>
  (method === 'stop'
    ? await server.ask('POST', routes.feedStop(book, trip), {})
    : await server.ask(method, routes.feed(book, trip), method === 'GET' ? undefined : {})
  ).body as unknown as FeedState

async function until<T>(look: () => Promise<T>, holds: (seen: T) => boolean): Promise<T> {
  for (let i = 0; i < 200; i++) {
    const seen = await look()
    if (holds(seen)) return seen
    await new Promise((go) => setTimeout(go, 100))
  }
  throw new Error('it did not come about')
}

describe('a live sounder', () => {
  const day = {
    startMs: Date.parse('2026-03-14T11:00:00Z'),
    hours: 2,
    seed: 4,
    faults: { checksums: 0.02, reordered: 0.05 },
  }
  const logged = new SounderIntake()
  for (const { lines } of soundedDay(day)) for (const line of lines) logged.take(line)
  const log = logged.drain()

  it('brings the readings that its log brings, under the same names, and the track', async () => {
    const sounder = await startSounder({ ...day, speed: 1500 })
    await set({ sounderAddress: `tcp://127.0.0.1:${sounder.tcpPort}` })
    const trip = await newTrip()
    expect(await feed('PUT', trip)).toMatchObject({ running: true })
    await until(
      () => feed('GET', trip),
      ({ used, checksum }) => used === logged.counts.used && checksum === logged.counts.checksum,
    )
    await feed('stop', trip)
    const stored = await readingsOf(trip)
    const expected = log.readings.map((reading) => sounderReading(trip, reading, uuidv5))
    expect(stored.map(({ id }) => id).sort()).toEqual(expected.map(({ recordId }) => recordId).sort())
    for (const { recordId, fields } of expected)
      expect(stored.find(({ id }) => id === recordId)?.state.fields).toMatchObject(fields)
    // Each point is written and logged once, however long the day.
    const parts = (await loadStates(server.database, book, 'trackPart')).filter(
      ({ state }) => state.fields.trip === trip,
    )
    const points = parts.flatMap(({ state }) => trackOf(state.fields.points)).sort((a, b) => a[0] - b[0])
    expect(points).toEqual(log.track)
    await sounder.stop()
  })

  it('is dialled again when the line breaks, by WebSocket too, and is one connection a trip', async () => {
    const sounder = await startSounder({ ...day, speed: 300 })
    await set({ sounderAddress: `ws://127.0.0.1:${sounder.webSocketPort}` })
    const trip = await newTrip()
    await feed('PUT', trip)
    await feed('PUT', trip)
    const before = await until(
      () => feed('GET', trip),
      ({ connected, used }) => connected && used > 50,
    )
    sounder.hangUp()
    await until(
      () => feed('GET', trip),
      ({ connected, used }) => connected && used > before.used + 50,
    )
    expect((await feed('stop', trip)).running).toBe(false)
    await sounder.stop()
  })

  it('that floods, sends binary or falls silent does no harm', async () => {
    const [first] = [...soundedDay(day)]
    const flood = `${'x'.repeat(5000)}\n${'$GPGSV,1\n'.repeat(30_000)}\u0000\u0001\u0002\n${first?.lines.join('\r\n')}\r\n`
    const noisy = createTcpServer((socket) => void socket.on('error', () => socket.destroy()).write(flood, 'latin1'))
    await new Promise<void>((listening) => noisy.listen(0, '127.0.0.1', listening))
    await set({ sounderAddress: `tcp://127.0.0.1:${(noisy.address() as AddressInfo).port}` })
    const trip = await newTrip()
    await feed('PUT', trip)
    const state = await until(
      () => feed('GET', trip),
      ({ flooded }) => flooded > 20_000,
    )
    expect(state.unreadable + state.checksum).toBeGreaterThan(1000)
    await feed('stop', trip)
    expect(await readingsOf(trip)).toEqual([])
    noisy.close()
  })

  it('ends with its trip, and is not begun on one that is over', async () => {
    const sounder = await startSounder({ ...day, speed: 1500 })
    await set({ sounderAddress: `tcp://127.0.0.1:${sounder.tcpPort}` })
    const trip = await newTrip()
    await feed('PUT', trip)
    await until(
      () => readingsOf(trip),
      (list) => list.length > 0,
    )
    await server.push(book, [change('trip', trip, { end: '2026-03-14T12:00:00.000Z' }, { ms: Date.now() })])
    await until(
      () => feed('GET', trip),
      ({ running }) => !running,
    )
    expect((await server.ask('PUT', routes.feed(book, trip), {})).body.detail).toMatch(/import the sounder’s log/)
    await sounder.stop()
  })
})

describe('the weather station', () => {
  it('is asked for the hours before, from the address that the owner set', async () => {
    const station = await startWeatherStation()
    await set({ weatherAddress: `http://127.0.0.1:${station.port}/metar?station=XRDG` })
    const end = '2026-03-14T18:00:00.000Z'
    const { status, body } = await server.ask('POST', routes.weather(book), { hours: 60, until: end })
    const { reports } = readMetars(String(body.text), Date.parse(end))
    expect([status, reports.length > 50, reports.at(-1)?.ms]).toEqual([200, true, Date.parse('2026-03-14T17:51:00Z')])
    await station.stop()
    expect((await server.ask('POST', routes.weather(book), { hours: 60, until: end })).body).toMatchObject({
      type: '/problems/outside-away',
      status: 502,
    })
  })

  it('that sends too much, sends elsewhere or hangs is given up, and says why', async () => {
    const rude = createServer((request, response) => {
      if (request.url?.startsWith('/much')) response.end('x'.repeat(2_000_000))
      else if (request.url?.startsWith('/elsewhere')) response.writeHead(302, { location: 'http://127.0.0.1:1/' }).end()
    })
    await new Promise<void>((listening) => rude.listen(0, '127.0.0.1', listening))
    const detail = async (path: string): Promise<unknown> => {
      await set({ weatherAddress: `http://127.0.0.1:${(rude.address() as AddressInfo).port}/${path}` })
      return (await server.ask('POST', routes.weather(book), { hours: 2, until: '2026-03-14T18:00:00Z' })).body.detail
    }
    expect(await detail('much')).toBe('The weather station sent more than a megabyte.')
    expect(await detail('elsewhere')).toBe('The weather station answered 302.')
    expect(await detail('hangs')).toBe('The weather station took longer than five seconds.')
    rude.closeAllConnections()
    rude.close()
  })

  it('is not looked for inside private networks by a book that is open to one', () => {
    const open = { privateToo: false }
    for (const address of [
      'http://127.0.0.1/metar',
      'http://10.1.2.3/',
      'http://[::1]/',
      'http://169.254.169.254/latest',
      'http://[::ffff:10.0.0.1]/',
    ])
      expect(() => outsideUrl(address, ['http:'], open), address).toThrow(/private networks/)
    expect(outsideUrl('http://93.184.215.14/metar', ['http:'], open).hostname).toBe('93.184.215.14')
    for (const address of ['file:///etc/passwd', 'gopher://x/', 'no address', 'http://me:secret@x/'])
      expect(() => outsideUrl(address, ['http:', 'https:'], open), address).toThrow(/must begin with/)
  })
})
