import type { Change, Json, RecordState } from './mergeChange.ts'
import { parseStamp } from './stamps.ts'
import type { Stamp } from './stamps.ts'

/** Two values given to one field by devices that did not know of each other's. */
export interface Conflict {
  readonly field: string
  /** The value that stays, by the later stamp. */
  readonly kept: { readonly value: Json; readonly stamp: Stamp }
  readonly other: { readonly value: Json; readonly stamp: Stamp }
}

/**
 * What a change disagrees about with the record it comes to: fields whose present value its device had not seen when it wrote over
 * them. Values that agree are no conflict, nor is a change that does not tell what it wrote over (schema 1).
 */
export function conflictsOf(
  held: RecordState | undefined,
  change: Pick<Change, 'stamp' | 'fields' | 'over'>,
): Conflict[] {
  const { over } = change
  if (!held || !over) return []
  return Object.entries(change.fields).flatMap(([field, value]): Conflict[] => {
    const stamp = held.stamps[field]
    const present = held.fields[field]
    if (stamp === undefined || present === undefined || stamp === over[field] || stamp === change.stamp) return []
    if (
      parseStamp(stamp).device === parseStamp(change.stamp).device ||
      JSON.stringify(present) === JSON.stringify(value)
    )
      return []
    const [mine, theirs] = [
      { value, stamp: change.stamp },
      { value: present, stamp },
    ]
    return [change.stamp > stamp ? { field, kept: mine, other: theirs } : { field, kept: theirs, other: mine }]
  })
}

/** Fields that a change settles: its device saw the value it wrote over. */
export function settledFields(
  held: RecordState | undefined,
  { fields, over }: Pick<Change, 'fields' | 'over'>,
): string[] {
  return Object.keys(fields).filter((field) => over?.[field] !== undefined && over[field] === held?.stamps[field])
}
