import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { buildAll } from './build.mjs'
import { installPackages, root } from './steps.mjs'

/** `npm start`: installs and builds what is missing, then serves until told to stop. */
try {
  await installPackages()
  await buildAll()
} catch (error) {
  console.error(error.message)
  process.exit(1)
}

const server = spawn(process.execPath, ['--enable-source-maps', join(root, 'packages/server/dist/main.js'), ...process.argv.slice(2)], { stdio: 'inherit' })
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP']) process.on(signal, () => server.kill('SIGTERM'))
server.on('exit', (code) => process.exit(code ?? 1))

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
setInterval(() => startedBy() !== starter && server.kill('SIGTERM'), 500).unref()
