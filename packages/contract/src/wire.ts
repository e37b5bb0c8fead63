import type { Change, Kind, RecordState } from '@jotbook/core'
import type { Problem } from './problem.ts'

/** The wire schema of pushes; the server up-casts every schema ever released. */
export const PUSH_SCHEMA = 3
export const MAX_PUSH_CHANGES = 20_000
export const PAGE_CHANGES = 5_000
/** A cursor further behind gets the snapshot instead of pages. */
export const SNAPSHOT_BEHIND = 20_000

export interface PushRequest {
  readonly schema: number
  readonly device: string
  readonly changes: readonly Change[]
}

export interface Refusal {
  readonly group: string
  readonly problem: ReturnType<Problem['toJSON']>
}

export interface PushAnswer {
  /** Ids now in the book, whether by this push or an earlier one. */
  readonly accepted: readonly string[]
  readonly refused: readonly Refusal[]
  readonly seq: number
  readonly serverTimeMs: number
  /** Which history the server has: another one after it was restored from a back-up. */
  readonly epoch: string
}

export interface PullAnswer {
  /** Set when the cursor is too far behind: fetch the snapshot. */
  readonly snapshot?: true
  /** Set when the cursor is ahead of the book: its history was wound back. */
  readonly ahead?: true
  /** `by` is the member who sent it. */
  readonly changes: readonly (Change & { readonly seq: number; readonly by: string })[]
  /** The cursor to ask from next. */
  readonly next: number
  readonly more: boolean
  /** The last group of this page goes on in the next: apply both together. */
  readonly partial: boolean
  readonly serverTimeMs: number
  readonly epoch: string
}

/** Lines of the snapshot stream: first the sequence number it stands for, then records, last an end mark. */
export type SnapshotLine =
  | { readonly seq: number; readonly epoch: string }
  | { readonly kind: Kind; readonly id: string; readonly state: RecordState }
  | { readonly end: true }

/** What a book's records come to: two that hold the same records, stamps and values have the same checksums. */
export interface BookDigest {
  readonly seq: number
  readonly epoch: string
  readonly records: number
  /** Over all records. */
  readonly sum: string
  readonly kinds: Readonly<Partial<Record<Kind, { readonly records: number; readonly sum: string }>>>
}

/** Kinds whose records pages list: few, and shown before what belongs to single trips has come. */
export const LISTED_KINDS = [
  'book',
  'member',
  'water',
  'spot',
  'lure',
  'setup',
  'plan',
  'claim',
  'eventRules',
  'trip',
] as const satisfies readonly Kind[]
