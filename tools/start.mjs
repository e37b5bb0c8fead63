import { spawn } from 'node:child_process'
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
// npm may be ended without passing the signal on: then nobody is left to stop us.
const parent = process.ppid
setInterval(() => process.ppid !== parent && server.kill('SIGTERM'), 500).unref()
