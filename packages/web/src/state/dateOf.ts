import { timeZoneOf, localDate } from '@jotbook/core'
import type { Trip } from '@jotbook/core'

/** The day a trip began, `YYYY-MM-DD` in its own zone. */
export const dateOf = (trip: Pick<Trip, 'start' | 'timeZone'>): string =>
  localDate(Date.parse(trip.start), timeZoneOf(trip))
