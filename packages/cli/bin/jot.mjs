#!/usr/bin/env node
import { existsSync, readdirSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** The built command where it is newer than every source, else the sources themselves. */
const here = fileURLToPath(new URL('..', import.meta.url))
const built = join(here, 'dist/main.js')

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
