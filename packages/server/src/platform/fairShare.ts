import type { Request, RequestHandler } from 'express'
import { Problem } from '@jotbook/contract'

interface Allowance {
  readonly requests: number
  readonly bytes: number
}

const MINUTE_MS = 60_000
const MEGABYTE = 2 ** 20
/** By the minute. A boat of five devices that all catch up at once needs a tenth of it. */
const OF_ACCOUNT: Allowance = { requests: 1_200, bytes: 200 * MEGABYTE }
const OF_BOOK: Allowance = { requests: 3_000, bytes: 400 * MEGABYTE }
const OF_ADDRESS: Allowance = { requests: 600, bytes: 20 * MEGABYTE }

/** Counts by key over minutes that begin with the first request. */
class Shares {
  private readonly used = new Map<string, { since: number; requests: number; bytes: number }>()

  constructor(
    private readonly allowed: Allowance,
    private readonly now: () => number,
  ) {}

  /** Throws Problem `too-often` with when to come again. */
  take(key: string, bytes: number): void {
    const now = this.now()
    if (this.used.size > 10_000)
      for (const [old, { since }] of this.used) if (now - since >= MINUTE_MS) this.used.delete(old)
    const held = this.used.get(key)
    const share =
      held && now - held.since < MINUTE_MS && now >= held.since ? held : { since: now, requests: 0, bytes: 0 }
    share.requests++
    share.bytes += bytes
    this.used.set(key, share)
    if (share.requests <= this.allowed.requests && share.bytes <= this.allowed.bytes) return
    const retryAfterS = Math.ceil((share.since + MINUTE_MS - now) / 1000)
    throw new Problem('too-often', `Too much at once. Nothing is lost: it goes on in ${retryAfterS} s.`, {
      retryAfterS,
    })
  }
}

const bytesOf = (request: Request): number => {
  const length = Number(request.headers['content-length'] ?? 0)
  return Number.isFinite(length) ? length : 0
}

/**
 * So much each may ask of a server that is open to a network, counted by each process: by account and by book, and by address for
 * whoever is not signed in. The person at this computer is not counted.
 */
export function fairShare(now: () => number): { readonly people: RequestHandler; readonly books: RequestHandler } {
  const [accounts, books, addresses] = [
    new Shares(OF_ACCOUNT, now),
    new Shares(OF_BOOK, now),
    new Shares(OF_ADDRESS, now),
  ]
  return {
    people: (request, _response, next) => {
      const account = request.session?.account
      if (account === undefined) addresses.take(request.ip ?? '', bytesOf(request))
      else accounts.take(account, bytesOf(request))
      next()
    },
    books: (request, _response, next) => {
      books.take(String(request.params.book), bytesOf(request))
      next()
    },
  }
}
