import type { Fields } from '../sync/index.ts'
import type { Id, Kind, Reading, Stint, Strike, Trip } from '../vocabulary/index.ts'

/** A trip as it stands while it is fished. */
export interface DeckDay {
  readonly trip: Trip
  readonly stints: readonly Stint[]
  readonly strikes: readonly Strike[]
  readonly readings: readonly Reading[]
}

/** New values of one record; a record that does not exist yet is made. */
export interface DeckEdit {
  readonly kind: Kind
  readonly id: string
  readonly fields: Fields
}

/** A rod that lies ready: its lure, and its setup where it has one. */
export interface Rod {
  readonly lure: Id<'lure'>
  readonly setup?: Id<'setup'> | null
}

/** Gives each new record its id. */
export type NewId = () => string

/** One of the people aboard; null is the trip's one unnamed angler. */
export type Angler = string | null
