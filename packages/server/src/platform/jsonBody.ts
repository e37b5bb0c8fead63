import { raw } from 'express'
import type { RequestHandler } from 'express'
import { Problem } from '@jotbook/contract'

export interface BodyLimits {
  /** Of the body as it is after decompression. */
  readonly bytes: number
  /** Brackets within brackets. */
  readonly depth?: number
  /** Values of lists and objects together. */
  readonly values?: number
}

const MEGABYTE = 2 ** 20
const SMALL = 64 * 1024

/**
 * A JSON object as `request.body`, or `{}` where none was sent. Size, nesting and number of values are counted on the bytes, before
 * anything is made of them: parsing costs no more than its limits. Throws Problem `too-large` or `invalid-request`.
 */
export function jsonBody({ bytes = SMALL, depth = 32, values = 100_000 }: Partial<BodyLimits> = {}): RequestHandler[] {
  const parse: RequestHandler = (request, _response, next) => {
    const body: unknown = request.body
    request.body = Buffer.isBuffer(body) && body.length > 0 ? parsed(body, { depth, values }) : {}
    next()
  }
  return [raw({ type: 'application/json', limit: bytes }), parse]
}

const utf8 = new TextDecoder('utf-8', { fatal: true })

function parsed(body: Buffer, limits: Required<Omit<BodyLimits, 'bytes'>>): object {
  assertSmall(body, limits)
  let value: unknown
  try {
    value = JSON.parse(utf8.decode(body))
  } catch {
    throw new Problem('invalid-request', 'The request’s body cannot be read: it must be JSON in UTF-8.')
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new Problem('invalid-request', 'The request’s body must be a JSON object.')
  return value
}

const [QUOTE, BACKSLASH, COMMA, OPEN_LIST, CLOSE_LIST, OPEN_OBJECT, CLOSE_OBJECT] = [34, 92, 44, 91, 93, 123, 125]

function assertSmall(body: Buffer, { depth, values }: { readonly depth: number; readonly values: number }): void {
  let [deep, deepest, count, inText] = [0, 0, 0, false]
  for (let i = 0; i < body.length; i++) {
    const byte = body[i]
    if (inText) {
      if (byte === BACKSLASH) i++
      else if (byte === QUOTE) inText = false
    } else if (byte === QUOTE) inText = true
    else if (byte === COMMA) count++
    else if (byte === OPEN_LIST || byte === OPEN_OBJECT) {
      count++
      if (++deep > deepest) deepest = deep
      if (deepest > depth) break
    } else if (byte === CLOSE_LIST || byte === CLOSE_OBJECT) deep--
  }
  if (deepest > depth)
    throw new Problem('too-large', `The request is nested more than ${depth} deep.`, { limit: 'depth' })
  if (count > values)
    throw new Problem('too-large', `The request holds more than ${values} values.`, { limit: 'values' })
}

/** For pushes: what a device kept over days without signal. */
export const pushBody = (): RequestHandler[] => jsonBody({ bytes: 8 * MEGABYTE, values: 300_000 })
