import { DEFAULT_BANDS, timeZoneOf } from '../../vocabulary/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { epochMs, localParts } from '../../time/index.ts'
import type { Trip } from '../../vocabulary/index.ts'

/** At least so many trips must have a water or season for it to have a factor of its own. */
const LEAST_TRIPS_OF_LEVEL = 5
const GREY_PCT = DEFAULT_BANDS.sky_band.edges[1]

/** 1 or 0 for each word that enough of the trips have, and enough have not: covariates of a comparison. */
export function indicators(
  trips: readonly string[],
  wordsOf: (trip: string) => readonly string[],
): (trip: string) => number[] {
  const words = new Map(trips.map((trip) => [trip, new Set(wordsOf(trip))]))
  const counts = new Map<string, number>()
  for (const own of words.values()) for (const word of own) counts.set(word, (counts.get(word) ?? 0) + 1)
  const levels = [...counts]
    .filter(([, count]) => count >= LEAST_TRIPS_OF_LEVEL && count <= trips.length - LEAST_TRIPS_OF_LEVEL)
    .map(([word]) => word)
  return (trip) => levels.map((level) => (words.get(trip)?.has(level) ? 1 : 0))
}

export const waterWord = (trip: Trip | undefined): string => `water ${trip?.water}`

/** The quarter of the year, by the trip's own clock. */
export function quarterWord(trip: Trip | undefined): string {
  const month = trip ? localParts(epochMs(trip.start), timeZoneOf(trip)).month : 0
  return `quarter ${Math.floor((month % 12) / 3)}`
}

/** What was known of each trip at launch: water, quarter of the year, and whether the sky was grey. */
export function launchOf(book: BookRecords, chosen: readonly string[]): (trip: string) => number[] {
  const asked = new Set(chosen)
  const trips = new Map(book.trips.filter(({ id }) => asked.has(id)).map((trip) => [trip.id, trip]))
  const firstCloud = new Map<string, { ms: number; cloudPct: number }>()
  const starts = new Map([...trips.values()].map(({ id, start }) => [id, epochMs(start)]))
  for (const { trip, time, cloudPct } of book.readings) {
    if (typeof cloudPct !== 'number' || !asked.has(trip)) continue
    const ms = epochMs(time)
    if (ms < (starts.get(trip) ?? Infinity)) continue
    const held = firstCloud.get(trip)
    if (!held || ms < held.ms) firstCloud.set(trip, { ms, cloudPct })
  }
  return indicators(chosen, (id) => {
    const trip = trips.get(id)
    return [waterWord(trip), quarterWord(trip), ...((firstCloud.get(id)?.cloudPct ?? 0) >= GREY_PCT ? ['grey'] : [])]
  })
}
