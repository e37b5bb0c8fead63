import type { PastReading, TripReading } from '../conditions/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Id, Outcome } from '../vocabulary/index.ts'

export interface TripStint {
  readonly stint: Id<'stint'>
  readonly lure: Id<'lure'>
  /** Null is the trip's one unnamed angler. */
  readonly angler: string | null
  readonly start: string
  /** Null is still open: such a stint counts no hours. */
  readonly end: string | null
  readonly spot?: Id<'spot'>
  /** Where its lure works, metres below the surface, as far as known. */
  readonly lureDepthM?: number
  /** Ended at the last tap before a long silence; whether it went on is not yet said. */
  readonly endUnsure?: true
}

export interface TripStrike {
  readonly strike: Id<'strike'>
  /** Null is a loose end. */
  readonly stint: Id<'stint'> | null
  readonly time: string
  /** Null is not yet said. */
  readonly outcome: Outcome | null
}

/** A trip as recorded. Times are ISO 8601 with offset; latitude and longitude in degrees, null when not known. */
export interface TripRecord {
  readonly trip: Id<'trip'>
  readonly start: string
  readonly end: string | null
  readonly timeZone: string
  readonly latitude: number | null
  readonly longitude: number | null
  readonly stints: readonly TripStint[]
  readonly readings: readonly TripReading[]
  readonly strikes: readonly TripStrike[]
}

export interface TimedStint extends Omit<TripStint, 'start' | 'end'> {
  readonly fromMs: EpochMs
  /** Null is still open. */
  readonly toMs: EpochMs | null
}

export interface TimedStrike extends Omit<TripStrike, 'time'> {
  readonly ms: EpochMs
}

/** A trip as recorded with its times read: what is cut. */
export interface TimedTrip {
  readonly trip: Id<'trip'>
  readonly startMs: EpochMs
  readonly endMs: EpochMs | null
  readonly timeZone: string
  readonly latitude: number | null
  readonly longitude: number | null
  readonly stints: readonly TimedStint[]
  readonly readings: readonly PastReading[]
  readonly strikes: readonly TimedStrike[]
}

/** A piece of a stint over which every banded condition is constant: the unit of analysis. */
export interface Segment {
  readonly stint: Id<'stint'>
  readonly start: string
  readonly end: string
  readonly hours: number
  readonly strikes: string[]
  readonly raised: string[]
  /** Band or class of each condition asked for; `unknown` is a group of its own. */
  readonly bands: Record<string, string>
  /** Conditions that rest on a reading more than three hours old. */
  readonly stale: string[]
}

export const LOOSE_END_KINDS = [
  'end-before-start',
  'open-stint',
  'end-unsure',
  'stint-outside-trip',
  'stints-overlap',
  'reading-outside-trip',
  'strike-without-stint',
  'strike-outside-stint',
] as const
export type LooseEndKind = (typeof LOOSE_END_KINDS)[number]

/** Something the angler left open or contradictory. Never refused, never dropped: listed until it is fixed. */
export interface LooseEnd {
  readonly kind: LooseEndKind
  /** Id of the trip, stint or strike; for a reading its time. */
  readonly record: string
  readonly message: string
}
