import { at, entry } from '../../checked/index.ts'
import type { BookRecords, Factor, SegmentColumns } from '../../effort/index.ts'
import { epochMs, localParts } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'
import { DEFAULT_BANDS, timeZoneOf } from '../../vocabulary/index.ts'
import type { Id, Stint, Trip } from '../../vocabulary/index.ts'

/** At least so many trips must have a water or season for it to have a factor of its own. */
const LEAST_TRIPS_OF_LEVEL = 5
const GREY_PCT = DEFAULT_BANDS.sky_band.edges[1]

/** 1 or 0 for each word that enough of the trips have, and enough have not: covariates of a comparison. */
export function indicators(
  trips: readonly string[],
  wordsOf: (trip: Id<'trip'>) => readonly string[],
): (trip: Id<'trip'>) => number[] {
  const words = new Map(trips.map((trip) => [trip, new Set(wordsOf(trip))]))
  const counts = new Map<string, number>()
  for (const own of words.values()) for (const word of own) counts.set(word, (counts.get(word) ?? 0) + 1)
  const levels = [...counts]
    .filter(([, count]) => count >= LEAST_TRIPS_OF_LEVEL && count <= trips.length - LEAST_TRIPS_OF_LEVEL)
    .map(([word]) => word)
  return (trip) => levels.map((level) => (words.get(trip)?.has(level) ? 1 : 0))
}

/** What comparisons ask of a book's records themselves, read once for all of them. */
export class Launches {
  private readonly trips: ReadonlyMap<string, Trip>
  /** NaN: not read yet. */
  private readonly began: Float64Array
  private readonly starts: ReadonlyMap<string, string>
  private readonly words = new Map<string, readonly string[]>()
  private clouds: ReadonlyMap<string, number> | undefined
  private switched: readonly Stint[] | undefined
  private readonly stints: Factor

  /** Given columns with the factor `stint`. */
  constructor(
    private readonly book: BookRecords,
    { factors }: SegmentColumns,
  ) {
    this.stints = entry(factors, 'stint')
    this.trips = new Map(book.trips.map((trip) => [trip.id, trip]))
    this.starts = new Map(book.stints.map(({ id, start }) => [id, start]))
    this.began = new Float64Array(this.stints.levels.length).fill(NaN)
  }

  /** When the stint of a row began. */
  stintOf(row: number): EpochMs {
    const code = at(this.stints.codes, row)
    const known = at(this.began, code)
    if (!Number.isNaN(known)) return known
    const start = this.starts.get(at(this.stints.levels, code))
    return (this.began[code] = start === undefined ? Infinity : epochMs(start))
  }

  /** Stints that followed another lure of the same angler and trip: the first in hand is none, nor is the same lure going on. */
  get switches(): readonly Stint[] {
    return (this.switched ??= switchesOf(this.book))
  }

  water(trip: Id<'trip'>): string {
    return `water ${this.trips.get(trip)?.water}`
  }

  /** The quarter of the year, by the trip's own clock. */
  quarter(trip: Id<'trip'>): string {
    const known = this.trips.get(trip)
    const month = known ? localParts(epochMs(known.start), timeZoneOf(known)).month : 0
    return `quarter ${Math.floor((month % 12) / 3)}`
  }

  /** What was known of some trips at launch, as numbers: water, quarter of the year, and whether the sky was grey. */
  known(trips: readonly string[]): (trip: Id<'trip'>) => number[] {
    return indicators(trips, (trip) => this.wordsOf(trip))
  }

  private wordsOf(trip: Id<'trip'>): readonly string[] {
    const known = this.words.get(trip)
    if (known) return known
    this.clouds ??= firstClouds(this.book)
    const grey = (this.clouds.get(trip) ?? 0) >= GREY_PCT
    const words = [this.water(trip), this.quarter(trip), ...(grey ? ['grey'] : [])]
    this.words.set(trip, words)
    return words
  }
}

function switchesOf({ stints }: BookRecords): Stint[] {
  const before = new Map<string, string>()
  return stints
    .map((stint) => ({ stint, ms: epochMs(stint.start) }))
    .sort((one, other) => one.ms - other.ms)
    .flatMap(({ stint }) => {
      const who = `${stint.trip} ${stint.angler ?? ''}`
      const last = before.get(who)
      before.set(who, stint.lure)
      return last === undefined || last === stint.lure ? [] : [stint]
    })
}

/** The cloud that each trip had at its first reading of it, in percent. */
function firstClouds({ trips, readings }: BookRecords): ReadonlyMap<string, number> {
  const starts = new Map(trips.map(({ id, start }) => [id, epochMs(start)]))
  const first = new Map<string, { ms: EpochMs; cloudPct: number }>()
  for (const { trip, time, cloudPct } of readings) {
    const start = starts.get(trip)
    if (typeof cloudPct !== 'number' || start === undefined) continue
    const ms = epochMs(time)
    if (ms >= start && ms < (first.get(trip)?.ms ?? Infinity)) first.set(trip, { ms, cloudPct })
  }
  return new Map([...first].map(([trip, { cloudPct }]) => [trip, cloudPct]))
}
