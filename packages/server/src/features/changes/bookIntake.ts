import type { Change, Id } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import { inBook, sqlState } from '../../platform/database.ts'
import type { Database } from '../../platform/database.ts'
import { applyPushes, groupsOf } from './applyChanges.ts'
import type { Applied, Push } from './applyChanges.ts'
import { Intake } from './intake.ts'

/** The one intake of a server: whatever is written to a book goes through it. */
export function bookIntake(database: Database, now: () => number): Intake {
  const apply = (book: Id<'book'>, pushes: readonly Push[]): Promise<Applied[]> =>
    inBook(database, book, (tx) => applyPushes(tx, book, pushes, now()))
  return new Intake(async (book, pushes) => {
    try {
      return await apply(book, pushes)
    } catch (error) {
      const [push] = pushes
      // Pushes that fail together are tried one by one by the intake; one that still fails is taken apart here.
      if (!push || pushes.length > 1 || !isDataRefusal(error)) throw error
      return [await groupByGroup(push, (one) => apply(book, [one]))]
    }
  })
}

/** PostgreSQL's classes 22 (a value it cannot take) and 23 (a constraint): sent again, the same would fail again. */
const isDataRefusal = (error: unknown): boolean => /^2[23]/.test(sqlState(error) ?? '')

/** Each group in a transaction of its own: what the database will not take is refused, and nothing else with it. */
async function groupByGroup({ author, changes }: Push, apply: (push: Push) => Promise<Applied[]>): Promise<Applied> {
  const accepted: string[] = []
  const refused: Applied['refused'] = []
  let seq = 0
  for (const [group, members] of groupsOf(changes)) {
    const applied = await apply({ author, changes: members }).catch((error: unknown) => {
      if (!isDataRefusal(error)) throw error
      refused.push({ group, problem: refusedByDatabase(members) })
      return []
    })
    for (const one of applied) {
      accepted.push(...one.accepted)
      refused.push(...one.refused)
      seq = Math.max(seq, one.seq)
    }
  }
  return { accepted, refused, seq }
}

const refusedByDatabase = ([first]: readonly Change[]): Problem =>
  new Problem('invalid-record', 'A value of this change cannot be stored.', first ? { changeId: first.id } : {})
