import { at, inSlices, isoUtc } from '@jotbook/core'
import { Problem, isStorableText } from '@jotbook/contract'
import type { ImportReport } from '@jotbook/contract'
import type { Change, Id, Kind, RecordState } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { UNWATCHED, goOnUnless, inTurns } from '../../platform/longWork.ts'
import type { Watch } from '../../platform/longWork.ts'
import type { Author } from '../changes/applyChanges.ts'
import { existingIds, loadStates } from '../changes/recordRepository.ts'
import { serverStamps } from '../changes/serverChanges.ts'
import { foreignRecords, holdNamespace, saveForeignRecords } from './foreignIdRepository.ts'
import type { ForeignRecord } from './foreignIdRepository.ts'
import { namesInBook } from './namesRepository.ts'
import { takePictures } from '../pictures/takePictures.ts'
import { planImport } from './planImport.ts'
import type { ReadRows } from './readArchive.ts'
import { namesOfRows, withSameNames } from './sameNames.ts'
import { writeImport } from './writeImport.ts'

export interface ImportRequest {
  readonly bookId: Id<'book'>
  readonly author: Author
  /** Keeps the ids of one source apart from another's. */
  readonly namespace: string
  /** Reads the bundle, given what the book holds already as `kind id`: in a thread of its own, or here (`readFiles`). */
  readonly read: (known: ReadonlySet<string>) => Promise<ReadRows>
  /** Only say what would happen. */
  readonly dryRun: boolean
  /** Waters, lures and people named like the book's own are the book's own, but for these (`kind id`). Absent: all of them are new. */
  readonly sameNamesBut?: ReadonlySet<string>
}

const ROWS_A_SLICE = 2000

const NOTHING = {
  created: 0,
  createdByKind: {},
  changed: 0,
  unchanged: 0,
  kept: 0,
  newNames: [],
  sameNames: [],
  applied: false,
} as const

/** Kinds whose records a bundle may name by the book's own ids, though it does not hold them. */
const NAMED_ELSEWHERE = ['water', 'spot', 'lure', 'setup', 'trip'] as const satisfies readonly Kind[]

/**
 * Takes a bundle into a book, all or nothing, within the caller's transaction. With faults nothing is written and they are listed.
 * Throws Problem `cancelled` when it is called off.
 */
export async function importBundle(
  db: Queries,
  { bookId, author, namespace, read, dryRun, sameNamesBut }: ImportRequest,
  nowMs: number,
  watch: Watch = UNWATCHED,
): Promise<ImportReport> {
  await holdNamespace(db, bookId, namespace)
  const imported = await foreignRecords(db, bookId, namespace)
  const known = new Set(imported.map(({ kind, foreignId }) => `${kind} ${foreignId}`))
  for (const kind of NAMED_ELSEWHERE) for (const id of await existingIds(db, bookId, kind)) known.add(`${kind} ${id}`)
  const { rows: written, faults, looseEnds, remarks, pictures } = await read(known)
  if (faults.length > 0) return { ...NOTHING, namespace, faults, looseEnds, remarks }
  const { newNames, sameNames } = await inTurns(namesOfRows(written, imported, await namesInBook(db, bookId)), watch)
  const same = sameNamesBut ? sameNames.filter(({ kind, foreignId }) => !sameNamesBut.has(`${kind} ${foreignId}`)) : []
  const { rows, adopted } = withSameNames(written, same)
  const earlier = [...imported, ...adopted]
  const states = await statesOf(db, bookId, earlier)
  const {
    changes: made,
    sources,
    ...numbers
  } = await inTurns(
    planImport(rows, earlier, (recordId) => states.get(recordId)),
    watch,
  )
  const report = { namespace, faults, looseEnds, remarks, ...numbers, newNames, sameNames, applied: !dryRun }
  goOnUnless(watch)
  if (dryRun) return report
  await takePictures(db, bookId, pictures, nowMs)
  if (made.length === 0) return report
  const before = new Set(earlier.map(({ recordId }) => recordId))
  const created = new Set(made.filter(({ recordId }) => !before.has(recordId)).map(({ recordId }) => recordId))
  const changes: Change[] = []
  const stamped = serverStamps(nowMs)
  await inTurns(
    inSlices(made, 'check', ROWS_A_SLICE, (one) => changes.push(stamped(one))),
    watch,
  )
  await saveForeignRecords(
    db,
    bookId,
    namespace,
    sources.map((source, i): ForeignRecord => ({ ...source, stamp: at(changes, i).stamp })),
  )
  const firstSeq = await writeImport(
    db,
    { bookId, memberId: author.memberId, receivedAt: isoUtc(nowMs), changes, created },
    watch,
  )
  return { ...report, firstSeq }
}

async function statesOf(
  db: Queries,
  bookId: Id<'book'>,
  earlier: readonly ForeignRecord[],
): Promise<Map<string, RecordState>> {
  const states = new Map<string, RecordState>()
  for (const kind of new Set<Kind>(earlier.map((record) => record.kind))) {
    const ids = earlier.filter((record) => record.kind === kind).map(({ recordId }) => recordId)
    for (const { id, state } of await loadStates(db, bookId, kind, ids)) states.set(id, state)
  }
  return states
}

/** A namespace as asked, or a Problem. */
export function namespaceOf(text: unknown): string {
  if (typeof text !== 'string' || text.trim() === '' || text.length > 200 || !isStorableText(text)) {
    throw new Problem(
      'invalid-request',
      'Give the import a name of 1 to 200 letters, so that importing it again finds its records.',
      { field: 'namespace' },
    )
  }
  return text.trim()
}
