import type { RequestHandler } from 'express'
import { Problem } from '@jotbook/contract'
import type { Door } from './door.ts'

/**
 * Nobody gets in by way of somebody's browser: the Host must be ours (against DNS rebinding), and a write must not come from
 * another site.
 */
export function originGuard({ hosts, origins, origin: own }: Door): RequestHandler {
  return (request, _response, next) => {
    if (!hosts().includes(request.headers.host ?? '')) throw new Problem('wrong-host', `Open the book at ${own()}.`)
    const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method)
    const { origin } = request.headers
    const site = request.headers['sec-fetch-site']
    const foreign =
      (origin !== undefined && !origins().includes(origin)) ||
      (site !== undefined && site !== 'same-origin' && site !== 'none')
    if (writes && foreign) throw new Problem('foreign-origin', 'Writes are taken only from the book’s own pages.')
    next()
  }
}
