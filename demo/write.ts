import { mkdirSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { demoBundle } from './demoBundle.ts'

/** Writes the demo book to `demo/bundle/`: run after changing the scenario (`npm run demo`). */
const folder = join(dirname(fileURLToPath(import.meta.url)), 'bundle')
mkdirSync(folder, { recursive: true })
for (const [name, text] of demoBundle()) writeFileSync(join(folder, name), text)
