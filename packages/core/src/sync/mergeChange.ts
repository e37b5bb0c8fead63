import { entry } from '../checked/index.ts'
import type { Kind } from '../vocabulary/index.ts'
import type { Stamp } from './stamps.ts'

export type Json = string | number | boolean | null | readonly Json[] | { readonly [key: string]: Json }
export type Fields = Readonly<Record<string, Json>>

/** One record's part in a group of changes: only the fields that were changed. */
export interface Change {
  /** UUIDv7; the server applies each id once. */
  readonly id: string
  /** Changes of one group are applied whole or not at all. */
  readonly group: string
  readonly kind: Kind
  readonly recordId: string
  readonly stamp: Stamp
  readonly fields: Fields
  /** By field: the stamp of the value that its device showed when it was written over. A field that had no value there is not in it. Absent from devices of schema 1, and where the record was made. */
  readonly over?: Readonly<Record<string, Stamp>>
}

/** A record as merged so far: each field with the stamp that won it. Fields nobody here knows are kept untouched. */
export interface RecordState {
  readonly fields: Fields
  readonly stamps: Readonly<Record<string, Stamp>>
}

const NOTHING: RecordState = { fields: {}, stamps: {} }

/**
 * The merge: field by field the later stamp wins. Commutative, associative and idempotent, so that the same changes in any
 * order, any number of times, give the same record on every device and on the server.
 */
export function mergeChange(state: RecordState | undefined, change: Pick<Change, 'stamp' | 'fields'>): RecordState {
  const { fields, stamps } = state ?? NOTHING
  const won = Object.entries(change.fields).filter(([field, value]) =>
    wins(change.stamp, value, stamps[field], fields[field]),
  )
  if (won.length === 0) return state ?? NOTHING
  return {
    fields: { ...fields, ...Object.fromEntries(won) },
    stamps: { ...stamps, ...Object.fromEntries(won.map(([field]) => [field, change.stamp])) },
  }
}

/** Stamps are unique by device and counter; should two be equal, the greater spelling wins so that all still agree. */
function wins(stamp: Stamp, value: Json, heldStamp: Stamp | undefined, held: Json | undefined): boolean {
  if (heldStamp === undefined || stamp > heldStamp) return true
  return stamp === heldStamp && JSON.stringify(value) > JSON.stringify(held)
}

/** Two states of one record merged field by field. */
export function mergeStates(a: RecordState | undefined, b: RecordState): RecordState {
  return Object.entries(b.fields).reduce<RecordState>(
    (state, [field, value]) => mergeChange(state, { stamp: entry(b.stamps, field), fields: { [field]: value } }),
    a ?? NOTHING,
  )
}

export const isDeleted = (state: RecordState): boolean => typeof state.fields.deletedAt === 'string'
