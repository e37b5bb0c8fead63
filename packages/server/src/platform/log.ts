import type { RequestHandler } from 'express'
import pino from 'pino'
import type { Logger } from 'pino'

export const createLog = (level: string): Logger => pino({ level, base: null })

/** Method, route pattern, status and time: never an address's parameters, a body, a name or a place. */
export function requestLog(log: Logger): RequestHandler {
  return (request, response, next) => {
    const started = performance.now()
    response.on('finish', () => {
      const pattern = (request.route?.path as string | undefined) ?? '-'
      log.debug({ method: request.method, route: pattern, status: response.statusCode, ms: Math.round(performance.now() - started) }, 'request')
    })
    next()
  }
}
