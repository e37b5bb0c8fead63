import { dayStart, epochMs, isoUtc } from '@jotbook/core'
import type { Fields, Trip } from '@jotbook/core'

/** The rules of an event, and the trip they were last fished by. */
export interface LastRules {
  readonly trip: Trip
  readonly fields: Fields
}

/** The rules of the last tournament before this trip, on its water if there was one there, for today: the weigh-in at the same hour of the day. */
export function lastRules(trips: readonly Trip[], trip: Trip, zone: string): LastRules | undefined {
  const events = trips
    .filter(
      ({ id, purpose, limit, start }) => id !== trip.id && purpose === 'tournament' && limit && start < trip.start,
    )
    .sort((a, b) => (a.start < b.start ? 1 : -1))
  const last = events.find(({ water }) => water === trip.water) ?? events[0]
  if (!last) return undefined
  const { limit = null, minLengthMm, runBackMin, weighIn } = last
  const minLengthMmTyped = (last as Fields).minLengthMmTyped
  const weighInMs = weighIn ? epochMs(weighIn) : undefined
  return {
    trip: last,
    fields: {
      purpose: 'tournament',
      limit,
      ...(minLengthMm ? { minLengthMm, minLengthMmTyped: minLengthMmTyped ?? null } : {}),
      ...(runBackMin ? { runBackMin } : {}),
      ...(weighInMs === undefined
        ? {}
        : { weighIn: isoUtc(dayStart(epochMs(trip.start), zone) + weighInMs - dayStart(weighInMs, zone)) }),
    },
  }
}
