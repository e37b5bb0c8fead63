import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { v7 as uuidv7 } from 'uuid'
import { buildAll } from '../tools/build.mjs'
import { installPackages, root } from '../tools/steps.mjs'

/** The built server on a durable PostgreSQL of its own, as `npm start` has it, gone afterwards; on another's when `DATABASE_URL` is given. */
export async function withServer(work, { databaseUrl = '', options = ['--empty'] } = {}) {
  await installPackages()
  await buildAll()
  const folder = mkdtempSync(join(tmpdir(), 'jot-bench-'))
  chmodSync(folder, 0o755)
  const server = spawn(process.execPath, [join(root, 'packages/server/dist/main.js'), ...options], {
    env: { ...process.env, PORT: '0', JOT_DATA_DIR: folder, DATABASE_URL: databaseUrl },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  const url = await new Promise((ready) =>
    server.stdout.on('data', (text) => /ready at (\S+)/.exec(text)?.[1] && ready(/ready at (\S+)/.exec(text)[1])),
  )
  const makeBook = async (name) => {
    const id = uuidv7()
    const response = await fetch(`${url}/api/books/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name }),
    })
    if (!response.ok) throw new Error(`the book was not made: ${response.status}`)
    return id
  }
  try {
    return await work({ url, makeBook, stop: () => stopped(server) })
  } finally {
    await stopped(server)
    rmSync(folder, { recursive: true, force: true })
  }
}

async function stopped(server) {
  if (server.exitCode !== null) return
  const gone = new Promise((done) => server.on('exit', done))
  server.kill('SIGTERM')
  await gone
}
