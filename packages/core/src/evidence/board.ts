import { at, entry } from '../checked/index.ts'
import type { Factor, LeftOut, SegmentColumns } from '../effort/index.ts'
import { binomialInterval } from './binomial.ts'
import { DEFAULT_CONFIDENCE } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import { poissonRateInterval } from './poissonRate.ts'
import { rowFilter } from './rowFilter.ts'
import type { Names } from './rowFilter.ts'
import type { Clause } from './where.ts'

export interface BoardOptions extends Confidence {
  /** Names by which ids of a column (water, lure, spot) may be filtered as well. */
  readonly names?: Names
}

export interface Share extends Interval {
  readonly of: number
  readonly share: number
}

export interface Rate extends Interval {
  readonly strikes: number
  readonly raised: number
  readonly bycatch: number
  readonly sameFish: number
  /** Angler-hours. */
  readonly hours: number
  readonly trips: number
  readonly tripsWithStrike: number
  /** Sum of strikes over sum of hours. */
  readonly rate: number
  /** How the interval was made: exact, as if strikes came singly. */
  readonly interval: 'exact'
  /** (lost + landed) of (missed + lost + landed); absent when none is known. */
  readonly hookUp?: Share
  /** landed of (lost + landed). */
  readonly landing?: Share
}

export interface BoardRow extends Rate {
  readonly group: readonly string[]
  /** Under 5 hours, 3 trips or 5 expected strikes (at the rate of everything selected). */
  readonly tooEarly: boolean
}

export interface Board {
  readonly by: readonly string[]
  readonly confidence: number
  /** Sorted by the lower limit, highest first. Groups without hours are absent. */
  readonly rows: readonly BoardRow[]
  /** Everything selected, or nothing to say. */
  readonly all: Rate | null
  readonly leftOut: LeftOut
}

/** Floors below which nothing is said (analysis.md §3; ours). */
const FLOOR = { hours: 5, trips: 3, expected: 5 }

/**
 * Strike rates for every group of a grouping: sum of strikes over sum of hours, never the mean of trip rates.
 *
 * Given      columns that were cut for `by` and for the ranges of `where`
 * Returned   a row for each group that has hours, with exact intervals
 * Source     ratio of means: Pollock, Jones & Brown, Angler Survey Methods (1994); Hoenig et al., Trans. Am. Fish. Soc. 126 (1997)
 */
export function rateBoard(columns: SegmentColumns, by: readonly string[], where: readonly Clause[] = [], options: BoardOptions = {}): Board {
  const { confidence = DEFAULT_CONFIDENCE } = options
  const keep = rowFilter(columns, where, options.names)
  const factors = by.map((name) => entry(columns.factors, name))
  const groups = new Map<number, Tally>()
  const all = newTally()
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row)) continue
    const key = groupKey(factors, row)
    let tally = groups.get(key)
    if (!tally) groups.set(key, (tally = newTally()))
    addRow(tally, columns, row)
    addRow(all, columns, row)
  }
  const overall = all.hours > 0 ? rateOf(all, confidence) : null
  const rows = [...groups]
    .filter(([, tally]) => tally.hours > 0)
    .map(([key, tally]): BoardRow => ({ group: groupLevels(factors, key), ...rateOf(tally, confidence), tooEarly: isTooEarly(tally, overall?.rate ?? 0) }))
    .sort((a, b) => b.lower - a.lower || b.rate - a.rate || b.hours - a.hours || (a.group.join() < b.group.join() ? -1 : 1))
  return { by, confidence, rows, all: overall, leftOut: columns.leftOut }
}

interface Tally {
  hours: number
  strikes: number
  raised: number
  bycatch: number
  sameFish: number
  missed: number
  lost: number
  landed: number
  trips: number
  tripsWithStrike: number
  lastTrip: number
  lastTripWithStrike: number
}

const newTally = (): Tally => ({
  hours: 0,
  strikes: 0,
  raised: 0,
  bycatch: 0,
  sameFish: 0,
  missed: 0,
  lost: 0,
  landed: 0,
  trips: 0,
  tripsWithStrike: 0,
  lastTrip: -1,
  lastTripWithStrike: -1,
})

/** Trips stand in one run each, so that a change of code is a new trip. */
function addRow(tally: Tally, columns: SegmentColumns, row: number): void {
  const trip = at(columns.trip.codes, row)
  const strikes = at(columns.strikes, row)
  tally.hours += at(columns.hours, row)
  tally.strikes += strikes
  tally.raised += at(columns.raised, row)
  tally.bycatch += at(columns.bycatch, row)
  tally.sameFish += at(columns.sameFish, row)
  tally.missed += at(columns.missed, row)
  tally.lost += at(columns.lost, row)
  tally.landed += at(columns.landed, row)
  if (trip !== tally.lastTrip) {
    tally.trips++
    tally.lastTrip = trip
  }
  if (strikes > 0 && trip !== tally.lastTripWithStrike) {
    tally.tripsWithStrike++
    tally.lastTripWithStrike = trip
  }
}

/** Mixed-radix code of a row's levels. */
function groupKey(factors: readonly Factor[], row: number): number {
  let key = 0
  for (const factor of factors) key = key * factor.levels.length + at(factor.codes, row)
  return key
}

function groupLevels(factors: readonly Factor[], key: number): string[] {
  const levels: string[] = []
  for (const factor of [...factors].reverse()) {
    levels.unshift(at(factor.levels, key % factor.levels.length))
    key = Math.floor(key / factor.levels.length)
  }
  return levels
}

function rateOf(tally: Tally, confidence: number): Rate {
  const { hours, strikes, raised, bycatch, sameFish, missed, lost, landed, trips, tripsWithStrike } = tally
  const hooked = lost + landed
  return {
    strikes,
    raised,
    bycatch,
    sameFish,
    hours,
    trips,
    tripsWithStrike,
    rate: strikes / hours,
    ...poissonRateInterval(strikes, hours, { confidence }),
    interval: 'exact',
    ...(missed + hooked > 0 ? { hookUp: shareOf(hooked, missed + hooked, confidence) } : {}),
    ...(hooked > 0 ? { landing: shareOf(landed, hooked, confidence) } : {}),
  }
}

const shareOf = (part: number, of: number, confidence: number): Share => ({ of, share: part / of, ...binomialInterval(part, of, { confidence }) })

function isTooEarly(tally: Tally, usualRate: number): boolean {
  return tally.hours < FLOOR.hours || tally.trips < FLOOR.trips || tally.hours * usualRate < FLOOR.expected
}
