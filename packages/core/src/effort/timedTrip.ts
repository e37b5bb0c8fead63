import { epochMs } from '../time/index.ts'
import { timeZoneOf } from '../vocabulary/index.ts'
import type { Stint } from '../vocabulary/index.ts'
import type { TripBundle } from './bookRecords.ts'
import type { TimedStint, TimedTrip, TripRecord } from './types.ts'

/**
 * A trip with its times as epoch milliseconds: they are read here, once, and nowhere behind it. The zone is the trip's own, else the
 * water's, else UTC. `depthOf`: where a stint's lure works, where that is asked for.
 *
 * Throws     RangeError for a time without offset: records have passed validation
 */
export function timedTripOf(
  { trip, water, stints, readings, strikes }: TripBundle,
  depthOf?: (stint: Stint) => number | undefined,
): TimedTrip {
  return {
    trip: trip.id,
    startMs: epochMs(trip.start),
    endMs: endOf(trip.end),
    timeZone: timeZoneOf(trip, water),
    latitude: water?.latitude ?? null,
    longitude: water?.longitude ?? null,
    stints: stints.map((stint) => timedStint(stint, depthOf?.(stint))),
    readings: readings.map((reading) => ({ ms: epochMs(reading.time), reading })),
    strikes: strikes.map(({ id, stint, time, outcome }) => ({
      strike: id,
      stint: stint ?? null,
      ms: epochMs(time),
      outcome: outcome ?? null,
    })),
  }
}

const endOf = (end: string | null | undefined): number | null =>
  end === null || end === undefined ? null : epochMs(end)

function timedStint(
  { id, lure, angler, start, end, spot, endUnsure }: Stint,
  lureDepthM: number | undefined,
): TimedStint {
  const stint: Writable<TimedStint> = {
    stint: id,
    lure,
    angler: angler ?? null,
    fromMs: epochMs(start),
    toMs: endOf(end),
  }
  if (spot) stint.spot = spot
  if (lureDepthM !== undefined) stint.lureDepthM = lureDepthM
  if (endUnsure) stint.endUnsure = endUnsure
  return stint
}

type Writable<T> = { -readonly [K in keyof T]: T[K] }

/** The same of a trip as it is given from outside. */
export const timedTrip = ({ start, end, stints, readings, strikes, ...rest }: TripRecord): TimedTrip => ({
  ...rest,
  startMs: epochMs(start),
  endMs: endOf(end),
  stints: stints.map(({ start: from, end: to, ...stint }) => ({ ...stint, fromMs: epochMs(from), toMs: endOf(to) })),
  readings: readings.map((reading) => ({ ms: epochMs(reading.time), reading })),
  strikes: strikes.map(({ time, ...strike }) => ({ ...strike, ms: epochMs(time) })),
})
