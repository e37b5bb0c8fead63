import { createServer, get } from 'node:http'
import { performance } from 'node:perf_hooks'
import pg from 'pg'

/**
 * `node poller.mjs URL DATABASE`: asks an address over and over, and by turns a bare server in a process of the same machine that writes
 * one row to the same PostgreSQL, until the input ends; then tells how long each let it wait at worst. The bare server's wait is what the
 * machine alone costs. `slowdown` is how many times as long as at its best a piece of work of its own took meanwhile: on a machine that is
 * shared with others, what the server does takes as much longer.
 */
const [url, databaseUrl] = process.argv.slice(2)
const EVERY_MS = 20

const database = new pg.Client({ connectionString: databaseUrl })
await database.connect()
await database.query('create temporary table pulse (id integer primary key, at timestamptz)')
const beat = 'insert into pulse values (1, now()) on conflict (id) do update set at = excluded.at'
const bare = createServer((_request, response) => void database.query(beat).then(() => response.end('{}')))
await new Promise((go) => bare.listen(0, '127.0.0.1', go))

const waitOf = (address) =>
  new Promise((done) => {
    const began = performance.now()
    const over = () => done(performance.now() - began)
    get(address, (response) => response.resume().on('end', over)).on('error', over)
  })

const PIECE = JSON.stringify(Array.from({ length: 20_000 }, (_, i) => ({ id: i, name: `piece ${i}` })))
const pieceMs = () => {
  const began = performance.now()
  JSON.parse(PIECE)
  return performance.now() - began
}

const waits = { asked: [], bare: [], pieces: [] }
let ended = false
process.stdout.write('asking\n')
process.stdin.resume().on('end', () => (ended = true))
while (!ended) {
  waits.asked.push(await waitOf(url))
  waits.bare.push(await waitOf(`http://127.0.0.1:${bare.address().port}/`))
  waits.pieces.push(pieceMs())
  await new Promise((go) => setTimeout(go, EVERY_MS))
}
const mean = waits.pieces.reduce((sum, ms) => sum + ms, 0) / waits.pieces.length
process.stdout.write(
  JSON.stringify({
    asked: Math.max(...waits.asked),
    bare: Math.max(...waits.bare),
    slowdown: mean / Math.min(...waits.pieces),
    count: waits.asked.length,
  }),
)
process.exit(0)
