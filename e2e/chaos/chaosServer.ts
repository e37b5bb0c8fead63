import { spawn, spawnSync } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { freePort } from '../../packages/server/src/platform/cluster/cluster.ts'
import { childrenOf, signal } from './processes.ts'

const root = fileURLToPath(new URL('../..', import.meta.url))
const DISK_MEGABYTES = 400

/** Two servers on one database: one as `npm start` runs it, with its private cluster, and one beside it. On a small disk of its own where that is allowed. */
export class ChaosServer {
  readonly urls: readonly string[]
  readonly smallDisk: boolean
  private readonly folder = mkdtempSync(join(tmpdir(), 'jot-chaos-'))
  private main: ChildProcess | undefined
  private second: ChildProcess | undefined
  private stopping = false

  private constructor(private readonly ports: readonly [number, number]) {
    this.urls = ports.map((port) => `http://127.0.0.1:${port}`)
    chmodSync(this.folder, 0o755)
    this.smallDisk =
      spawnSync('mount', ['-t', 'tmpfs', '-o', `size=${DISK_MEGABYTES}m,mode=755`, 'tmpfs', this.folder]).status === 0
  }

  static async start(): Promise<ChaosServer> {
    const server = new ChaosServer([await freePort(), await freePort()])
    server.main = spawn(process.execPath, [join(root, 'tools/start.mjs'), '--empty'], {
      env: server.env(0),
      stdio: ['ignore', 'ignore', 'inherit'],
    })
    await server.answers(0)
    server.startSecond()
    await server.answers(1)
    return server
  }

  private env(which: 0 | 1): NodeJS.ProcessEnv {
    return {
      ...process.env,
      PORT: String(this.ports[which]),
      JOT_DATA_DIR: this.folder,
      DATABASE_URL: which === 1 ? this.databaseUrl() : '',
      JOT_BACKUP: 'off',
      LOG_LEVEL: 'silent',
    }
  }

  /** The owner's address of the cluster; its port stays the same however often the database ends. */
  databaseUrl(database = 'jot'): string {
    const port = readFileSync(join(this.folder, 'cluster/postmaster.pid'), 'utf8').split('\n')[3]
    return `postgres://jot:${readFileSync(join(this.folder, 'password'), 'utf8')}@127.0.0.1:${port}/${database}`
  }

  /** Started again whenever it ends, as a service manager would. */
  private startSecond(url = this.databaseUrl()): void {
    if (this.stopping) return
    this.second = spawn(process.execPath, [join(root, 'packages/server/dist/main.js'), '--empty'], {
      env: { ...this.env(0), PORT: String(this.ports[1]), DATABASE_URL: url },
      stdio: 'ignore',
    })
    this.second.on('exit', () => setTimeout(() => this.startSecond(url), 300))
  }

  /** How long it takes until a server is well. What takes longer hangs, however busy the machine: a start compiles, and the database recovers. */
  async answers(which: 0 | 1, withinMs = 180_000): Promise<number> {
    const began = performance.now()
    for (;;) {
      const said = await fetch(`${this.urls[which]}/api/health`, { signal: AbortSignal.timeout(3000) }).then(
        async (health) => (health.ok ? undefined : `${health.status} ${await health.text()}`),
        (error: unknown) => String(error),
      )
      if (said === undefined) return performance.now() - began
      if (performance.now() - began > withinMs) {
        const [child, database] = [which === 0 ? this.main : this.second, this.postmasterPid()]
        const state = `process ${child?.pid}, ended with ${child?.exitCode ?? child?.signalCode ?? 'nothing yet'}`
        throw new Error(`server ${which} does not answer: ${said}; ${state}; database ${database ?? 'gone'}`)
      }
      await new Promise((go) => setTimeout(go, 100))
    }
  }

  serverPids(): number[] {
    return [
      ...(this.main?.pid === undefined ? [] : childrenOf(this.main.pid, 'server/dist/main.js')),
      ...(this.second?.pid === undefined ? [] : [this.second.pid]),
    ]
  }

  postmasterPid(): number | undefined {
    try {
      return Number(readFileSync(join(this.folder, 'cluster/postmaster.pid'), 'utf8').split('\n')[0]) || undefined
    } catch {
      return undefined
    }
  }

  backendPids(): number[] {
    const postmaster = this.postmasterPid()
    return postmaster === undefined ? [] : childrenOf(postmaster, 'postgres: jot')
  }

  /** Leaves no byte free on the small disk; returns how to free it again. */
  fillDisk(): () => void {
    const file = join(this.folder, 'ballast')
    spawnSync('dd', ['if=/dev/zero', `of=${file}`, 'bs=1M', `count=${DISK_MEGABYTES}`], { stdio: 'ignore' })
    return () => rmSync(file, { force: true })
  }

  /** Runs the `jot` command on a database of this cluster; returns its child. */
  jot(args: readonly string[], databaseUrl: string): ChildProcess {
    return spawn(process.execPath, [join(root, 'packages/cli/bin/jot.mjs'), ...args], {
      env: { ...process.env, DATABASE_URL: databaseUrl },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
  }

  path(name: string): string {
    return join(this.folder, name)
  }

  async stop(): Promise<void> {
    this.stopping = true
    const running = [this.second, this.main].filter((child) => child?.exitCode === null)
    const gone = running.map((child) => new Promise((done) => child?.once('exit', done)))
    for (const child of running) if (child?.pid !== undefined) signal(child.pid, 'SIGTERM')
    await Promise.all(gone)
    if (this.smallDisk) spawnSync('umount', ['-l', this.folder])
    rmSync(this.folder, { recursive: true, force: true })
  }
}
