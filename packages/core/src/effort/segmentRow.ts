import type { Strike, Trip } from '../vocabulary/index.ts'

/** What effort could not be used, said with every rate. */
export interface LeftOut {
  /** Trips whose hours are not known at all, or not as finely as the question needs; what their strikes tell of hook-up and size is used. */
  trips: number
  /** Strikes of those trips. */
  strikes: number
  /** Strikes on usable trips that belong to no stint or lie outside it. */
  looseStrikes: number
  /** Stints that count no hours: still open, or ending before they start. */
  stintsWithoutHours: number
}

export const COUNTS = ['strikes', 'raised', 'bycatch', 'sameFish', 'missed', 'lost', 'landed'] as const
export type CountName = (typeof COUNTS)[number]

/** A landed fish, as far as it was measured. */
export interface Fish {
  readonly weightG: number | null
  readonly lengthMm: number | null
}

/** One segment before it is laid into columns. */
export interface SegmentRow {
  readonly hours: number
  readonly counts: Record<CountName, number>
  readonly labels: Readonly<Record<string, string>>
  readonly numbers: Readonly<Record<string, number>>
  readonly strikeIds: string[]
  readonly fish: Fish[]
  /** Species of each strike in the rate, hooked or landed, for the question by species. */
  readonly strikes: Strike[]
}

export const emptyCounts = (): Record<CountName, number> => ({ strikes: 0, raised: 0, bycatch: 0, sameFish: 0, missed: 0, lost: 0, landed: 0 })

/** Counts a strike on its row. With `inRate` false it tells of hook-up and size only: the row has no hours to divide by. */
export function countStrike({ counts, strikeIds, fish }: Pick<SegmentRow, 'counts' | 'strikeIds' | 'fish'>, strike: Strike, trip: Trip, inRate: boolean): void {
  if (strike.outcome === 'raised') counts.raised += inRate ? 1 : 0
  else if (isBycatch(strike, trip)) counts.bycatch += inRate ? 1 : 0
  else if (strike.sameFish) counts.sameFish += inRate ? 1 : 0
  else {
    if (inRate) {
      counts.strikes++
      strikeIds.push(strike.id)
    }
    if (strike.outcome) counts[strike.outcome]++
    if (strike.outcome === 'landed') fish.push({ weightG: strike.weightG ?? null, lengthMm: strike.lengthMm ?? null })
  }
}

/** A species that the trip was not after; a trip without a target is after all of them. */
function isBycatch(strike: Strike, trip: Trip): boolean {
  return !!strike.species && !!trip.target && trip.target.length > 0 && !trip.target.includes(strike.species)
}

/** The rows of a question by species: each segment once for every species, with all its hours and that species' strikes. */
export function bySpecies(row: SegmentRow, species: readonly string[], unknown: string, trip: Trip, name: string): SegmentRow[] {
  return species.map((one) => {
    const own = { counts: emptyCounts(), strikeIds: [], fish: [] }
    // The species asked for is the one in question: nothing of it is by-catch.
    const strikes = row.strikes.filter((strike) => (strike.species || unknown) === one)
    for (const strike of strikes) countStrike(own, strike, { ...trip, target: null }, row.hours > 0)
    return { ...row, ...own, strikes, labels: { ...row.labels, [name]: one } }
  })
}
