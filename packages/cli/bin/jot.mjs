#!/usr/bin/env node
import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, realpathSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The built command where it is newer than every source, else the sources themselves. */
const here = realpathSync(fileURLToPath(new URL('..', import.meta.url)))
const built = join(here, 'dist/main.js')

// A clean clone has no packages yet.
const root = join(here, '../..')
if (!existsSync(join(root, 'node_modules/tsx'))) {
  console.error('Installing npm packages (once).')
  const { status } = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  })
  if (status !== 0) process.exit(2)
}

function newest(folder) {
  return Math.max(0, ...readdirSync(folder, { recursive: true }).map((name) => statSync(join(folder, name)).mtimeMs))
}

const sources = ['core', 'contract', 'server', 'cli'].map((name) => join(here, '..', name, 'src'))
if (existsSync(built) && statSync(built).mtimeMs > Math.max(...sources.map(newest))) {
  await import(built)
} else {
  const { register } = await import('tsx/esm/api')
  // One compiler setting matters here: decorators, which only the project's own configuration turns on.
  process.env.TSX_TSCONFIG_PATH ??= join(here, '../../tsconfig.json')
  register()
  await import(join(here, 'src/main.ts'))
}
