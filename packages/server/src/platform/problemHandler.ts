import type { ErrorRequestHandler, Response } from 'express'
import type { Logger } from 'pino'
import { Problem } from '@jotbook/contract'
import { isConnectionLoss, sqlState } from './database.ts'
import { routeOf } from './log.ts'

/** The one place where failures become answers. What is not a Problem is logged without its data and answered in general words. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  // Express knows an error handler by its four parameters.
  return (error: unknown, request, response: Response, _next) => {
    const problem = asProblem(error)
    if (problem.code === 'internal')
      log.error({ route: routeOf(request), error: describe(error) }, 'unexpected failure')
    // An answer that was begun cannot be taken back; cut off, it is known to be no whole one.
    if (response.headersSent) return void response.destroy()
    const { retryAfterS } = problem.more
    if (typeof retryAfterS === 'number') response.set('Retry-After', String(retryAfterS))
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
}

export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  const { type, status, limit } = (error ?? {}) as { type?: string; status?: number; limit?: number }
  if (type === 'entity.too.large')
    return new Problem('too-large', `The request has more than ${sizeText(limit ?? 0)}, the most that is taken here.`)
  if (type?.startsWith('entity.') || type === 'encoding.unsupported' || error instanceof SyntaxError)
    return new Problem('invalid-request', 'The request’s body cannot be read.')
  if (error instanceof URIError) return new Problem('not-found', 'This address cannot be read.')
  if (status === 404) return new Problem('not-found', 'There is nothing under this address.')
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem('invalid-request', 'The request cannot be read.')
  if (isConnectionLoss(error))
    return new Problem(
      'database-away',
      'Nothing was changed. What you typed is kept on your device; try again in a moment.',
    )
  return new Problem('internal', 'Nothing was changed. Please try again; if it stays, say what you did.')
}

const sizeText = (bytes: number): string =>
  bytes >= 2 ** 20 ? `${Math.round(bytes / 2 ** 20)} MB` : `${Math.round(bytes / 1024)} kB`

/** Name and code of an error, never its message: a database's message may hold a row. */
export function describe(error: unknown): { name: string; code?: string; stack?: string } {
  const { name = 'Error', stack } = error as Error
  const code = sqlState(error) ?? (error as { code?: string }).code
  const frames = stack
    ?.split('\n')
    .filter((line) => line.trimStart().startsWith('at '))
    .slice(0, 8)
    .join('\n')
  return { name, ...(code ? { code } : {}), ...(frames ? { stack: frames } : {}) }
}
