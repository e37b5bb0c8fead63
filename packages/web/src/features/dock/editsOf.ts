import type { Edit } from '../../offline/index.ts'
import type { ReadDraft } from './readDraft.ts'

/** The edits that turn what was opened into what the draft means: only the fields whose cells were changed; rows removed are deleted. */
export function editsOf({ records, removed }: Pick<ReadDraft, 'records' | 'removed'>, nowIso: string): Edit[] {
  const written = records.map(({ kind, id, fields, changed }) => ({
    kind,
    id,
    fields: changed ?? Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== null)),
  }))
  return [
    ...written.filter(({ fields }) => Object.keys(fields).length > 0),
    ...removed.map(({ kind, id }) => ({ kind, id, fields: { deletedAt: nowIso } })),
  ]
}
