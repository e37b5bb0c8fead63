import { Router, json } from 'express'
import { KINDS } from '@jotbook/core'
import type { Kind } from '@jotbook/core'
import { Problem, pushRequest } from '@jotbook/contract'
import type { PushAnswer } from '@jotbook/contract'
import type { Database } from '../../platform/database.ts'
import { bookOf } from '../../platform/bookGuard.ts'
import { assertClock } from './applyChanges.ts'
import type { Intake } from './intake.ts'
import { pullChanges, snapshotLines } from './readChanges.ts'

const MAX_BODY = '32mb'

export function changeRoutes(database: Database, intake: Intake, now: () => number): Router {
  const router = Router({ mergeParams: true })

  router.post('/changes', json({ limit: MAX_BODY }), async (request, response) => {
    const { book, author } = bookOf(request)
    const { changes } = pushRequest(request.body)
    assertClock(changes, now())
    const { accepted, refused, seq } = await intake.push(book, { author, changes })
    const answer: PushAnswer = { accepted, refused: refused.map(({ group, problem }) => ({ group, problem: problem.toJSON() })), seq, serverTimeMs: now() }
    response.json(answer)
  })

  router.get('/changes', async (request, response) => {
    const { book, author } = bookOf(request)
    const after = Number(request.query.after ?? 0)
    if (!Number.isInteger(after) || after < 0) throw new Problem('invalid-request', 'after must be a whole number, 0 or more.', { field: 'after' })
    response.json(await pullChanges(database, book, author.role, after, now()))
  })

  router.get('/snapshot', async (request, response) => {
    const { book, author } = bookOf(request)
    const lines = snapshotLines(database, book, author.role, resumeOf(request.query))
    response.type('application/x-ndjson')
    for await (const line of lines) {
      if (!response.write(`${JSON.stringify(line)}\n`)) await new Promise((go) => response.once('drain', go))
      if (response.destroyed) return
    }
    response.end()
  })

  return router
}

function resumeOf({ seq, kind, after }: Record<string, unknown>): { seq: number; kind: Kind; id: string } | undefined {
  if (seq === undefined) return undefined
  const known = KINDS.find((candidate) => candidate === kind)
  if (!Number.isInteger(Number(seq)) || !known || typeof after !== 'string')
    throw new Problem('invalid-request', 'To resume, give seq, kind and after as the stream had them.')
  return { seq: Number(seq), kind: known, id: after }
}
