import type { Fields, Trip } from '@jotbook/core'
import { cardOf, rulesFor } from './eventCard.ts'

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
  return last && { trip: last, fields: rulesFor(cardOf(last, zone), trip, zone) }
}
