import { lastOf } from '@jotbook/core'
import { KINDS } from '@jotbook/core'
import type { Kind } from '@jotbook/core'
import { writeBundle } from '@jotbook/core/formats'
import type { StoredRecord, WriteOptions } from '@jotbook/core/formats'
import type { Queries } from '../../platform/database.ts'
import { changesAfter, currentSeq } from '../changes/changeRepository.ts'
import { loadStates } from '../changes/recordRepository.ts'
import { foreignIdOfRecords } from './foreignIdRepository.ts'

async function storedRecords(db: Queries, bookId: string): Promise<Record<Kind, StoredRecord[]>> {
  const foreign = await foreignIdOfRecords(db, bookId)
  const records = {} as Record<Kind, StoredRecord[]>
  for (const kind of KINDS) {
    records[kind] = (await loadStates(db, bookId, kind)).map(({ id, state }) => {
      const foreignId = foreign.get(id)
      return { id, fields: state.fields, ...(foreignId === undefined ? {} : { foreignId }) }
    })
  }
  return records
}

/** The book as the CSV files of a bundle. */
export async function exportBundle(db: Queries, bookId: string, options: WriteOptions = {}): Promise<Map<string, string>> {
  return writeBundle(await storedRecords(db, bookId), options)
}

/** The whole book as one JSON document: every record of every kind with its stamps, deleted ones too, and the history of changes. */
export async function exportJson(db: Queries, bookId: string): Promise<string> {
  const records: Partial<Record<Kind, unknown[]>> = {}
  for (const kind of KINDS) {
    const states = await loadStates(db, bookId, kind)
    records[kind] = states.sort((a, b) => (a.id < b.id ? -1 : 1)).map(({ id, state }) => ({ id, fields: state.fields, stamps: state.stamps }))
  }
  const seq = await currentSeq(db, bookId)
  const history = []
  for (let after = 0; after < seq;) {
    const page = await changesAfter(db, bookId, after, 10_000)
    if (page.length === 0) break
    history.push(...page)
    after = lastOf(page).seq
  }
  return `${JSON.stringify({ format: 'jot-book', version: 1, book: bookId, records, history }, null, 1)}\n`
}
