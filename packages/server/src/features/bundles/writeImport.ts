import { KINDS, mergeChange } from '@jotbook/core'
import type { Change, Id, Kind } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { Queries } from '../../platform/database.ts'
import { goOnUnless, inChunks } from '../../platform/longWork.ts'
import type { Watch } from '../../platform/longWork.ts'
import { appendStaged, openStagedLog, stageChanges, takeNumbers } from '../changes/changeRepository.ts'
import { insertStates, loadStates, saveStates } from '../changes/recordRepository.ts'
import type { StoredState } from '../changes/recordRepository.ts'

/** Rows between two looks at whether to go on. */
const CHUNK = 2000

export interface ImportToWrite {
  readonly bookId: Id<'book'>
  readonly memberId: string
  readonly receivedAt: string
  readonly changes: readonly Change[]
  /** Ids of records that the changes make; the others are changed. */
  readonly created: ReadonlySet<string>
}

/**
 * Writes an import's changes within the caller's transaction. New records, which nobody can know of yet, are laid down first and the log
 * is laid aside; only then is the book's lock taken, for the merging of changed records and the numbering: others' pushes wait for that
 * part alone. Returns the number of the first change.
 */
export async function writeImport(
  db: Queries,
  { bookId, memberId, receivedAt, changes, created }: ImportToWrite,
  watch: Watch,
): Promise<number> {
  const [made, changed] = [
    changes.filter(({ recordId }) => created.has(recordId)),
    changes.filter(({ recordId }) => !created.has(recordId)),
  ]
  let done = 0
  const tell = (count: number): void => {
    goOnUnless(watch)
    done += count
    watch.onProgress({ phase: 'write', done, of: made.length + changes.length })
  }
  for (const kind of KINDS) {
    const own = made.filter((change) => change.kind === kind)
    await inChunks(own, CHUNK, async (chunk) => {
      await insertStates(db, bookId, kind, chunk.map(stateOfNew))
      tell(chunk.length)
    })
  }
  await openStagedLog(db)
  await inChunks(changes, CHUNK, async (chunk, from) => {
    await stageChanges(db, bookId, memberId, receivedAt, chunk, from)
    tell(chunk.length)
  })
  const last = await takeNumbers(db, bookId, changes.length)
  if (last === undefined) throw new Problem('not-found', 'There is no such book.')
  await mergeChanged(db, bookId, changed)
  await appendStaged(db, last - changes.length)
  return last - changes.length + 1
}

const stateOfNew = ({ recordId, ...change }: Change): StoredState => ({
  id: recordId,
  state: mergeChange(undefined, change),
})

async function mergeChanged(db: Queries, bookId: Id<'book'>, changed: readonly Change[]): Promise<void> {
  const merged = new Map<Kind, StoredState[]>()
  for (const kind of KINDS) {
    const own = changed.filter((change) => change.kind === kind)
    const ids = own.map(({ recordId }) => recordId)
    const states = new Map((await loadStates(db, bookId, kind, ids)).map(({ id, state }) => [id, state]))
    for (const change of own) states.set(change.recordId, mergeChange(states.get(change.recordId), change))
    merged.set(
      kind,
      [...states].map(([id, state]) => ({ id, state })),
    )
  }
  await saveStates(db, bookId, merged)
}
