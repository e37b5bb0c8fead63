import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { buildAll } from './build.mjs'
import { installPackages, root } from './steps.mjs'

/** `npm start`: installs and builds what is missing, then serves until told to stop, and again when the server ends by itself. */
try {
  await installPackages()
  await buildAll()
} catch (error) {
  console.error(error.message)
  process.exit(1)
}

const FIRST_WAIT_MS = 250
const LONGEST_WAIT_MS = 5_000
/** A server that lived so long had started well: the next wait is a short one again. */
const SETTLED_MS = 60_000

let server
let stopping = false
let wasReady = false
let waitMs = FIRST_WAIT_MS

function serve() {
  const began = Date.now()
  server = spawn(
    process.execPath,
    ['--enable-source-maps', join(root, 'packages/server/dist/main.js'), ...process.argv.slice(2)],
    { stdio: ['inherit', 'inherit', 'inherit', 'ipc'] },
  )
  server.on('message', () => (wasReady = true))
  server.on('exit', (code) => {
    // One that never was ready has said what to do; trying again would say it again.
    if (stopping || !wasReady || code === 0) process.exit(code ?? 1)
    waitMs = Date.now() - began > SETTLED_MS ? FIRST_WAIT_MS : Math.min(LONGEST_WAIT_MS, 2 * waitMs)
    console.error(`The server ended; it is started again in ${waitMs / 1000} s. Nothing that was acknowledged is lost.`)
    setTimeout(() => !stopping && serve(), waitMs)
  })
}

function stop() {
  stopping = true
  if (server.exitCode !== null || server.signalCode !== null) process.exit(0)
  server.kill('SIGTERM')
}
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.on(signal, stop)
serve()

/** Who started us: our parent and, as npm puts a shell between, that one's parent. */
function startedBy() {
  try {
    return `${process.ppid} ${
      readFileSync(`/proc/${process.ppid}/stat`, 'utf8')
        .replace(/^.*\) /, '')
        .split(' ')[1]
    }`
  } catch {
    return String(process.ppid)
  }
}
// npm may be ended without passing the signal on: then nobody is left to stop us.
const starter = startedBy()
setInterval(() => startedBy() !== starter && !stopping && stop(), 500).unref()
