import { spawn, spawnSync } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, freePort, root, test as base } from './app.ts'

/** `npm start` as a person runs it. */
class Start {
  output = ''
  readonly child: ChildProcess
  readonly url: string

  constructor(folder: string, port: number, args: string[]) {
    const env: NodeJS.ProcessEnv = { ...process.env, PORT: String(port), JOT_DATA_DIR: folder }
    delete env.DATABASE_URL
    this.url = `http://127.0.0.1:${port}`
    this.child = spawn('npm', ['start', '--', ...args], {
      cwd: root,
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
      detached: true,
    })
    for (const stream of [this.child.stdout!, this.child.stderr!])
      stream.on('data', (text: Buffer) => (this.output += text.toString()))
  }

  async ready(): Promise<this> {
    await expect.poll(() => this.output, { timeout: 60_000 }).toContain(`Jot Book is ready at ${this.url}`)
    return this
  }

  async end(signal: NodeJS.Signals): Promise<void> {
    const gone = new Promise((done) => this.child.once('exit', done))
    // Ctrl-C in a terminal reaches every process of the group, the other signals only the one they are sent to.
    process.kill(signal === 'SIGINT' ? -this.child.pid! : this.child.pid!, signal)
    await gone
  }
}

const processesOn = (folder: string): string[] =>
  spawnSync('ps', ['-eo', 'pid,args'], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line.includes(folder) && !line.includes('ps -eo'))

const healthOf = (url: string): Promise<number> =>
  fetch(`${url}/api/health`, { signal: AbortSignal.timeout(5000) }).then(
    ({ status }) => status,
    () => 0,
  )

/** The server processes below a start, however many shells lie between. */
function serversOf(pid: number): number[] {
  const rows = spawnSync('ps', ['-eo', 'pid,ppid,args'], { encoding: 'utf8' })
    .stdout.split('\n')
    .map((line) => line.trim().split(/\s+/))
  const below = (parent: number): number[] =>
    rows.filter(([, ppid]) => Number(ppid) === parent).flatMap(([own]) => [Number(own), ...below(Number(own))])
  const all = new Set(below(pid))
  return rows
    .filter(([own, , ...args]) => all.has(Number(own)) && args.join(' ').includes('server/dist/main.js'))
    .map(([own]) => Number(own))
}

const childrenOf = (pid: number): number[] =>
  spawnSync('ps', ['-o', 'pid=', '--ppid', String(pid)], { encoding: 'utf8' })
    .stdout.split('\n')
    .map(Number)
    .filter((own) => own > 0)

/**
 * A data folder of the test's own, and every start on it. They are ended beside the test, so that what could not be
 * cleared away never hides why it failed.
 */
class Starts {
  readonly folder = mkdtempSync(join(tmpdir(), 'jot-start-'))
  private readonly all: Start[] = []

  constructor() {
    chmodSync(this.folder, 0o755)
  }

  run(port: number, { args = [], folder = this.folder }: { args?: string[]; folder?: string } = {}): Promise<Start> {
    const start = new Start(folder, port, args)
    this.all.push(start)
    return start.ready()
  }

  /** Those who would start it again first, then the database, then the folder. */
  async clear(): Promise<void> {
    for (const { child } of this.all) killed(-child.pid!)
    await expect
      .poll(() => {
        const left = processesOn(this.folder)
        for (const line of left) killed(Number(line.trim().split(/\s+/)[0]))
        return left
      })
      .toEqual([])
    rmSync(this.folder, { recursive: true, force: true, maxRetries: 20, retryDelay: 100 })
  }
}

const killed = (pid: number): void => {
  try {
    process.kill(pid, 'SIGKILL')
  } catch {
    // Gone already.
  }
}

const test = base.extend<{ starts: Starts }>({
  // eslint-disable-next-line no-empty-pattern -- Playwright reads a fixture's needs from this pattern
  starts: async ({}, use) => {
    const starts = new Starts()
    await use(starts)
    await starts.clear()
  },
})

const postmastersOn = (folder: string): number =>
  spawnSync('ps', ['-eo', 'args'], { encoding: 'utf8' })
    .stdout.split('\n')
    .filter((line) => line.includes('bin/postgres') && line.includes(folder)).length

const books = async (url: string): Promise<{ name: string }[]> =>
  ((await (await fetch(`${url}/api/session`)).json()) as { books: { name: string }[] }).books

test('starting, starting again, being killed and coming back', async ({ starts }) => {
  test.setTimeout(240_000)
  const { folder } = starts
  const port = await freePort()
  // What a start leaves that was cut off while it made its cluster.
  mkdirSync(join(folder, 'cluster.new'))
  writeFileSync(join(folder, 'cluster.new/PG_VERSION'), 'half')
  const first = await starts.run(port)
  expect(await (await fetch(`${first.url}/api/health`)).json()).toMatchObject({ status: 'ok', database: 'ok' })
  expect(await books(first.url)).toMatchObject([{ name: 'Demo book', demo: true }])
  const made = await fetch(`${first.url}/api/books/0198c0de-0000-7000-8000-000000000001`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: '{"name":"Mine"}',
  })
  expect(made.status).toBe(201)
  await first.end('SIGTERM')
  await expect.poll(() => processesOn(folder), { timeout: 15_000 }).toEqual([])

  const began = Date.now()
  const second = await starts.run(port)
  expect(Date.now() - began).toBeLessThan(8000)
  expect((await books(second.url)).map(({ name }) => name)).toEqual(['Demo book', 'Mine'])
  await second.end('SIGKILL')
  await expect
    .poll(
      () =>
        fetch(`${second.url}/api/health`).then(
          () => 'answers',
          () => 'gone',
        ),
      { timeout: 15_000 },
    )
    .toBe('gone')
  await expect.poll(() => processesOn(folder), { timeout: 15_000 }).toEqual([])

  // A stale pid file of somebody else's process is no cluster.
  const pidFile = join(folder, 'cluster/postmaster.pid')
  writeFileSync(pidFile, `${process.pid}\n${join(folder, 'cluster')}\n0\n5432\n`)
  const third = await starts.run(port)
  expect(readFileSync(pidFile, 'utf8')).not.toContain(`${process.pid}\n`)
  expect(await books(third.url)).toHaveLength(2)

  // The database killed, then the server, then both: each is back within ten seconds, with all that was acknowledged.
  const postmaster = (): number => {
    try {
      return Number(readFileSync(pidFile, 'utf8').split('\n')[0])
    } catch {
      // One that ends takes its file away between any two looks.
      return 0
    }
  }
  const running = (): number[] => [postmaster(), ...serversOf(third.child.pid!)].filter((pid) => pid > 0)
  for (const among of [(pid: number) => pid === postmaster(), (pid: number) => pid !== postmaster(), () => true]) {
    const victims = running().filter(among)
    expect(victims.length).toBeGreaterThan(0)
    for (const pid of victims) process.kill(pid, 'SIGKILL')
    const anew = async (): Promise<boolean> =>
      running().length === 2 && !running().some((pid) => victims.includes(pid)) && (await healthOf(third.url)) === 200
    await expect.poll(anew, { timeout: 10_000, intervals: [100] }).toBe(true)
    expect(await books(third.url)).toHaveLength(2)
  }

  // Frozen, the database is told so within two seconds, and is well again once it thaws.
  const frozen = processesOn(folder)
    .filter((line) => line.includes('postgres'))
    .map((line) => Number(line.trim().split(/\s+/)[0]))
  const backends = frozen.flatMap((pid) => [pid, ...childrenOf(pid)])
  for (const pid of backends) process.kill(pid, 'SIGSTOP')
  // Looks at the health that come together share one.
  await new Promise((go) => setTimeout(go, 400))
  const frozenAt = Date.now()
  expect(await healthOf(third.url)).toBe(503)
  // Half a second for a machine that is busy with other tests.
  expect(Date.now() - frozenAt).toBeLessThan(2500)
  for (const pid of backends) process.kill(pid, 'SIGCONT')
  await expect.poll(() => healthOf(third.url), { timeout: 10_000 }).toBe(200)

  // A second start on the same folder by way of a link shares the one database.
  const link = `${folder}-link`
  symlinkSync(folder, link)
  const beside = await starts.run(await freePort(), { folder: link })
  expect((await books(beside.url)).map(({ name }) => name)).toEqual(['Demo book', 'Mine'])
  expect(postmastersOn(folder)).toBe(1)
  await beside.end('SIGTERM')
  expect(await healthOf(third.url)).toBe(200)
  rmSync(link)
  await third.end('SIGINT')

  // Killed all at once, as by a power cut: the next start finds a dead database and recovers it.
  const cut = await starts.run(port)
  for (const pid of [...serversOf(cut.child.pid!), postmaster()]) process.kill(pid, 'SIGKILL')
  process.kill(-cut.child.pid!, 'SIGKILL')
  const fourth = await starts.run(port)
  expect(await books(fourth.url)).toHaveLength(2)
  await fourth.end('SIGTERM')
  await expect.poll(() => processesOn(folder), { timeout: 15_000 }).toEqual([])
})

test('an empty start loads no demo and asks for a book, and a port that is taken is told', async ({ starts, page }) => {
  const port = await freePort()
  const empty = await starts.run(port, { args: ['--empty'] })
  expect(await books(empty.url)).toEqual([])
  await page.goto(empty.url)
  await expect(page.getByRole('heading', { name: 'Start your own book' })).toBeVisible()
  const other = spawnSync('npm', ['start'], {
    cwd: root,
    env: { ...process.env, PORT: String(port), JOT_DATA_DIR: starts.folder, DATABASE_URL: '' },
    encoding: 'utf8',
  })
  expect(other.stderr).toContain(`Port ${port} is taken by another program. Set PORT to a free one`)
  // A connection kept from before may have been closed meanwhile.
  const health = (): Promise<number> =>
    fetch(`${empty.url}/api/health`).then(
      ({ status }) => status,
      () => 0,
    )
  await expect.poll(health).toBe(200)
  await empty.end('SIGTERM')
})
