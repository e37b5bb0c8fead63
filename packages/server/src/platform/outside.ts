import { lookup } from 'node:dns'
import type { LookupAddress } from 'node:dns'
import { isIP } from 'node:net'
import type { LookupFunction } from 'node:net'
import ipaddr from 'ipaddr.js'
import { Agent, errors, request } from 'undici'
import { Problem } from '@jotbook/contract'

/**
 * Addresses that a book's owner set: a weather station's page, a sounder on the boat. The server asks them and nothing else, for a
 * short time and a small answer; opened to a network it does not reach into the private addresses around it.
 */
export interface OutsideRules {
  /** On one's own computer the boat's network is what one wants. */
  readonly privateToo: boolean
}

const TIMEOUT_MS = 5000
const MOST_BYTES = 1_000_000

/** An address as a URL with one of the schemes given. Throws Problem `invalid-record`. */
export function outsideUrl(address: string, schemes: readonly string[], { privateToo }: OutsideRules): URL {
  const url = URL.canParse(address) ? new URL(address) : undefined
  if (!url || !schemes.includes(url.protocol) || url.hostname === '' || url.username !== '')
    throw new Problem(
      'invalid-record',
      `The address must begin with ${schemes.map((scheme) => `${scheme}//`).join(' or ')} and name a host.`,
    )
  const literal = url.hostname.replace(/^\[|\]$/g, '')
  if (!privateToo && isIP(literal) && isPrivate(literal)) throw refusedPrivate()
  return url
}

const refusedPrivate = (): Problem =>
  new Problem('not-allowed', 'This book is open to a network: addresses inside private networks are not asked.')

/** Everything but the open internet: loopback, home and office networks, link-local, reserved. */
const isPrivate = (address: string): boolean => ipaddr.process(address).range() !== 'unicast'

/** Looks a name up and, where private addresses are out of bounds, finds none of them: checked where the connection is made, so that a name cannot change in between. */
export function outsideLookup({ privateToo }: OutsideRules): LookupFunction {
  return (hostname, options, found) =>
    lookup(hostname, { ...options, all: true }, (error, addresses: LookupAddress[]) => {
      const allowed = error ? [] : addresses.filter(({ address }) => privateToo || !isPrivate(address))
      const [first] = allowed
      if (!first) found(error ?? refusedPrivate(), '', 4)
      else if (options.all) found(null, allowed)
      else found(null, first.address, first.family)
    })
}

/** The text at an http(s) address. Throws Problem for a refusal, a redirect, no answer in five seconds or more than a megabyte. */
export async function fetchOutside(address: string, rules: OutsideRules): Promise<string> {
  const url = outsideUrl(address, ['http:', 'https:'], rules)
  const dispatcher = new Agent({ connect: { lookup: outsideLookup(rules) }, maxResponseSize: MOST_BYTES })
  try {
    const { statusCode, body } = await request(url, {
      dispatcher,
      headers: { accept: 'text/plain' },
      signal: AbortSignal.timeout(TIMEOUT_MS),
    })
    if (statusCode !== 200) throw away(`answered ${statusCode}`)
    return await body.text()
  } catch (error) {
    throw error instanceof Problem ? error : away(whyNoText(error))
  } finally {
    await dispatcher.destroy()
  }
}

const away = (why: string): Problem => new Problem('outside-away', `The weather station ${why}.`)

function whyNoText(error: unknown): string {
  if (error instanceof errors.ResponseExceededMaxSizeError) return 'sent more than a megabyte'
  return error instanceof Error && error.name === 'TimeoutError' ? 'took longer than five seconds' : 'does not answer'
}
