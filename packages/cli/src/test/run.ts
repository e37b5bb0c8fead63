import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('../../../..', import.meta.url))
export const demo = join(root, 'demo/bundle')

/** The rows of a file of the demo, the header first. */
export const demoRows = (name: string): string[] => readFileSync(join(demo, name), 'utf8').trimEnd().split('\r\n')

/** Every row of every file of the demo but the headers. */
export const DEMO_RECORDS = readdirSync(demo)
  .filter((name) => name.endsWith('.csv'))
  .reduce((sum, name) => sum + demoRows(name).length - 1, 0)

export interface Ended {
  readonly status: number | null
  readonly stdout: string
  readonly stderr: string
}

/** The command as a person runs it, in a folder that is not the project's. */
export function runJot(args: readonly string[], env: NodeJS.ProcessEnv = {}): Ended {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(root, 'packages/cli/bin/jot.mjs'), ...args], {
    encoding: 'utf8',
    cwd: tmpdir(),
    env: { ...process.env, ...env },
  })
  return { status, stdout, stderr }
}

/** A bundle of these files in a folder of its own. */
export function bundleFolder(files: Readonly<Record<string, string>>): string {
  const folder = mkdtempSync(join(tmpdir(), 'jot-bundle-'))
  for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text)
  return folder
}
