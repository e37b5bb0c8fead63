import { v5 as uuidv5 } from 'uuid'
import { HOUR_MS, REPORTS_BEFORE_MS, epochMs } from '@jotbook/core'
import type { EpochMs, Reading, Spot, Stint, Trip } from '@jotbook/core'
import { reportReading, sounderReading } from '@jotbook/contract'
import type { TrackPoint } from '@jotbook/core/formats'
import type { Edit } from '../../offline/index.ts'
import type { InstrumentText } from '../../workers/instruments.worker.ts'

/** What of core's formats is needed here; they are loaded when a file is read. */
export interface TrackTools {
  readonly placeAlong: (
    track: readonly TrackPoint[],
    ms: EpochMs,
  ) => { latitude: number; longitude: number; depthM: number | null } | undefined
  readonly spotNear: (spots: readonly Spot[], place: { latitude: number; longitude: number }) => Spot | undefined
  readonly trackOf: (value: unknown) => TrackPoint[]
}

export interface TripForInstruments {
  readonly trip: Trip
  readonly stints: readonly Stint[]
  readonly readings: readonly Reading[]
  readonly spots: readonly Spot[]
}

export interface TakeIn {
  readonly edits: readonly Edit[]
  readonly readings: number
  readonly reports: number
  readonly points: number
  readonly placedStints: number
  /** Of another day or hour than this trip's. */
  readonly beside: number
  /** In the book already, under the same name. */
  readonly known: number
}

/** A track begins at the ramp. */
const AROUND_MS = HOUR_MS

/**
 * What an instrument's text means for a trip: readings and reports as records whose names follow from their times, so that the same
 * text twice, or a log after a live feed, adds nothing; a track laid along the day, which gives stints without one their place and spot.
 */
export function takeIn(
  { readings, reports, track }: InstrumentText,
  on: TripForInstruments,
  tools: TrackTools,
  nowMs: EpochMs,
): TakeIn {
  const { trip } = on
  const [from, to] = [epochMs(trip.start), trip.end ? epochMs(trip.end) : nowMs]
  const held = new Set(on.readings.map(({ id }) => id))
  const sounded = readings.filter(({ ms }) => ms >= from && ms <= to)
  const told = reports.filter(({ ms }) => ms >= from - REPORTS_BEFORE_MS && ms <= to)
  const points = track.filter(([ms]) => ms >= from - AROUND_MS && ms <= to + AROUND_MS)
  const made = [
    ...sounded.map((one) => sounderReading(trip.id, one, uuidv5)),
    ...told.map((one) => reportReading(trip.id, { ...one }, uuidv5)),
  ]
  const fresh = made.filter(({ recordId }) => !held.has(recordId))
  const merged = points.length > 0 ? mergedTrack(tools.trackOf(trip.track), points) : []
  const placed = merged.length > 0 ? placedStints(on, merged, tools) : []
  const whole: Edit[] = merged.length > 0 ? [{ kind: 'trip', id: trip.id, fields: { track: merged } }] : []
  return {
    edits: [
      ...fresh.map(({ recordId, fields }): Edit => ({ kind: 'reading', id: recordId, fields })),
      ...whole,
      ...placed,
    ],
    readings: sounded.length,
    reports: told.length,
    points: points.length,
    placedStints: placed.length,
    beside: readings.length + reports.length + track.length - sounded.length - told.length - points.length,
    known: made.length - fresh.length,
  }
}

function mergedTrack(before: readonly TrackPoint[], added: readonly TrackPoint[]): TrackPoint[] {
  return [...new Map([...before, ...added].map((point) => [point[0], point])).values()].sort((a, b) => a[0] - b[0])
}

/** Stints whose place nobody logged: where the boat was in their middle. */
function placedStints(
  { stints, spots }: TripForInstruments,
  track: readonly TrackPoint[],
  { placeAlong, spotNear }: TrackTools,
): Edit[] {
  return stints.flatMap((stint): Edit[] => {
    if (typeof stint.latitude === 'number' || !stint.end) return []
    const place = placeAlong(track, (epochMs(stint.start) + epochMs(stint.end)) / 2)
    if (!place) return []
    const spot = stint.spot ? undefined : spotNear(spots, place)
    const round = (degrees: number): number => Math.round(degrees * 1e6) / 1e6
    const depth =
      typeof stint.depthM !== 'number' && place.depthM !== null ? { depthM: Math.round(place.depthM * 10) / 10 } : {}
    return [
      {
        kind: 'stint',
        id: stint.id,
        fields: {
          latitude: round(place.latitude),
          longitude: round(place.longitude),
          ...(spot ? { spot: spot.id } : {}),
          ...depth,
        },
      },
    ]
  })
}
