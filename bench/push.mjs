import { createServer } from 'node:http'
import { performance } from 'node:perf_hooks'
import express from 'express'
import pg from 'pg'
import { v7 as uuidv7 } from 'uuid'
import { withTestDatabase } from '../tools/testDatabase.mjs'
import { withServer } from './server.mjs'

/**
 * Taking in what devices kept, against the least that could be done: the same rows by multi-row inserts, and the same number of
 * requests to a bare Express route that inserts one row. Both sides in one run, one after the other, three times; medians.
 */
const CHANGES = 10_000
const BATCH = 500
const DEVICES = 200
const PUSHES_A_DEVICE = 5
const BOOKS = 20
const ROUNDS = 3

let counter = 0
const stamp = () =>
  `${Date.now().toString(16).padStart(12, '0')}-${(counter++ % 65_536).toString(16).padStart(4, '0')}-d-bench`
const strikeOf = (trip) => ({
  id: uuidv7(),
  group: uuidv7(),
  kind: 'strike',
  recordId: uuidv7(),
  stamp: stamp(),
  fields: { trip, time: '2026-03-14T12:00:00.000Z', outcome: 'landed', lengthMm: 400, lengthMmTyped: '40 cm' },
})
const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]
const seconds = async (work) => {
  const from = performance.now()
  await work()
  return (performance.now() - from) / 1000
}

async function push(url, book, changes) {
  const response = await fetch(`${url}/api/books/${book}/changes`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ schema: 2, device: 'd-bench', changes }),
  })
  const answer = await response.json()
  if (!response.ok || answer.refused.length > 0)
    throw new Error(`push: ${response.status} ${JSON.stringify(answer).slice(0, 300)}`)
}

async function bookWithTrip({ url, makeBook }) {
  const book = await makeBook('Bench')
  const [water, trip] = [uuidv7(), uuidv7()]
  const made = (kind, recordId, fields) => ({ id: uuidv7(), group: uuidv7(), kind, recordId, stamp: stamp(), fields })
  await push(url, book, [
    made('water', water, { name: 'Bench' }),
    made('trip', trip, { water, start: '2026-03-14T11:00:00.000Z' }),
  ])
  return { book, trip }
}

/** The same rows, a log row and a record row each, into tables of the same columns, keys and indexes. */
async function bareInserts(pool, book, changes) {
  const client = await pool.connect()
  const places = (rows, width) =>
    rows
      .map((_row, n) => `(${Array.from({ length: width }, (_one, k) => `$${n * width + k + 1}`).join(', ')})`)
      .join(', ')
  const at = new Date().toISOString()
  for (let i = 0; i < changes.length; i += BATCH) {
    const rows = changes.slice(i, i + BATCH)
    await client.query('begin')
    await client.query(
      `insert into bare_log (book_id, seq, id, group_id, kind, record_id, stamp, fields, member_id, received_at) values ${places(rows, 10)}`,
      rows.flatMap((row, n) => [
        book,
        i + n,
        row.id,
        row.group,
        row.kind,
        row.recordId,
        row.stamp,
        JSON.stringify(row.fields),
        book,
        at,
      ]),
    )
    await client.query(
      `insert into bare_strikes (book_id, id, trip, time, outcome, length_mm, length_mm_typed, stamps) values ${places(rows, 8)}`,
      rows.flatMap(({ recordId, stamp: given, fields }) => [
        book,
        recordId,
        fields.trip,
        fields.time,
        fields.outcome,
        fields.lengthMm,
        fields.lengthMmTyped,
        JSON.stringify({ trip: given, time: given, outcome: given, lengthMm: given, lengthMmTyped: given }),
      ]),
    )
    await client.query('commit')
  }
  client.release()
}

async function intake(server, pool) {
  const [ours, bare] = [[], []]
  for (let round = 0; round < ROUNDS; round++) {
    const { book, trip } = await bookWithTrip(server)
    const changes = Array.from({ length: CHANGES }, () => strikeOf(trip))
    ours.push(
      await seconds(async () => {
        for (let i = 0; i < CHANGES; i += BATCH) await push(server.url, book, changes.slice(i, i + BATCH))
      }),
    )
    bare.push(await seconds(() => bareInserts(pool, book, changes)))
  }
  const [a, b] = [median(ours), median(bare)]
  console.log(
    `10,000 changes: ${Math.round(CHANGES / a)} a second, bare inserts ${Math.round(CHANGES / b)}: ${(b / a).toFixed(2)} of their rate (aim 0.5)`,
  )
}

/** Everyone at once, each sending its next as soon as the last is answered. */
async function atOnce(one) {
  const waits = []
  const whole = await seconds(() =>
    Promise.all(
      Array.from({ length: DEVICES }, async (_device, i) => {
        for (let n = 0; n < PUSHES_A_DEVICE; n++) waits.push(1000 * (await seconds(() => one(i))))
      }),
    ),
  )
  waits.sort((a, b) => a - b)
  return { rate: (DEVICES * PUSHES_A_DEVICE) / whole, p99: waits[Math.floor(0.99 * waits.length)] }
}

async function crowd(server, pool) {
  const bareApp = express()
  bareApp.post('/', express.json(), async (request, response) => {
    const { id, recordId, stamp: at, fields } = request.body
    await pool.query('insert into bare_one (id, record_id, stamp, fields) values ($1, $2, $3, $4)', [
      id,
      recordId,
      at,
      JSON.stringify(fields),
    ])
    response.json({ accepted: [id] })
  })
  const listening = createServer(bareApp)
  await new Promise((done) => listening.listen(0, '127.0.0.1', done))
  const bareUrl = `http://127.0.0.1:${listening.address().port}/`
  const books = []
  for (let i = 0; i < BOOKS; i++) books.push(await bookWithTrip(server))
  const ours = (i) => push(server.url, books[i % BOOKS].book, [strikeOf(books[i % BOOKS].trip)])
  const bare = async (i) => {
    const response = await fetch(bareUrl, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(strikeOf(books[i % BOOKS].trip)),
    })
    await response.json()
  }
  await atOnce(ours)
  await atOnce(bare)
  const rounds = { ours: [], bare: [] }
  for (let round = 0; round < ROUNDS; round++) {
    rounds.ours.push(await atOnce(ours))
    rounds.bare.push(await atOnce(bare))
  }
  const middle = (side, figure) => median(rounds[side].map((round) => round[figure]))
  const [rate, bareRate, p99, bareP99] = [
    middle('ours', 'rate'),
    middle('bare', 'rate'),
    middle('ours', 'p99'),
    middle('bare', 'p99'),
  ]
  console.log(
    `200 devices at once: ${Math.round(rate)} pushes a second, a bare route ${Math.round(bareRate)}: ${(rate / bareRate).toFixed(2)} of it (aim 0.8); 99th percentile ${Math.round(p99)} ms, ${(p99 / bareP99).toFixed(2)} times the bare route's ${Math.round(bareP99)} ms (aim 1.3)`,
  )
  listening.close()
}

const RLS_ROUNDS = 12

/** The same pushes with row-level security off and on, by turns: what the second lock costs. */
async function lock(server, pool) {
  const { rows } = await pool.query(
    "select relname as name from pg_class where relrowsecurity and relkind = 'r' and relnamespace = 'public'::regnamespace",
  )
  const setLock = async (on) => {
    for (const { name } of rows)
      await pool.query(`alter table "${name}" ${on ? 'enable' : 'disable'} row level security`)
  }
  const times = { on: [], off: [] }
  for (let round = 0; round <= RLS_ROUNDS; round++) {
    for (const side of ['off', 'on']) {
      await setLock(side === 'on')
      const { book, trip } = await bookWithTrip(server)
      const changes = Array.from({ length: 4000 }, () => strikeOf(trip))
      const took = await seconds(async () => {
        for (let i = 0; i < changes.length; i += BATCH) await push(server.url, book, changes.slice(i, i + BATCH))
      })
      const alone = await seconds(async () => {
        for (let i = 0; i < 300; i++) await push(server.url, book, [strikeOf(trip)])
      })
      // The first round warms up.
      if (round > 0) times[side].push({ took, alone })
    }
  }
  const cost = (figure) =>
    (
      100 *
      (median(times.on.map((round) => round[figure])) / median(times.off.map((round) => round[figure])) - 1)
    ).toFixed(1)
  console.log(
    `row-level security: ${cost('took')} % on 4,000 changes in batches, ${cost('alone')} % on single pushes (aim 5)`,
  )
}

await withTestDatabase(
  async ({ TEST_DATABASE_URL }) => {
    const pool = new pg.Pool({ connectionString: TEST_DATABASE_URL, max: 10 })
    pool.on('error', () => undefined)
    await pool.query(
      'create table bare_one (id uuid primary key, record_id uuid not null, stamp text not null, fields jsonb not null)',
    )
    await withServer(
      async (server) => {
        await pool.query(
          'create table bare_log (like changes including all); create table bare_strikes (like strikes including all)',
        )
        await intake(server, pool)
        await crowd(server, pool)
        await lock(server, pool)
      },
      { databaseUrl: TEST_DATABASE_URL },
    )
    await pool.end()
  },
  { durable: true },
)
