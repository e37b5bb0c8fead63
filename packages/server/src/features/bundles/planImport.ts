import { createHash } from 'node:crypto'
import { v7 as uuidv7 } from 'uuid'
import { fieldsOf, inSlices } from '@jotbook/core'
import type { Fields, Json, Kind, RecordState, Steps } from '@jotbook/core'
import type { BundleRow } from '@jotbook/core/formats'
import type { MadeChange } from '../changes/serverChanges.ts'
import type { ForeignRecord } from './foreignIdRepository.ts'

export interface ImportPlan {
  /** What to write, in the order of the rows. */
  readonly changes: readonly MadeChange[]
  /** What each row of `changes` came from, in the same order. */
  readonly sources: readonly Omit<ForeignRecord, 'stamp'>[]
  readonly created: number
  readonly createdByKind: Readonly<Partial<Record<Kind, number>>>
  readonly changed: number
  readonly unchanged: number
  /** Fields left alone because somebody edited them after the earlier import. */
  readonly kept: number
}

const ROWS_A_SLICE = 500

/**
 * What an import has to write, worked out in slices. A row with the hash it had last time: nothing. A changed row: only its changed fields, and of those
 * none that was edited in the book since. A new row: a new record.
 */
export function* planImport(
  rows: readonly BundleRow[],
  earlier: readonly ForeignRecord[],
  stateOf: (recordId: string) => RecordState | undefined,
): Steps<ImportPlan> {
  const known = new Map(earlier.map((record) => [`${record.kind} ${record.foreignId}`, record]))
  const ids = new Map<string, string>()
  yield* inSlices(rows, 'check', ROWS_A_SLICE, ({ kind, foreignId }) => {
    const key = `${kind} ${foreignId}`
    ids.set(key, known.get(key)?.recordId ?? uuidv7())
  })
  const recordIdOf = (kind: string, foreignId: string): string =>
    ids.get(`${kind} ${foreignId}`) ?? known.get(`${kind} ${foreignId}`)?.recordId ?? foreignId
  const changes: MadeChange[] = []
  const sources: Omit<ForeignRecord, 'stamp'>[] = []
  const createdByKind: Partial<Record<Kind, number>> = {}
  let [created, changed, unchanged, kept] = [0, 0, 0, 0]
  yield* inSlices(rows, 'check', ROWS_A_SLICE, (row) => {
    const fields = withOurIds(row, recordIdOf)
    const [rowHash, last] = [hashOf(fields), known.get(`${row.kind} ${row.foreignId}`)]
    if (last?.rowHash === rowHash) {
      unchanged++
      return
    }
    const recordId = recordIdOf(row.kind, row.foreignId)
    const wanted = last ? changedFields(last.fields, fields) : fields
    const free = last ? withoutHandEdits(wanted, last, stateOf(recordId)) : wanted
    kept += Object.keys(wanted).length - Object.keys(free).length
    changes.push({ kind: row.kind, recordId, fields: free })
    sources.push({ kind: row.kind, foreignId: row.foreignId, recordId, rowHash, fields })
    if (last) changed++
    else {
      created++
      createdByKind[row.kind] = (createdByKind[row.kind] ?? 0) + 1
    }
  })
  return { changes, sources, created, createdByKind, changed, unchanged, kept }
}

function withOurIds(row: BundleRow, recordIdOf: (kind: string, foreignId: string) => string): Fields {
  const specs = fieldsOf(row.kind)
  return Object.fromEntries(
    Object.entries(row.fields).map(([field, value]): [string, Json] => {
      const spec = specs[field]
      return [field, spec?.type === 'ref' && typeof value === 'string' ? recordIdOf(spec.to, value) : value]
    }),
  )
}

function hashOf(fields: Fields): string {
  const sorted = Object.entries(fields).sort(([a], [b]) => (a < b ? -1 : 1))
  return createHash('sha256').update(JSON.stringify(sorted)).digest('hex')
}

/** Fields that the new row says otherwise than the last one did; a field it no longer gives becomes unknown. */
function changedFields(last: Fields, next: Fields): Fields {
  const names = new Set([...Object.keys(last), ...Object.keys(next)])
  return Object.fromEntries(
    [...names]
      .filter((name) => JSON.stringify(last[name] ?? null) !== JSON.stringify(next[name] ?? null))
      .map((name) => [name, next[name] ?? null]),
  )
}

/** Without the fields whose stamp in the book is later than the last import's. */
function withoutHandEdits(fields: Fields, last: ForeignRecord, state: RecordState | undefined): Fields {
  return Object.fromEntries(Object.entries(fields).filter(([field]) => (state?.stamps[field] ?? '') <= last.stamp))
}
