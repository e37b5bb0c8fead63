import type { RequestHandler } from 'express'
import { Problem } from '@jotbook/contract'

/**
 * On loopback nobody signs in, so nobody else may get in by way of the browser: the Host must be ours (against DNS rebinding), and a
 * write must not come from another site.
 */
export function loopbackGuard(portOf: () => number): RequestHandler {
  return (request, _response, next) => {
    const hosts = ['127.0.0.1', 'localhost', '[::1]'].map((name) => `${name}:${portOf()}`)
    if (!hosts.includes(request.headers.host ?? '')) throw new Problem('wrong-host', `Open the book at http://${hosts[0]}.`)
    const writes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method)
    const { origin } = request.headers
    const site = request.headers['sec-fetch-site']
    const foreign =
      (origin !== undefined && !hosts.some((host) => origin === `http://${host}`)) || (site !== undefined && site !== 'same-origin' && site !== 'none')
    if (writes && foreign) throw new Problem('foreign-origin', 'Writes are taken only from the book’s own pages.')
    next()
  }
}
