import type { ErrorRequestHandler, Response } from 'express'
import type { Logger } from 'pino'
import { Problem } from '@jotbook/contract'
import { routeOf } from './log.ts'

/** The one place where failures become answers. What is not a Problem is logged without its data and answered in general words. */
export function problemHandler(log: Logger): ErrorRequestHandler {
  return (error: unknown, request, response: Response, next) => {
    if (response.headersSent) return next(error)
    const problem = asProblem(error)
    if (problem.code === 'internal') log.error({ route: routeOf(request), error: describe(error) }, 'unexpected failure')
    response.status(problem.status).type('application/problem+json').send(JSON.stringify(problem))
  }
}

export function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error
  const { type, code, limit } = (error ?? {}) as { type?: string; code?: string; limit?: number }
  if (type === 'entity.too.large')
    return new Problem('too-large', `The request has more than ${Math.round((limit ?? 0) / 2 ** 20)} MB, the most that is taken here.`)
  if (type?.startsWith('entity.') || type === 'encoding.unsupported' || error instanceof SyntaxError)
    return new Problem('invalid-request', 'The request’s body cannot be read.')
  if (error instanceof URIError) return new Problem('not-found', 'This address cannot be read.')
  const cause = (error as { cause?: { code?: string } } | null)?.cause
  if (isConnectionLoss(code) || isConnectionLoss(cause?.code))
    return new Problem('database-away', 'Nothing was changed. What you typed is kept on your device; try again in a moment.')
  return new Problem('internal', 'Nothing was changed. Please try again; if it stays, say what you did.')
}

/** Network errors and PostgreSQL's own classes 08 (connection) and 57P (shutdown). */
const isConnectionLoss = (code: string | undefined): boolean =>
  code !== undefined && (['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ENOTFOUND'].includes(code) || code.startsWith('08') || code.startsWith('57P'))

/** Name and code of an error, never its message: a database's message may hold a row. */
function describe(error: unknown): { name: string; code?: string; stack?: string } {
  const { name = 'Error', stack } = error as Error
  const code = (error as { code?: string; cause?: { code?: string } }).code ?? (error as { cause?: { code?: string } }).cause?.code
  const frames = stack
    ?.split('\n')
    .filter((line) => line.trimStart().startsWith('at '))
    .slice(0, 8)
    .join('\n')
  return { name, ...(code ? { code } : {}), ...(frames ? { stack: frames } : {}) }
}
