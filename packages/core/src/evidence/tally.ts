import { at } from '../checked/index.ts'
import type { SegmentColumns } from '../effort/index.ts'

/** What a group of rows adds up to. */
export interface Tally {
  hours: number
  strikes: number
  raised: number
  bycatch: number
  sameFish: number
  missed: number
  lost: number
  landed: number
  /** Strikes and hours of each trip that has hours here. */
  readonly tripStrikes: number[]
  readonly tripHours: number[]
  lastTrip: number
}

export const newTally = (): Tally => ({
  hours: 0,
  strikes: 0,
  raised: 0,
  bycatch: 0,
  sameFish: 0,
  missed: 0,
  lost: 0,
  landed: 0,
  tripStrikes: [],
  tripHours: [],
  lastTrip: -1,
})

/** Trips stand in one run each, so that a change of code is a new trip. */
export function addRow(tally: Tally, columns: SegmentColumns, row: number): void {
  const [trip, hours, strikes] = [at(columns.trip.codes, row), at(columns.hours, row), at(columns.strikes, row)]
  tally.hours += hours
  tally.strikes += strikes
  tally.raised += at(columns.raised, row)
  tally.bycatch += at(columns.bycatch, row)
  tally.sameFish += at(columns.sameFish, row)
  tally.missed += at(columns.missed, row)
  tally.lost += at(columns.lost, row)
  tally.landed += at(columns.landed, row)
  if (hours === 0) return
  if (trip !== tally.lastTrip) {
    tally.lastTrip = trip
    tally.tripStrikes.push(0)
    tally.tripHours.push(0)
  }
  const last = tally.tripHours.length - 1
  tally.tripStrikes[last] = at(tally.tripStrikes, last) + strikes
  tally.tripHours[last] = at(tally.tripHours, last) + hours
}
