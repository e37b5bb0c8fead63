/** Every kind of failure a user can meet, with its title and HTTP status. The `type` on the wire is `/problems/<code>`. */
const PROBLEMS = {
  'invalid-record': { title: 'Something in the record is not right', status: 422 },
  'invalid-request': { title: 'The request cannot be read', status: 400 },
  'no-answer': { title: 'No answer yet', status: 422 },
  'unknown-record': { title: 'The record does not exist', status: 422 },
  'clock-ahead': { title: 'The device’s clock is ahead', status: 409 },
  'not-allowed': { title: 'You may not do this', status: 403 },
  'not-found': { title: 'There is nothing here', status: 404 },
  'wrong-host': { title: 'This address is not served here', status: 421 },
  'foreign-origin': { title: 'The request comes from another site', status: 403 },
  'wrong-content-type': { title: 'The content type is not the one expected', status: 415 },
  'too-large': { title: 'It is too large', status: 413 },
  'device-full': { title: 'The device is full', status: 507 },
  'sign-in': { title: 'Sign in first', status: 401 },
  'wrong-password': { title: 'Name and password do not fit', status: 401 },
  'second-factor': { title: 'A code of your authenticator app is needed', status: 401 },
  'too-often': { title: 'Too many tries', status: 429 },
  'pairing-over': { title: 'This code is no longer good', status: 410 },
  cancelled: { title: 'It was called off', status: 409 },
  'bundle-faults': { title: 'The bundle has faults; nothing was imported', status: 422 },
  'took-too-long': { title: 'It took too long', status: 503 },
  'database-away': { title: 'The database does not answer', status: 503 },
  'outside-away': { title: 'The instrument does not answer', status: 502 },
  unreachable: { title: 'The server cannot be reached', status: 503 },
  internal: { title: 'Something went wrong here', status: 500 },
} as const
export type ProblemCode = keyof typeof PROBLEMS

/** RFC 9457 problem details. */
export interface ProblemDetails {
  readonly type: string
  readonly title: string
  readonly status: number
  readonly detail: string
  /** The field of a record, or the parameter of a request, that is wrong. */
  readonly field?: string
  readonly [more: string]: unknown
}

/** A failure that a user meets: made in a service, rendered by one handler and one component. */
export class Problem extends Error {
  constructor(
    readonly code: ProblemCode,
    readonly detail: string,
    readonly more: { readonly field?: string; readonly [key: string]: unknown } = {},
  ) {
    super(detail)
  }

  get status(): number {
    return PROBLEMS[this.code].status
  }

  toJSON(): ProblemDetails {
    return {
      type: `/problems/${this.code}`,
      title: PROBLEMS[this.code].title,
      status: this.status,
      detail: this.detail,
      ...this.more,
    }
  }

  /** The problem in an answer's body, or a general one when the body is none. */
  static from(body: unknown, status: number): Problem {
    const details = (typeof body === 'object' && body !== null ? body : {}) as Partial<ProblemDetails>
    const code = (Object.keys(PROBLEMS) as ProblemCode[]).find((known) => details.type === `/problems/${known}`)
    const { type: _type, title: _title, status: _status, detail, ...more } = details
    return code
      ? new Problem(code, detail ?? PROBLEMS[code].title, more)
      : new Problem(status === 503 ? 'unreachable' : 'internal', `The server answered ${status}.`)
  }
}
