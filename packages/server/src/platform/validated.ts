import type { RequestHandler } from 'express'
import { readBody } from '@jotbook/contract'
import type { ProblemCode } from '@jotbook/contract'
import { jsonBody } from './jsonBody.ts'
import type { BodyLimits } from './jsonBody.ts'

type Params = Record<string, string>

/** A request's body as an object of the class, measured before it is read. What does not fit throws a Problem that names its field. */
export function validated<Body extends object>(
  shape: new () => Body,
  { fault, ...limits }: Partial<BodyLimits> & { readonly fault?: ProblemCode } = {},
): RequestHandler<Params, unknown, Body>[] {
  const read: RequestHandler<Params, unknown, Body> = (request, _response, next) => {
    request.body = readBody(shape, request.body, fault)
    next()
  }
  return [...(jsonBody(limits) as RequestHandler<Params, unknown, Body>[]), read]
}
