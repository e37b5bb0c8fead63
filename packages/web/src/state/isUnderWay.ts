import { effortKnownOf } from '@jotbook/core'
import type { Trip } from '@jotbook/core'

/** A trip without an end is under way for so long at most; an older one is a loose end for the desk. */
const UNDER_WAY_MS = 36 * 3_600_000

export const isUnderWay = (trip: Pick<Trip, 'start' | 'end' | 'effortKnown'>): boolean =>
  !trip.end && effortKnownOf(trip) === 'full' && Math.abs(Date.now() - Date.parse(trip.start)) < UNDER_WAY_MS
