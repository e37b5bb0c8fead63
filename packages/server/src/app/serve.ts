import { existsSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { Server } from 'node:http'
import { createServer as createSecureServer } from 'node:https'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { hasPasswords } from '../features/accounts/repository.ts'
import { nightlyBackups } from '../features/backups/nightlyBackups.ts'
import { bookIntake } from '../features/changes/bookIntake.ts'
import { HealthProbe } from '../features/health/healthProbe.ts'
import { liveFeeds } from '../features/instruments/liveFeeds.ts'
import { createApp } from './createApp.ts'
import { awaitDatabase } from '../platform/awaitDatabase.ts'
import { openCluster } from '../platform/cluster/cluster.ts'
import type { Config, Network } from '../platform/config.ts'
import { projectFolder } from '../platform/config.ts'
import { applicationRole, migrateDatabase, openDatabase } from '../platform/database.ts'
import type { Database } from '../platform/database.ts'
import { loadDemo } from './loadDemo.ts'
import { loopbackDoor, networkDoor } from '../platform/door.ts'
import type { Door } from '../platform/door.ts'
import { openInstallation } from '../platform/installation.ts'
import { createLog } from '../platform/log.ts'
import { sweepDaily } from './sweepDaily.ts'

export interface Serving {
  readonly url: string
  /** Answers what is under way, then stops the server and the database it started. */
  readonly stop: () => Promise<void>
}

/** A header, a body and an idle connection each have their time; a phone with a bar of signal sends 64 MB in five minutes. */
const HEADERS_MS = 15_000
const REQUEST_MS = 300_000
const IDLE_MS = 75_000
const MOST_CONNECTIONS = 2_000
const HEALTH_MS = 1_500

/** Everything from nothing to a book that answers. Throws with what to do when that cannot be. */
// eslint-disable-next-line max-lines-per-function -- starting is one sequence, ended in reverse
export async function serve(config: Config, say: (line: string) => void): Promise<Serving> {
  const root = projectFolder()
  const external =
    config.databaseUrl === undefined ? undefined : { url: config.databaseUrl, stop: () => Promise.resolve() }
  const cluster = external ?? (await openCluster({ folder: config.dataFolder, say, walArchive: config.walArchive }))
  const open: Database[] = []
  const opened = (database: Database): Database => {
    open.push(database)
    return database
  }
  const close = async (): Promise<void> => {
    await Promise.all(open.map(({ $client }) => $client.end()))
    await cluster.stop()
  }
  try {
    const owner = opened(openDatabase(cluster.url, { connections: 2 }))
    await awaitDatabase(owner)
    await migrateDatabase(owner, join(root, 'packages/server/migrations'))
    const installation = await openInstallation(owner)
    const role = await applicationRole(owner)
    const database = opened(openDatabase(cluster.url, { role }))
    await awaitDatabase(database)
    if (config.demo) await loadDemo(database, join(root, 'demo/bundle'), Date.now())
    const pages = join(root, 'packages/web/dist')
    const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string }
    const door = config.network ? await openDoor(database, config.network, config.host) : loopbackDoor(() => port)
    const intake = bookIntake(database, Date.now)
    const feeds = liveFeeds(database, intake, door, Date.now)
    const health = new HealthProbe(opened(openDatabase(cluster.url, { connections: 1, role, answerMs: HEALTH_MS })))
    const log = createLog(config.logLevel)
    const nightlyBackup = config.backup.nightly
    const app = createApp({
      database,
      health,
      installation,
      log,
      version,
      door,
      intake,
      feeds,
      nightlyBackup,
      ...(existsSync(pages) ? { pages } : {}),
    })
    if (config.network?.trustedProxy) app.set('trust proxy', config.network.trustedProxy)
    const tls = config.network?.tls
    const server = tls
      ? createSecureServer({ cert: readFileSync(tls.certFile), key: readFileSync(tls.keyFile) }, app)
      : createServer(app)
    bounded(server)
    await listen(server, config.port, config.host)
    const { port } = server.address() as AddressInfo
    const ends = [sweepDaily(database, log), ...(nightlyBackup ? [nightlyBackups(owner, config.backup, log)] : [])]
    const stop = async (): Promise<void> => {
      for (const end of ends) end()
      await feeds.stopAll()
      const closed = new Promise((done) => server.close(done))
      server.closeIdleConnections()
      setTimeout(() => server.closeAllConnections(), 2000).unref()
      await closed
      await close()
    }
    return { url: config.network?.publicUrl.origin ?? `http://127.0.0.1:${port}`, stop }
  } catch (error) {
    await close()
    throw error
  }
}

function bounded(server: Server): void {
  server.headersTimeout = HEADERS_MS
  server.requestTimeout = REQUEST_MS
  server.keepAliveTimeout = IDLE_MS
  server.maxConnections = MOST_CONNECTIONS
  server.maxHeadersCount = 100
}

async function openDoor(database: Database, { publicUrl }: Network, host: string): Promise<Door> {
  if (!(await hasPasswords(database)))
    throw new Error(
      `HOST=${host} opens the book to a network, and nobody could sign in: no account has a password yet. Choose yours first: "npx jot account --name YOU", or start without HOST and open Book → Members and devices.`,
    )
  return networkDoor(database, publicUrl, Date.now)
}

function listen(server: Server, port: number, host: string): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      fail(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${port} is taken by another program. Set PORT to a free one, such as PORT=${port + 1}.`)
          : error,
      ),
    )
    server.listen(port, host, done)
  })
}
