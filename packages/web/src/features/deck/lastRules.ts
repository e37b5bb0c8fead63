import type { Fields, Trip } from '@jotbook/core'
import { cardOf, rulesFor } from './eventCard.ts'

/** The rules of an event, and the trip they were last fished by. */
export interface LastRules {
  readonly trip: Trip
  readonly fields: Fields
}

/** The last tournament before this trip, on its water if there was one there. */
export function lastEvent(trips: readonly Trip[], trip: Trip): Trip | undefined {
  const events = trips
    .filter(
      ({ id, purpose, limit, start }) => id !== trip.id && purpose === 'tournament' && limit && start < trip.start,
    )
    .sort((a, b) => (a.start < b.start ? 1 : -1))
  return events.find(({ water }) => water === trip.water) ?? events[0]
}

/** Its rules for today: the weigh-in at the same hour of the day. */
export function lastRules(trips: readonly Trip[], trip: Trip, zone: string): LastRules | undefined {
  const last = lastEvent(trips, trip)
  return last && { trip: last, fields: rulesFor(cardOf(last, zone), trip, zone) }
}
