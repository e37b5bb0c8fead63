import type { Trip } from '@jotbook/core'
import type { TripSums } from '../../workers/analysis.worker.ts'

/** Which trips are shown; the address holds it, so that a choice is a link. */
export interface TripFilter {
  readonly search: string
  readonly water: string
  readonly year: string
  readonly purpose: string
  readonly ends: boolean
}

export interface ListedTrip {
  readonly trip: Trip
  /** `YYYY-MM-DD` in the trip's own zone. */
  readonly date: string
  readonly water: string
  readonly sums: TripSums | undefined
}

export function filterOf(params: URLSearchParams): TripFilter {
  const of = (name: string): string => params.get(name) ?? ''
  return { search: of('find'), water: of('water'), year: of('year'), purpose: of('purpose'), ends: of('ends') === '1' }
}

/** Every word of the search stands in the water's name, a lure thrown, a person aboard, the purpose or the note. */
export function isListed(
  { trip, date, water, sums }: ListedTrip,
  filter: TripFilter,
  lureName: (id: string) => string,
): boolean {
  if (filter.water !== '' && trip.water !== filter.water) return false
  if (filter.year !== '' && !date.startsWith(filter.year)) return false
  if (filter.purpose !== '' && trip.purpose !== filter.purpose) return false
  if (filter.ends && (sums?.looseEnds ?? 0) === 0) return false
  const words = filter.search
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '')
  if (words.length === 0) return true
  const all = [water, date, trip.purpose, trip.note, ...(trip.anglers ?? []), ...(sums?.lures ?? []).map(lureName)]
    .join(' ')
    .toLowerCase()
  return words.every((word) => all.includes(word))
}
