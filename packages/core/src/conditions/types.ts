import type { EpochMs } from '../time/index.ts'
import type { Id } from '../vocabulary/index.ts'

/** What was read at one time. Continuous values in SI, classes as words; whatever is absent or null was not read. */
export interface TripReading {
  readonly time: string
  readonly spot?: Id<'spot'> | null
  readonly source?: string | null
  readonly waterTempC?: number | null
  readonly visibilityM?: number | null
  readonly cloudPct?: number | null
  readonly windMps?: number | null
  readonly windFromDeg?: number | null
  readonly airTempC?: number | null
  readonly pressureHpa?: number | null
  readonly [condition: string]: unknown
}

/** A reading of a water with its time worked out. */
export interface PastReading {
  readonly ms: EpochMs
  readonly reading: TripReading
}

/** What the conditions of a stint are worked out from, as recorded. Times with offset; latitude and longitude in degrees, null when not known. */
export interface Setting {
  readonly start: string
  readonly timeZone: string
  readonly latitude: number | null
  readonly longitude: number | null
  /** The trip's own. */
  readonly readings: readonly TripReading[]
  readonly spot?: Id<'spot'> | null
  /** Where the lure of the stint works, metres below the surface. */
  readonly lureDepthM?: number
}

/** The same with its times read: once a trip, where records enter. */
export interface TimedSetting extends Omit<Setting, 'start' | 'readings'> {
  readonly startMs: EpochMs
  readonly readings: readonly PastReading[]
}
