import { existsSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export interface Config {
  readonly port: number
  readonly dataFolder: string
  readonly databaseUrl: string | undefined
  /** Load the demo book when the database is empty. */
  readonly demo: boolean
  readonly logLevel: string
}

/** Settings from the environment and the command line. Throws with what to do for one that cannot be used. */
export function readConfig(env: NodeJS.ProcessEnv, args: readonly string[]): Config {
  const port = Number(env.PORT ?? 4100)
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new Error(`PORT must be a whole number from 0 to 65535, not "${env.PORT}".`)
  const host = env.HOST ?? '127.0.0.1'
  if (!['127.0.0.1', 'localhost', '::1'].includes(host)) {
    throw new Error(`HOST=${host} would open the book to a network, and this version has no accounts to guard it. Leave HOST unset.`)
  }
  const unknown = args.find((arg) => arg !== '--empty')
  if (unknown !== undefined) throw new Error(`There is no option ${unknown}; the only one is --empty.`)
  return {
    port,
    dataFolder: resolve(env.JOT_DATA_DIR || join(projectFolder(), '.jot')),
    databaseUrl: env.DATABASE_URL || undefined,
    demo: !args.includes('--empty'),
    logLevel: env.LOG_LEVEL ?? 'warn',
  }
}

/** The folder of the checkout, from source and from the bundle alike. */
export function projectFolder(): string {
  let folder = dirname(fileURLToPath(import.meta.url))
  while (!existsSync(join(folder, 'package-lock.json'))) {
    if (dirname(folder) === folder) throw new Error('The project’s folder was not found.')
    folder = dirname(folder)
  }
  return folder
}
