import { execFileSync, spawn } from 'node:child_process'
import type { ChildProcess } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import { createServer } from 'node:net'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { test as base, chromium, expect } from '@playwright/test'
import type { BrowserContext, BrowserContextOptions } from '@playwright/test'
import pg from 'pg'
import { Angler } from './angler.ts'
import { ACTION_TIMEOUT_MS, contextOptions, launchOptions } from './browser.ts'

/** Trips of the demo book. */
export const DEMO_TRIPS = 160

export const root = dirname(dirname(fileURLToPath(import.meta.url)))

export async function freePort(): Promise<number> {
  const server = createServer()
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
  const { port } = server.address() as AddressInfo
  await new Promise((done) => server.close(done))
  return port
}

const DEMO_DATABASE = 'e2e_demo'

interface NewDatabase {
  readonly name?: string
  /** The database it is a copy of; an empty one when left out. */
  readonly template?: string
  readonly settings?: (port: number) => Readonly<Record<string, string>>
  readonly port?: number | undefined
}

/**
 * Lets a copy pass for the database it was copied from: a copy begins a history of its own, and every device then takes its book anew. The
 * lineage is the server's (`platform/installation`).
 */
async function keepHistory(databaseUrl: string): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  await client.query(
    `update installation set lineage = concat_ws(' ', (select system_identifier from pg_control_system()),
       (select oid from pg_database where datname = current_database()), (select timeline_id from pg_control_checkpoint()))`,
  )
  await client.end()
}

/** The real server on a database of its own; it can be stopped and brought back as a person would. */
export class App {
  private child: ChildProcess | undefined

  private constructor(
    readonly url: string,
    readonly port: number,
    private readonly databaseUrl: string,
    private readonly settings: Readonly<Record<string, string>>,
  ) {}

  /** A server on a copy of the demo book, at a port of its own if none is asked for. */
  static async open(port?: number): Promise<App> {
    const app = await App.unstarted({ template: DEMO_DATABASE, port })
    await app.start()
    return app
  }

  /** Lets a server bring its demo book into the database that the others copy: bringing it in anew for each would take longer than most of them. */
  static async makeDemo(): Promise<void> {
    const app = await App.unstarted({ name: DEMO_DATABASE })
    await app.start()
    await app.stop()
  }

  /** Open to a network under HTTPS, with an owner who signs in. */
  static async openToNetwork(owner?: { name: string; password: string }): Promise<App> {
    const folder = mkdtempSync(join(tmpdir(), 'jot-tls-'))
    const [TLS_CERT, TLS_KEY] = [join(folder, 'cert.pem'), join(folder, 'key.pem')]
    const made = [
      'req',
      '-x509',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      TLS_KEY,
      '-out',
      TLS_CERT,
    ]
    execFileSync('openssl', made, { stdio: 'ignore' })
    const app = await App.unstarted({
      settings: (port) => ({ HOST: '0.0.0.0', PUBLIC_URL: `https://localhost:${port}`, TLS_CERT, TLS_KEY }),
    })
    const account = [join(root, 'packages/cli/bin/jot.mjs'), 'account', '--name', owner?.name ?? '']
    if (owner)
      execFileSync(process.execPath, account, {
        input: `${owner.password}\n`,
        env: { ...process.env, DATABASE_URL: app.databaseUrl },
      })
    await app.start()
    return app
  }

  private static async unstarted({
    name = `e2e_${randomUUID().replaceAll('-', '')}`,
    template,
    settings,
    port: asked,
  }: NewDatabase): Promise<App> {
    const admin = process.env.TEST_DATABASE_URL
    if (!admin) throw new Error('TEST_DATABASE_URL is missing: run the tests with "npm run e2e".')
    const client = new pg.Client({ connectionString: admin })
    await client.connect()
    await client.query(`create database ${name}${template ? ` template ${template}` : ''}`)
    await client.end()
    const address = new URL(admin)
    address.pathname = `/${name}`
    if (template) await keepHistory(address.toString())
    const port = asked ?? (await freePort())
    const own = settings?.(port) ?? {}
    return new App(own.PUBLIC_URL ?? `http://127.0.0.1:${port}`, port, address.toString(), own)
  }

  async start(): Promise<void> {
    const child = spawn(process.execPath, [join(root, 'packages/server/dist/main.js')], {
      env: { ...process.env, PORT: String(this.port), DATABASE_URL: this.databaseUrl, ...this.settings },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    this.child = child
    await new Promise<void>((ready, fail) => {
      child.stdout.on('data', (text: Buffer) => text.toString().includes('Jot Book is ready') && ready())
      child.on('exit', (code) => fail(new Error(`the server ended with ${code}`)))
    })
  }

  async stop(): Promise<void> {
    const child = this.child
    this.child = undefined
    if (!child || child.exitCode !== null) return
    const gone = new Promise((done) => child.once('exit', done))
    child.kill('SIGTERM')
    await gone
  }

  /** Ended by its id, in the middle of whatever it does. */
  async kill(): Promise<void> {
    const child = this.child
    this.child = undefined
    if (child?.pid === undefined) return
    const gone = new Promise((done) => child.once('exit', done))
    process.kill(child.pid, 'SIGKILL')
    await gone
  }

  async query<R extends pg.QueryResultRow>(sql: string, values: unknown[] = []): Promise<R[]> {
    const client = new pg.Client({ connectionString: this.databaseUrl })
    await client.connect()
    const { rows } = await client.query<R>(sql, values)
    await client.end()
    return rows
  }
}

/** What the command line answers from the demo's bundle: the pages and it must agree. */
export function jot<T>(...args: string[]): T {
  const command = [join(root, 'packages/cli/bin/jot.mjs'), ...args, '--bundle', join(root, 'demo/bundle'), '--json']
  return JSON.parse(execFileSync(process.execPath, command, { encoding: 'utf8' })) as T
}

/** Browsers that a test has opened. Left open they would talk to the app of the next, which stands at the same address. */
const opened = new Set<BrowserContext>()
/** What pages of this test threw, or did against the security policy. */
const faults: string[] = []

/** A browser with this folder for its disk, closed with the test at the latest. */
export async function launchBrowser(folder: string, options: BrowserContextOptions = {}): Promise<BrowserContext> {
  const context = await chromium.launchPersistentContext(folder, { ...launchOptions, ...contextOptions, ...options })
  opened.add(context)
  context.on('close', () => opened.delete(context))
  await watchForFaults(context)
  return context
}

async function watchForFaults(context: BrowserContext): Promise<void> {
  await context.addInitScript(() =>
    document.addEventListener('securitypolicyviolation', (event) =>
      console.error(
        `policy: ${event.violatedDirective} ${event.blockedURI} ${event.sourceFile}:${event.lineNumber}:${event.columnNumber}`,
      ),
    ),
  )
  context.on('console', (message) => message.text().startsWith('policy:') && faults.push(message.text()))
  context.on('weberror', (error) => faults.push(error.error().message))
}

/** A browser to which the demo book came before the tests: bringing it anew into each took a third of many. */
interface KnownBrowser {
  readonly folder: string
  /** Where it knows the book: what a browser keeps goes by the address. */
  readonly port: number
}

const KNOWN_BROWSERS = 'E2E_KNOWN_BROWSERS'

/** Opens the demo book once for each of the tests that run side by side, in a browser that is then kept to be copied. Returned: what clears them away. */
export async function makeKnownBrowsers(count: number): Promise<() => void> {
  const known = await Promise.all(Array.from({ length: count }, makeKnownBrowser))
  process.env[KNOWN_BROWSERS] = JSON.stringify(known)
  return () => known.forEach(({ folder }) => rmSync(folder, { recursive: true, force: true, maxRetries: 9 }))
}

async function makeKnownBrowser(): Promise<KnownBrowser> {
  const app = await App.open()
  const folder = mkdtempSync(join(tmpdir(), 'jot-known-'))
  const context = await launchBrowser(folder)
  const page = context.pages()[0] ?? (await context.newPage())
  await page.goto(`${app.url}/book`)
  // Compared with the server's once an hour: here for all that are copied.
  await expect(page.getByText(/the same as on the server/)).toBeVisible({ timeout: ACTION_TIMEOUT_MS })
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => true))
  await context.close()
  await app.stop()
  return { folder, port: app.port }
}

/** That of the tests side by side whose turn this is. */
function knownBrowser(): KnownBrowser {
  const known = JSON.parse(process.env[KNOWN_BROWSERS] ?? '[]') as KnownBrowser[]
  const own = known[test.info().parallelIndex]
  if (!own) throw new Error('no browser was made for so many tests side by side: see globalSetup')
  return own
}

/** An empty disk for a browser, or one to which the demo book came before. */
export function browserFolder(knowsDemo: boolean): string {
  const folder = mkdtempSync(join(tmpdir(), 'jot-browser-'))
  if (knowsDemo) cpSync(knownBrowser().folder, folder, { recursive: true })
  return folder
}

/**
 * A browser with a disk, as people have: without one Chromium keeps the device store in memory, where a book takes three times as long to
 * come. `knowsDemo`: the book came to it before; of the browsers of a test one at most, for what is copied is one device.
 */
export async function openBrowser(
  options: BrowserContextOptions = {},
  { knowsDemo = false } = {},
): Promise<BrowserContext> {
  const folder = browserFolder(knowsDemo)
  const context = await launchBrowser(folder, options)
  context.setDefaultTimeout(ACTION_TIMEOUT_MS)
  // The browser's last process may still be writing there; what cannot be removed is left to the system.
  context.on('close', () => void rm(folder, { recursive: true, force: true, maxRetries: 9 }).catch(() => undefined))
  return context
}

/** The book on a device that does not know it yet. */
export const newDevice = async (app: App, options: BrowserContextOptions = {}): Promise<Angler> =>
  new Angler(app, await (await openBrowser(options)).newPage())

/** What the pages of a failed test show, as they would be read out: where it ran its screen cannot be looked at afterwards. */
async function tellFailure(): Promise<void> {
  const { title, status, expectedStatus } = test.info()
  if (status === expectedStatus) return
  for (const page of [...opened].flatMap((context) => context.pages()))
    console.log(
      `\n── ${title}: ${page.url()}\n${await page
        .locator('body')
        .ariaSnapshot({ timeout: 5_000 })
        .catch(() => 'cannot be read')}`,
    )
}

export const test = base.extend<{ app: App; desk: Angler; quiet: undefined }>({
  // eslint-disable-next-line no-empty-pattern
  app: async ({}, use) => {
    const app = await App.open(knownBrowser().port)
    await use(app)
    await tellFailure()
    await Promise.all([...opened].map((context) => context.close()))
    await app.stop()
  },
  // eslint-disable-next-line no-empty-pattern
  context: async ({}, use) => {
    const context = await openBrowser({}, { knowsDemo: true })
    await use(context)
    await tellFailure()
    await context.close()
  },
  page: async ({ context }, use) => {
    await use(context.pages()[0] ?? (await context.newPage()))
  },
  desk: async ({ app, page }, use) => use(new Angler(app, page)),
  /** Fails a test whose pages broke the security policy or threw. */
  quiet: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      faults.length = 0
      await use(undefined)
      expect(faults).toEqual([])
    },
    { auto: true },
  ],
})

export { expect }
