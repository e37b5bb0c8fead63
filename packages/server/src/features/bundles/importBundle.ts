import { at } from '@jotbook/core'
import { Problem } from '@jotbook/contract'
import type { ImportReport } from '@jotbook/contract'
import { checkBundle } from '@jotbook/contract/bundle'
import type { Kind, RecordState } from '@jotbook/core'
import type { Queries } from '../../platform/database.ts'
import { applyChanges } from '../changes/applyChanges.ts'
import type { Author } from '../changes/applyChanges.ts'
import { loadStates } from '../changes/recordRepository.ts'
import { serverChanges } from '../changes/serverChanges.ts'
import { foreignRecords, saveForeignRecords } from './foreignIdRepository.ts'
import type { ForeignRecord } from './foreignIdRepository.ts'
import { planImport } from './planImport.ts'

export interface ImportRequest {
  readonly bookId: string
  readonly author: Author
  /** Keeps the ids of one source apart from another's. */
  readonly namespace: string
  readonly files: ReadonlyMap<string, Uint8Array>
  /** Only say what would happen. */
  readonly dryRun: boolean
}

/**
 * Takes a bundle into a book, all or nothing, within the caller's transaction. With faults nothing is written and they are listed.
 * Throws Problem when the changes themselves are refused.
 */
export async function importBundle(db: Queries, { bookId, author, namespace, files, dryRun }: ImportRequest, nowMs: number): Promise<ImportReport> {
  const earlier = await foreignRecords(db, bookId, namespace)
  const known = new Set(earlier.map(({ kind, foreignId }) => `${kind} ${foreignId}`))
  const { rows, faults, looseEnds, remarks } = checkBundle(files, (kind, id) => known.has(`${kind} ${id}`))
  if (faults.length > 0) return { namespace, faults, looseEnds, remarks, created: 0, changed: 0, unchanged: 0, kept: 0, applied: false }
  const states = await statesOf(db, bookId, earlier)
  const { changes: made, sources, ...numbers } = planImport(rows, earlier, (recordId) => states.get(recordId))
  const report = { namespace, faults, looseEnds, remarks, ...numbers, applied: !dryRun }
  if (dryRun || made.length === 0) return report
  const changes = serverChanges(nowMs, made)
  const { refused } = await applyChanges(db, bookId, author, changes, nowMs)
  if (refused[0]) throw refused[0].problem
  await saveForeignRecords(
    db,
    bookId,
    namespace,
    sources.map((source, i): ForeignRecord => ({ ...source, stamp: at(changes, i).stamp })),
  )
  return report
}

async function statesOf(db: Queries, bookId: string, earlier: readonly ForeignRecord[]): Promise<Map<string, RecordState>> {
  const states = new Map<string, RecordState>()
  for (const kind of new Set<Kind>(earlier.map((record) => record.kind))) {
    const ids = earlier.filter((record) => record.kind === kind).map(({ recordId }) => recordId)
    for (const { id, state } of await loadStates(db, bookId, kind, ids)) states.set(id, state)
  }
  return states
}

/** A namespace as asked, or a Problem. */
export function namespaceOf(text: unknown): string {
  if (typeof text !== 'string' || text.trim() === '' || text.length > 200) {
    throw new Problem('invalid-request', 'Give the import a name of 1 to 200 letters, so that importing it again finds its records.', { field: 'namespace' })
  }
  return text.trim()
}
