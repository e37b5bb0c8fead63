import { KINDS, inSlices, inverseOf, isoUtc, mergeChange, parseStamp } from '@jotbook/core'
import type { Change, Id, RecordState } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import { BUNDLE_KINDS } from '@jotbook/core/formats'
import type { Queries } from '../../platform/database.ts'
import { inChunks, inTurns } from '../../platform/longWork.ts'
import type { Watch } from '../../platform/longWork.ts'
import { changesBefore, groupFrom } from '../changes/changeRepository.ts'
import { loadStates } from '../changes/recordRepository.ts'
import { SERVER_DEVICE, serverStamps } from '../changes/serverChanges.ts'
import type { MadeChange } from '../changes/serverChanges.ts'
import { forgetForeignRecords, takeBackForeignFields } from './foreignIdRepository.ts'
import { writeImport } from './writeImport.ts'

export interface UndoImport {
  readonly bookId: Id<'book'>
  readonly memberId: string
  /** The number of the import's first change. */
  readonly firstSeq: number
}

const CHUNK = 1000

/**
 * Takes an import back within the caller's transaction, by the log: what it made is deleted, what it changed gets back the value it had, as
 * far as it still holds what the import wrote. What the source brought is forgotten, so that importing it again brings it again. Returns
 * how many records it wrote. Throws Problem `not-found` where no import begins at that number.
 */
export async function undoImport(
  db: Queries,
  { bookId, memberId, firstSeq }: UndoImport,
  nowMs: number,
  watch: Watch,
): Promise<number> {
  const written = await groupFrom(db, bookId, firstSeq)
  const isImport = written.every(
    ({ stamp, kind }) =>
      parseStamp(stamp).device === SERVER_DEVICE && (BUNDLE_KINDS as readonly string[]).includes(kind),
  )
  if (written.length === 0 || !isImport) throw new Problem('not-found', 'There is no such import.')
  const inverses: MadeChange[] = []
  const made = new Set<string>()
  for (const kind of KINDS) {
    const own = written.filter((change) => change.kind === kind)
    await inChunks(own, CHUNK, async (chunk) => {
      const ids = chunk.map(({ recordId }) => recordId)
      const before = merged(await changesBefore(db, bookId, kind, ids, firstSeq))
      const now = new Map((await loadStates(db, bookId, kind, ids)).map(({ id, state }) => [id, state.fields]))
      for (const { recordId, fields } of chunk) {
        const held = before.get(recordId)
        if (!held) made.add(recordId)
        const inverse = inverseOf({ before: held?.fields ?? null, after: fields }, now.get(recordId), isoUtc(nowMs))
        if (inverse) inverses.push({ kind, recordId, fields: inverse })
      }
    })
  }
  const stamped = serverStamps(nowMs)
  const changes: Change[] = []
  await inTurns(
    inSlices(inverses, 'check', CHUNK, (one) => changes.push(stamped(one))),
    watch,
  )
  if (changes.length > 0)
    await writeImport(db, { bookId, memberId, receivedAt: isoUtc(nowMs), changes, created: new Set() }, watch)
  await forgetForeignRecords(db, bookId, [...made])
  await takeBackForeignFields(
    db,
    bookId,
    changes.filter(({ recordId }) => !made.has(recordId)),
  )
  return changes.length
}

function merged(changes: readonly Change[]): Map<string, RecordState> {
  const states = new Map<string, RecordState>()
  for (const change of changes) states.set(change.recordId, mergeChange(states.get(change.recordId), change))
  return states
}
