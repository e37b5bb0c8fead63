import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Express } from 'express'
import pg from 'pg'
import { v4 as uuidv4, v7 as uuidv7 } from 'uuid'
import { stampOf } from '@jotbook/core'
import type { Change, Fields, Kind } from '@jotbook/core'
import type { ImportReport, PushAnswer } from '@jotbook/contract'
import { HealthProbe } from '../features/health/healthProbe.ts'
import { createApp } from '../app/createApp.ts'
import { applicationRole, openDatabase } from '../platform/database.ts'
import type { Database } from '../platform/database.ts'
import { loopbackDoor, networkDoor } from '../platform/door.ts'
import type { Door } from '../platform/door.ts'
import { openInstallation } from '../platform/installation.ts'
import { createLog } from '../platform/log.ts'
import { TEMPLATE, databaseUrl } from './globalSetup.ts'

/** Where the book is said to be when it is open to a network. */
export const OPEN_URL = 'https://boat.example'

/** A database of its own, empty or a copy of another. */
export async function newDatabase(template?: string): Promise<Database> {
  const url = process.env.TEST_DATABASE_URL!
  const name = `test_${uuidv4().replaceAll('-', '')}`
  const admin = new pg.Client({ connectionString: url })
  await admin.connect()
  await admin.query(`create database ${name}${template ? ` template ${template}` : ''}`)
  await admin.end()
  return openDatabase(databaseUrl(url, name), { connections: 4 })
}

/** The address of a database, for opening it anew. */
export const addressOf = (database: Database): string =>
  (database.$client.options as { connectionString: string }).connectionString

/** A real server on a database of its own, driven with the verbs of a device. */
export class TestServer {
  private constructor(
    /** Past row-level security, so that tests see what is there. */
    readonly database: Database,
    readonly url: string,
    readonly app: Express,
    private readonly close: () => Promise<void>,
  ) {}

  static start(now: () => number = Date.now): Promise<TestServer> {
    return TestServer.behind(() => loopbackDoor, now)
  }

  /** As a proxy with HTTPS opens it to a network. */
  static startOpen(now: () => number = Date.now): Promise<TestServer> {
    return TestServer.behind((database) => () => networkDoor(database, new URL(OPEN_URL), now), now)
  }

  private static async behind(
    doorOf: (database: Database) => (port: () => number) => Door | Promise<Door>,
    now: () => number,
  ): Promise<TestServer> {
    const database = await newDatabase(TEMPLATE)
    return TestServer.on(database, doorOf, now)
  }

  /** A server on a database that exists. */
  static async on(
    database: Database,
    doorOf: (database: Database) => (port: () => number) => Door | Promise<Door> = () => loopbackDoor,
    now: () => number = Date.now,
  ): Promise<TestServer> {
    const role = await applicationRole(database)
    const own = openDatabase(addressOf(database), { connections: 8, role })
    const probe = openDatabase(addressOf(database), { connections: 1, role, answerMs: 1500 })
    let port = 0
    const app = createApp({
      database: own,
      health: new HealthProbe(probe),
      installation: await openInstallation(database),
      log: createLog('silent'),
      version: 'test',
      door: await doorOf(own)(() => port),
      now,
    })
    app.set('trust proxy', 'loopback')
    const server = createServer(app)
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done))
    port = (server.address() as AddressInfo).port
    return new TestServer(database, `http://127.0.0.1:${port}`, app, async () => {
      server.closeAllConnections()
      await new Promise((done) => server.close(done))
      await own.$client.end()
      await probe.$client.end()
      await database.$client.end()
    })
  }

  stop(): Promise<void> {
    return this.close()
  }

  /** As when the database goes away: nobody gets in, and who is in is thrown out. */
  async shutDatabase(): Promise<void> {
    await this.asAdmin((name) => [
      `alter database ${name} allow_connections false`,
      `select pg_terminate_backend(pid) from pg_stat_activity where datname = '${name}'`,
    ])
  }

  async openDatabaseAgain(): Promise<void> {
    await this.asAdmin((name) => [`alter database ${name} allow_connections true`])
  }

  private async asAdmin(statements: (database: string) => readonly string[]): Promise<void> {
    const admin = new pg.Client({ connectionString: process.env.TEST_DATABASE_URL! })
    await admin.connect()
    for (const statement of statements(new URL(addressOf(this.database)).pathname.slice(1)))
      await admin.query(statement)
    await admin.end()
  }

  /** A request as a browser page of ours sends it. */
  async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; body: Record<string, unknown> & { [key: string]: unknown } }> {
    const json = body !== undefined && !(body instanceof Uint8Array)
    const response = await fetch(this.url + path, {
      method,
      headers: { ...(json ? { 'content-type': 'application/json' } : {}), ...headers },
      ...(body === undefined ? {} : { body: json ? JSON.stringify(body) : (body as Uint8Array<ArrayBuffer>) }),
    })
    const text = await response.text()
    return {
      status: response.status,
      body: (text.startsWith('{') ? JSON.parse(text) : { text }) as Record<string, unknown>,
    }
  }

  async makeBook(name = 'Test book'): Promise<string> {
    const id = uuidv7()
    const { status } = await this.ask('PUT', `/api/books/${id}`, { name })
    if (status !== 201) throw new Error(`the book was not made: ${status}`)
    return id
  }

  /** Sends a bundle; its report is the last line of the answer, a refusal all of it. */
  async importArchive(
    book: string,
    archive: Uint8Array,
    query: string,
  ): Promise<{ status: number; body: ImportReport & { readonly detail?: string } }> {
    const response = await fetch(`${this.url}/api/books/${book}/imports?${query}`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: archive as Uint8Array<ArrayBuffer>,
    })
    const last = JSON.parse((await response.text()).trim().split('\n').at(-1)!) as {
      report?: ImportReport
    } & ImportReport
    return { status: response.status, body: last.report ?? last }
  }

  async push(book: string, changes: readonly Change[]): Promise<PushAnswer> {
    const { status, body } = await this.ask('POST', `/api/books/${book}/changes`, {
      schema: 1,
      device: 'd-test',
      changes,
    })
    if (status !== 200) throw new Error(`push: ${status} ${JSON.stringify(body)}`)
    return body as unknown as PushAnswer
  }
}

let counter = 0

/** A change as a device makes it; later ones have later stamps. */
export function change(
  kind: Kind,
  recordId: string,
  fields: Fields,
  { group = uuidv7(), ms = Date.now() - 100_000, device = 'd-test' } = {},
): Change {
  return { id: uuidv7(), group, kind, recordId, stamp: stampOf({ ms, counter: ++counter % 65_536 }, device), fields }
}

export const newRecordId = (): string => uuidv7()
