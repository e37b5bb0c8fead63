import { Router } from 'express'
import { KINDS, isUuid } from '@jotbook/core'
import type { Change, Kind } from '@jotbook/core'
import { Problem, unreadPush } from '@jotbook/contract'
import type { EventKind, PushAnswer, SnapshotLine } from '@jotbook/contract'
import { bookOf } from '../../platform/bookGuard.ts'
import type { Installation } from '../../platform/installation.ts'
import { pushBody } from '../../platform/jsonBody.ts'
import { sendParts } from '../../platform/sendParts.ts'
import { noteEvent } from '../events/repository.ts'
import { assertClock } from './applyChanges.ts'
import type { Applied } from './applyChanges.ts'
import { Digests } from './digest.ts'
import type { Intake } from './intake.ts'
import { pullChanges, snapshotLines } from './readChanges.ts'
import { soundGroups } from './soundGroups.ts'

export function changeRoutes(intake: Intake, installation: Installation, now: () => number): Router {
  const router = Router({ mergeParams: true })
  const digests = new Digests()

  router.post('/changes', ...pushBody(), async (request, response) => {
    const { book, account, author, within } = bookOf(request)
    const { sound, refused } = await soundGroups(unreadPush(request.body).changes)
    assertClock(sound, now())
    const { accepted, refused: turnedAway, seq } = await intake.push(book, { author, changes: sound })
    const happenings = eventsOfPush(sound, new Set(accepted), turnedAway)
    if (happenings.length > 0)
      await within(async (db) => {
        for (const one of happenings)
          await noteEvent(db, { memberId: author.memberId, ...one, account, bookId: book }, now())
      })
    const answer: PushAnswer = {
      accepted,
      refused: [...refused, ...turnedAway].map(({ group, problem }) => ({ group, problem: problem.toJSON() })),
      seq,
      serverTimeMs: now(),
      epoch: installation.epoch,
    }
    response.json(answer)
  })

  router.get('/changes', async (request, response) => {
    const { book, author, within } = bookOf(request)
    const after = wholeNumber(request.query.after ?? 0, 'after')
    const answer = await within((db) => pullChanges(db, book, author.role, after, now()))
    response.json({ ...answer, epoch: installation.epoch })
  })

  router.get('/digest', async (request, response) => {
    const { book, within } = bookOf(request)
    response.json({ ...(await digests.of(book, within)), epoch: installation.epoch })
  })

  router.get('/snapshot', async (request, response) => {
    const { book, author, within } = bookOf(request)
    const lines = snapshotLines(within, book, author.role, installation.epoch, resumeOf(request.query))
    await sendParts(response.type('application/x-ndjson'), texts(lines))
  })

  return router
}

/** What of a push the owner should be able to look up: members that changed, and that somebody tried what they may not. */
function eventsOfPush(
  changes: readonly Change[],
  accepted: ReadonlySet<string>,
  refused: Applied['refused'],
): { kind: EventKind; memberId?: string; detail?: string }[] {
  const members = changes.filter(
    ({ kind, id, fields }) => kind === 'member' && accepted.has(id) && ('role' in fields || 'deletedAt' in fields),
  )
  const denied = refused.some(({ problem }) => problem.code === 'not-allowed')
  return [
    ...members.map(({ recordId, fields }) => ({
      kind: 'member-changed' as const,
      memberId: recordId,
      detail: typeof fields.deletedAt === 'string' ? 'removed' : String(fields.role ?? ''),
    })),
    ...(denied ? [{ kind: 'not-allowed' as const, detail: 'changes' }] : []),
  ]
}

async function* texts(lines: AsyncIterable<SnapshotLine>): AsyncGenerator<string> {
  for await (const line of lines) yield `${JSON.stringify(line)}\n`
}

function wholeNumber(given: unknown, field: string): number {
  const value = typeof given === 'string' || typeof given === 'number' ? Number(given) : NaN
  if (!Number.isSafeInteger(value) || value < 0)
    throw new Problem('invalid-request', `${field} must be a whole number, 0 or more.`, { field })
  return value
}

function resumeOf({ seq, kind, after }: Record<string, unknown>): { seq: number; kind: Kind; id: string } | undefined {
  if (seq === undefined) return undefined
  const known = KINDS.find((candidate) => candidate === kind)
  if (!known || !isUuid(after))
    throw new Problem('invalid-request', 'To resume, give seq, kind and after as the stream had them.')
  return { seq: wholeNumber(seq, 'seq'), kind: known, id: after }
}
