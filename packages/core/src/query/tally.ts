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
  unsaid: number
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
  unsaid: 0,
  tripStrikes: [],
  tripHours: [],
  lastTrip: -1,
})

export function addRow(tally: Tally, columns: SegmentColumns, row: number): void {
  tally.hours += columns.hours[row]!
  tally.strikes += columns.strikes[row]!
  tally.raised += columns.raised[row]!
  tally.bycatch += columns.bycatch[row]!
  tally.sameFish += columns.sameFish[row]!
  tally.missed += columns.missed[row]!
  tally.lost += columns.lost[row]!
  tally.landed += columns.landed[row]!
  tally.unsaid += columns.unsaid[row]!
  addTrip(tally, columns, row)
}

/** Adds a row to its trip alone. Trips stand in one run each, so that a change of code is a new trip. */
export function addTrip(tally: Tally, { trip, hours, strikes }: SegmentColumns, row: number): void {
  const spent = hours[row]!
  if (spent === 0) return
  const code = trip.codes[row]!
  if (code !== tally.lastTrip) {
    tally.lastTrip = code
    tally.tripStrikes.push(strikes[row]!)
    tally.tripHours.push(spent)
    return
  }
  const last = tally.tripHours.length - 1
  tally.tripStrikes[last]! += strikes[row]!
  tally.tripHours[last]! += spent
}

/** What groups add up to; a trip may lie in several, so that trips are given apart. */
export function addedUp(groups: Iterable<Tally>, { tripStrikes, tripHours, lastTrip }: Tally): Tally {
  const all: Tally = { ...newTally(), tripStrikes, tripHours, lastTrip }
  for (const group of groups) {
    all.hours += group.hours
    all.strikes += group.strikes
    all.raised += group.raised
    all.bycatch += group.bycatch
    all.sameFish += group.sameFish
    all.missed += group.missed
    all.lost += group.lost
    all.landed += group.landed
    all.unsaid += group.unsaid
  }
  return all
}
