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
  readonly host: string
  readonly backup: BackupSettings
  /** Where PostgreSQL copies its log to, for recovery to a point in time; none by default. */
  readonly walArchive: string | undefined
  /** Set when the book is opened to a network. */
  readonly network: Network | undefined
}

/** The nightly back-up. */
export interface BackupSettings {
  readonly nightly: boolean
  readonly folder: string
  /** So many are kept. */
  readonly keep: number
  readonly passphrase: string | undefined
}

/** HTTPS by our own certificate, or by a proxy whose word on the sender is taken. */
export interface Network {
  readonly publicUrl: URL
  readonly tls: { readonly certFile: string; readonly keyFile: string } | undefined
  readonly trustedProxy: string | undefined
}

/** Settings from the environment and the command line. Throws with what to do for one that cannot be used. */
// eslint-disable-next-line complexity -- a line a setting
export function readConfig(env: NodeJS.ProcessEnv, args: readonly string[]): Config {
  const port = Number(env.PORT ?? 4100)
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new Error(`PORT must be a whole number from 0 to 65535, not "${env.PORT}".`)
  const host = env.HOST || '127.0.0.1'
  const keep = Number(env.JOT_BACKUP_KEEP ?? 14)
  if (!Number.isInteger(keep) || keep < 1)
    throw new Error(`JOT_BACKUP_KEEP must be a whole number, 1 or more, not "${env.JOT_BACKUP_KEEP}".`)
  const dataFolder = resolve(env.JOT_DATA_DIR || join(projectFolder(), '.jot'))
  const unknown = args.find((arg) => arg !== '--empty')
  if (unknown !== undefined) throw new Error(`There is no option ${unknown}; the only one is --empty.`)
  return {
    port,
    dataFolder,
    databaseUrl: env.DATABASE_URL || undefined,
    demo: !args.includes('--empty'),
    logLevel: env.LOG_LEVEL ?? 'warn',
    host,
    backup: {
      nightly: env.JOT_BACKUP !== 'off',
      folder: resolve(env.JOT_BACKUP_DIR || join(dataFolder, 'backups')),
      keep,
      passphrase: env.JOT_BACKUP_PASSPHRASE || undefined,
    },
    walArchive: env.JOT_WAL_ARCHIVE ? resolve(env.JOT_WAL_ARCHIVE) : undefined,
    network: ['127.0.0.1', 'localhost', '::1'].includes(host) && !env.PUBLIC_URL ? undefined : readNetwork(env, host),
  }
}

function readNetwork(env: NodeJS.ProcessEnv, host: string): Network {
  const opens = `HOST=${host} opens the book to a network, and that needs HTTPS (phones keep the pages for days without signal only over HTTPS).`
  const [certFile, keyFile, trustedProxy] = [env.TLS_CERT, env.TLS_KEY, env.TRUSTED_PROXY]
  if (!trustedProxy && !(certFile && keyFile))
    throw new Error(
      `${opens} Set TLS_CERT and TLS_KEY to the files of a certificate and its key, or TRUSTED_PROXY to the address of the proxy that has one.`,
    )
  const publicUrl = URL.canParse(env.PUBLIC_URL ?? '') ? new URL(env.PUBLIC_URL ?? '') : undefined
  if (publicUrl?.protocol !== 'https:')
    throw new Error(
      `${opens} Set PUBLIC_URL to the address that phones open, such as PUBLIC_URL=https://boat.example:4100.`,
    )
  return {
    publicUrl,
    tls: certFile && keyFile ? { certFile, keyFile } : undefined,
    trustedProxy: trustedProxy || undefined,
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
