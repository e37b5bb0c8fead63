import type { Fields, Json } from '@jotbook/core'
import type { Edit } from '../../offline/index.ts'
import type { ReadRecord } from './readDraft.ts'

/** What a trip in the book has, by `kind id`. */
export type Before = ReadonlyMap<string, Fields>

/** The edits that turn what the book has into what the draft means: only fields that differ; rows taken out are marked deleted. */
export function editsOf(read: readonly ReadRecord[], before: Before, nowIso: string): Edit[] {
  const edits: Edit[] = []
  for (const { kind, id, fields } of read) {
    const held = before.get(`${kind} ${id}`)
    const changed = Object.entries(fields).filter(([field, value]) => (held ? !same(held[field], value) : value !== null))
    if (changed.length > 0) edits.push({ kind, id, fields: Object.fromEntries(changed) })
  }
  const kept = new Set(read.map(({ kind, id }) => `${kind} ${id}`))
  for (const key of before.keys()) {
    const [kind, id] = key.split(' ')
    if (!kept.has(key) && (kind === 'stint' || kind === 'strike' || kind === 'reading') && id) edits.push({ kind, id, fields: { deletedAt: nowIso } })
  }
  return edits
}

const MINUTE = 'YYYY-MM-DDTHH:MM'.length

/** Times are typed to the minute: one that still shows the same minute was not changed. */
function same(a: Json | undefined, b: Json): boolean {
  if (typeof a === 'string' && typeof b === 'string' && /^\d{4}-\d\d-\d\dT/.test(a) && a.endsWith('Z')) return a.slice(0, MINUTE) === b.slice(0, MINUTE)
  return JSON.stringify(a ?? null) === JSON.stringify(b)
}
