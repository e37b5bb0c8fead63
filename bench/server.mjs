import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { buildAll } from '../tools/build.mjs'
import { installPackages, root } from '../tools/steps.mjs'

/** The built server on a durable PostgreSQL of its own, as `npm start` has it, gone afterwards. */
export async function withServer(work) {
  await installPackages()
  await buildAll()
  const folder = mkdtempSync(join(tmpdir(), 'jot-bench-'))
  chmodSync(folder, 0o755)
  const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js'), '--empty'], {
    env: { ...process.env, PORT: '0', JOT_DATA_DIR: folder, DATABASE_URL: '' },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const url = await new Promise((ready) => server.stdout.on('data', (text) => /ready at (\S+)/.exec(text)?.[1] && ready(/ready at (\S+)/.exec(text)[1])))
  const makeBook = async (name) => {
    const id = uuidv7()
    const response = await fetch(`${url}/api/books/${id}`, { method: 'PUT', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ name }) })
    if (!response.ok) throw new Error(`the book was not made: ${response.status}`)
    return id
  }
  try {
    return await work({ url, makeBook })
  } finally {
    server.kill('SIGTERM')
    await new Promise((done) => server.on('exit', done))
    rmSync(folder, { recursive: true, force: true })
  }
}
