import type { Fields, Json } from './mergeChange.ts'

/** A record before and after a group of edits: only the fields the group wrote. `null` before means it did not exist. */
export interface Undoable {
  readonly before: Fields | null
  readonly after: Fields
}

/**
 * The fields that take an edit back, applied only where they still hold what was written; undefined when nothing does any more. A
 * record that the edit made is deleted.
 */
export function inverseOf(
  { before, after }: Undoable,
  current: Fields | undefined,
  deletedAt: string,
): Fields | undefined {
  if (!current) return undefined
  if (before === null) return typeof current.deletedAt === 'string' ? undefined : { deletedAt }
  const still = Object.entries(after).filter(
    ([field, value]) => JSON.stringify(current[field]) === JSON.stringify(value),
  )
  return still.length === 0
    ? undefined
    : Object.fromEntries(still.map(([field]): [string, Json] => [field, before[field] ?? null]))
}
