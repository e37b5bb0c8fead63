import { existsSync, readFileSync } from 'node:fs'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import { createApp } from './app.ts'
import { openCluster } from './cluster/cluster.ts'
import type { Config } from './config.ts'
import { projectFolder } from './config.ts'
import { migrateDatabase, openDatabase } from './database.ts'
import { loadDemo } from './demo.ts'
import { createLog } from './log.ts'

export interface Serving {
  readonly url: string
  /** Answers what is under way, then stops the server and the database it started. */
  readonly stop: () => Promise<void>
}

/** Everything from nothing to a book that answers. Throws with what to do when that cannot be. */
export async function serve(config: Config, say: (line: string) => void): Promise<Serving> {
  const root = projectFolder()
  const external = config.databaseUrl === undefined ? undefined : { url: config.databaseUrl, stop: () => Promise.resolve() }
  const cluster = external ?? (await openCluster({ folder: config.dataFolder, say }))
  const database = openDatabase(cluster.url)
  const close = async (): Promise<void> => {
    await database.$client.end()
    await cluster.stop()
  }
  try {
    await migrateDatabase(database, join(root, 'packages/server/migrations'))
    if (config.demo) await loadDemo(database, join(root, 'demo/bundle'), Date.now())
    const pages = join(root, 'packages/web/dist')
    const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string }
    const app = createApp({ database, log: createLog(config.logLevel), version, portOf: () => port, ...(existsSync(pages) ? { pages } : {}) })
    const server = createServer(app)
    await listen(server, config.port)
    const { port } = server.address() as AddressInfo
    const stop = async (): Promise<void> => {
      const closed = new Promise((done) => server.close(done))
      server.closeIdleConnections()
      setTimeout(() => server.closeAllConnections(), 2000).unref()
      await closed
      await close()
    }
    return { url: `http://127.0.0.1:${port}`, stop }
  } catch (error) {
    await close()
    throw error
  }
}

function listen(server: ReturnType<typeof createServer>, port: number): Promise<void> {
  return new Promise((done, fail) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      fail(error.code === 'EADDRINUSE' ? new Error(`Port ${port} is taken by another program. Set PORT to a free one, such as PORT=${port + 1}.`) : error),
    )
    server.listen(port, '127.0.0.1', done)
  })
}
