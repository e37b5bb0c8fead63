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
  const [trip, hours, strikes] = [columns.trip.codes[row] ?? 0, columns.hours[row] ?? 0, columns.strikes[row] ?? 0]
  tally.hours += hours
  tally.strikes += strikes
  tally.raised += columns.raised[row] ?? 0
  tally.bycatch += columns.bycatch[row] ?? 0
  tally.sameFish += columns.sameFish[row] ?? 0
  tally.missed += columns.missed[row] ?? 0
  tally.lost += columns.lost[row] ?? 0
  tally.landed += columns.landed[row] ?? 0
  if (hours === 0) return
  if (trip !== tally.lastTrip) {
    tally.lastTrip = trip
    tally.tripStrikes.push(0)
    tally.tripHours.push(0)
  }
  const last = tally.tripHours.length - 1
  tally.tripStrikes[last] = (tally.tripStrikes[last] ?? 0) + strikes
  tally.tripHours[last] = (tally.tripHours[last] ?? 0) + hours
}
