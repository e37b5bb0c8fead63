import type { Request, RequestHandler } from 'express'
import pino from 'pino'
import type { Logger } from 'pino'

export const createLog = (level: string): Logger => pino({ level, base: null })

/** Method, route pattern, status and time: never an address's parameters, a body, a name or a place. */
export function requestLog(log: Logger): RequestHandler {
  return (request, response, next) => {
    const started = performance.now()
    response.on('finish', () => {
      const pattern = routeOf(request) ?? '-'
      log.debug(
        {
          method: request.method,
          route: pattern,
          status: response.statusCode,
          ms: Math.round(performance.now() - started),
        },
        'request',
      )
    })
    next()
  }
}

/** The pattern of the route that answered, such as `/books/:book`, never the address itself. */
export const routeOf = (request: Request): string | undefined => (request.route as { path?: string } | undefined)?.path
