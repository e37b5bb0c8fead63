import { once } from 'node:events'
import pg from 'pg'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Change } from '../../packages/core/src/index.ts'
import { zipBundle } from '../../packages/core/src/formats/index.ts'
import type { BookDigest } from '../../packages/contract/src/index.ts'
import { ChaosDevice } from './chaosDevice.ts'
import { ChaosServer } from './chaosServer.ts'
import { faultsOfHistory } from './faultsOfHistory.ts'
import { mischief } from './mischief.ts'
import { signal } from './processes.ts'

/** `npm run chaos -- --minutes 60` for more. */
const MINUTES = Number(process.env.CHAOS_MINUTES ?? 1.4)
const SEED = Number(process.env.CHAOS_SEED ?? 20_261_127)
const DEVICES = 20
/** Clocks that are right, an hour slow, half a minute fast, and ten minutes fast: the last are sent back to correct themselves. */
const SKEWS_MS = [0, -3_600_000, 30_000, 600_000]
/** What takes longer hangs. */
const DRAIN_MS = 300_000

/** Seeded draws (mulberry32): a run that fails can be run again. */
function draws(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

let server: ChaosServer
beforeAll(async () => void (server = await ChaosServer.start()), 120_000)
afterAll(() => server.stop(), 60_000)

const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms))

async function makeBook(name: string): Promise<string> {
  const id = uuidv7()
  const init = { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ name }) }
  expect((await fetch(`${server.urls[0]}/api/books/${id}`, init)).status).toBe(201)
  return id
}

/** The same bundle under the same name until it is in: what was cut off in the middle must have left nothing. */
async function importUntilIn(book: string, name: string, random: () => number): Promise<void> {
  const rows = Array.from({ length: 400 }, (_, i) => `${name}-${i},Lure ${name} ${i},popper`)
  const archive = zipBundle(
    new Map([['lures.csv', `lure,name,class\n${rows.join('\n')}\n`]]),
  ) as Uint8Array<ArrayBuffer>
  for (;;) {
    const url = `${server.urls[Math.floor(random() * 2)]}/api/books/${book}/imports?namespace=${name}`
    const init = {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: archive,
      signal: AbortSignal.timeout(20_000),
    }
    const text = await fetch(url, init)
      .then((response) => response.text())
      .catch(() => '')
    if (text.trim().split('\n').at(-1)?.includes('"report"')) return
    await pause(500)
  }
}

/** The log as it stands in the database: a page of the API would send whoever is far behind to the snapshot. */
async function wholeLog(book: string): Promise<(Change & { seq: number })[]> {
  const client = new pg.Client({ connectionString: server.databaseUrl() })
  await client.connect()
  const { rows } = await client.query<Change & { seq: number }>(
    'select seq, id, group_id as "group", kind, record_id as "recordId", stamp, fields from changes where book_id = $1 order by seq',
    [book],
  )
  await client.end()
  return rows.map((row) => ({ ...row, seq: Number(row.seq) }))
}

const digest = async (which: 0 | 1, book: string): Promise<BookDigest> =>
  (await (await fetch(`${server.urls[which]}/api/books/${book}/digest`)).json()) as BookDigest

/** One connection. A pool's end does not wait for its connections, and the database that is stopped next ends them for it: that is no error. */
function lookInto(connectionString: string): pg.Pool {
  const pool = new pg.Pool({ connectionString, max: 1 })
  return pool.on('error', () => undefined)
}

describe(`${DEVICES} devices on two servers with one database, and everything goes wrong (seed ${SEED})`, () => {
  it(
    'what was acknowledged is there once, and everywhere the same',
    { timeout: MINUTES * 60_000 + DRAIN_MS + 60_000 },
    async () => {
      const random = draws(SEED)
      const [book, shared] = [await makeBook('Chaos'), uuidv7()]
      const devices = Array.from(
        { length: DEVICES },
        (_, i) => new ChaosDevice(`d-${i}`, server.urls, book, SKEWS_MS[i % SKEWS_MS.length]!, draws(SEED + i + 1)),
      )
      const first: Change = {
        id: uuidv7(),
        group: uuidv7(),
        kind: 'water',
        recordId: shared,
        stamp: '000000000001-0000-d-first',
        fields: { name: 'Shared' },
      }
      const init = {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ schema: 2, device: 'd-first', changes: [first] }),
      }
      expect((await fetch(`${server.urls[0]}/api/books/${book}/changes`, init)).status).toBe(200)

      const until = Date.now() + MINUTES * 60_000
      const lives = devices.map(async (device, i) => {
        const own = draws(SEED + 100 + i)
        while (Date.now() < until) {
          if (device.waiting < 200) device.change(shared)
          await device.push()
          if (own() < 0.3) await device.pull()
          await pause(60 + 200 * own())
        }
      })
      const imports = (async () => {
        let count = 0
        for (; Date.now() < until; count++) await importUntilIn(book, `bundle${count}`, random)
        return count
      })()
      const deeds = await mischief(server, until, random)
      await Promise.all(lives)
      const imported = await imports
      const back = [await server.answers(0), await server.answers(1)]

      const deadline = Date.now() + DRAIN_MS
      for (const device of devices) while (device.waiting > 0 && Date.now() < deadline) await device.push()
      for (const device of devices) while (!(await device.pull()) && Date.now() < deadline) await pause(50)
      const [log, one, other] = [await wholeLog(book), await digest(0, book), await digest(1, book)]
      expect(other).toEqual(one)
      expect(faultsOfHistory(log, devices, one.sum).slice(0, 10)).toEqual([])
      const acknowledged = devices.reduce((sum, device) => sum + device.acknowledged.size, 0)
      expect(devices.reduce((sum, device) => sum + device.made.size, 0)).toBe(acknowledged)
      // The settings, the owner, the first water, and of each import every row once.
      expect(log).toHaveLength(acknowledged + 400 * imported + 3)
      expect(Object.values(deeds).filter((count) => count > 0).length).toBeGreaterThanOrEqual(5)
      console.log(
        `chaos, ${MINUTES} min: ${acknowledged} changes of ${DEVICES} devices and ${imported} imports acknowledged, none lost or twice; ${JSON.stringify(deeds)}; answering again after ${back.map((ms) => Math.round(ms)).join(' and ')} ms; disk of its own: ${server.smallDisk}`,
      )
    },
  )

  it(
    'a restore that is killed in the middle leaves nothing, and the next one all of it',
    { timeout: 180_000 },
    async () => {
      const random = draws(SEED)
      const done = async (args: readonly string[], url: string): Promise<number> => {
        const child = server.jot(args, url)
        child.stdout?.resume()
        child.stderr?.resume()
        const [code] = (await once(child, 'exit')) as [number | null]
        return code ?? -1
      }
      const file = server.path('chaos.jotbackup')
      expect(await done(['backup', '--out', file], server.databaseUrl())).toBe(0)
      const admin = new pg.Client({ connectionString: server.databaseUrl('postgres') })
      await admin.connect()
      await admin.query('create database again')
      await admin.end()
      const place = lookInto(server.databaseUrl('again'))
      for (let i = 0; i < 3; i++) {
        const child = server.jot(['restore', file], server.databaseUrl('again'))
        child.stdout?.resume()
        child.stderr?.resume()
        const gone = once(child, 'exit')
        await pause(500 + 1500 * random())
        signal(child.pid!, 'SIGKILL')
        await gone
        const { rows } = await place.query<{ there: string | null }>(`select to_regclass('books')::text as there`)
        if (rows[0]?.there) {
          const { rows: held } = await place.query<{ n: number }>(
            'select (select count(*) from books)::int + (select count(*) from changes)::int as n',
          )
          // Killed just after the end it is there whole, and the next one says so.
          if (held[0]!.n > 0) break
        }
      }
      const code = await done(['restore', file], server.databaseUrl('again'))
      const { rows } = await place.query<{ books: number; changes: number }>(
        'select (select count(*) from books)::int as books, (select count(*) from changes)::int as changes',
      )
      const source = lookInto(server.databaseUrl())
      const { rows: wanted } = await source.query<{ books: number; changes: number }>(
        'select (select count(*) from books)::int as books, (select count(*) from changes)::int as changes',
      )
      expect(rows).toEqual(wanted)
      expect([0, 1]).toContain(code)
      await place.end()
      await source.end()
    },
  )
})
