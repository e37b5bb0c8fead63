import { request } from 'node:http'
import type { IncomingHttpHeaders } from 'node:http'
import { routes } from '@jotbook/contract'
import type { Joined, Pairing } from '@jotbook/contract'
import { createBook } from '../features/books/service.ts'
import { setNameAndPassword } from '../features/accounts/service.ts'
import { LOCAL_ACCOUNT } from '../platform/door.ts'
import { OPEN_URL, TestServer, newRecordId } from './testServer.ts'

export const NAME = 'captain'
export const PASSWORD = 'a long enough one'

export interface Answer {
  readonly status: number
  readonly body: Record<string, unknown>
  readonly headers: IncomingHttpHeaders
}

let browsers = 0

/** A browser of its own, at an address of its own, behind the proxy: keeps its cookies. */
export class Browser {
  private readonly jar = new Map<string, string>()
  readonly address = `10.0.${++browsers >> 8}.${browsers & 255}`

  constructor(private readonly server: TestServer) {}

  /** A body that is bytes or text goes as it is, anything else as JSON. */
  ask(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const writes = method !== 'GET'
    const sent = {
      host: new URL(OPEN_URL).host,
      'x-forwarded-proto': 'https',
      'x-forwarded-for': this.address,
      ...(writes ? { origin: OPEN_URL, 'content-type': 'application/json' } : {}),
      ...(this.jar.size > 0 ? { cookie: [...this.jar].map(([name, value]) => `${name}=${value}`).join('; ') } : {}),
      ...headers,
    }
    return new Promise<Answer>((done, fail) => {
      const asked = request(this.server.url + path, { method, headers: sent }, (response) => {
        let text = ''
        response.setEncoding('utf8').on('data', (part: string) => (text += part))
        response.on('end', () => {
          for (const cookie of response.headers['set-cookie'] ?? []) this.keep(cookie.split(';')[0]!)
          const body = (text.startsWith('{') && !text.includes('\n{') ? JSON.parse(text) : { text }) as Record<
            string,
            unknown
          >
          done({ status: response.statusCode ?? 0, body, headers: response.headers })
        })
      })
      asked.on('error', fail)
      asked.end(
        !writes
          ? undefined
          : typeof body === 'string' || body instanceof Uint8Array
            ? body
            : JSON.stringify(body ?? {}),
      )
    })
  }

  keep(cookie: string): void {
    const [name = '', value = ''] = cookie.split('=')
    this.jar.set(name, value)
  }
  /** The session's cookie, as a thief would take it. */
  get cookie(): string | undefined {
    const value = this.jar.get('__Host-jot')
    return value && `__Host-jot=${value}`
  }
  /** Signed out on this side only: what remains is what a device is known by. */
  forgetSession(): void {
    this.jar.delete('__Host-jot')
  }

  signIn = (name: string = NAME, password: string = PASSWORD, code?: string): Promise<Answer> =>
    this.ask('POST', routes.signIn, { name, password, device: 'A desk', ...(code === undefined ? {} : { code }) })
  async code(path: string, body: object = {}): Promise<string> {
    return ((await this.ask('POST', path, body)).body as unknown as Pairing).code
  }
  claim = (code: string, name?: string): Promise<Answer> =>
    this.ask('POST', routes.claim, { code, name, device: 'A phone' })
}

/** A book open to a network, with its captain. */
export class OpenBook {
  clock = Date.now()
  readonly book = newRecordId()

  private constructor(readonly server: TestServer) {}

  static async start(): Promise<OpenBook> {
    const clockOf: { book?: OpenBook } = {}
    const server = await TestServer.startOpen(() => clockOf.book?.clock ?? Date.now())
    const open = new OpenBook(server)
    clockOf.book = open
    const { clock, book } = open
    await server.database.transaction(async (tx) => {
      await createBook(tx, LOCAL_ACCOUNT, { id: book, name: 'The book' }, clock)
      await setNameAndPassword(tx, LOCAL_ACCOUNT, NAME, PASSWORD, clock)
    })
    return open
  }

  browser(): Browser {
    return new Browser(this.server)
  }

  async captain(): Promise<Browser> {
    const browser = this.browser()
    const { status } = await browser.signIn()
    if (status !== 204) throw new Error(`the captain was not let in: ${status}`)
    return browser
  }

  async joined(role: 'crew' | 'viewer', name: string): Promise<Browser> {
    const browser = this.browser()
    const code = await (await this.captain()).code(routes.invitations(this.book), { role })
    const { body } = await browser.claim(code, name)
    if ((body as unknown as Joined).book !== this.book)
      throw new Error(`${name} did not come aboard: ${JSON.stringify(body)}`)
    return browser
  }
}
