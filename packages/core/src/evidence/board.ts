import { at, entry } from '../checked/index.ts'
import { normalCdf } from '../numerics/index.ts'
import type { Factor, LeftOut, SegmentColumns } from '../effort/index.ts'
import { Baseline } from './baseline.ts'
import { chanceOfBest } from './best.ts'
import { DEFAULT_CONFIDENCE } from './confidence.ts'
import type { Confidence } from './confidence.ts'
import { rateOf } from './rate.ts'
import type { FishOfGroup, Rate } from './rate.ts'
import { rowFilter } from './rowFilter.ts'
import type { Names } from './rowFilter.ts'
import { shrinkRatios } from './shrink.ts'
import { LEAST, strengthOf } from './strength.ts'
import type { Strength } from './strength.ts'
import { addRow, addTrip, addedUp, newTally } from './tally.ts'
import type { Tally } from './tally.ts'
import { logRateError } from './tripAware.ts'
import { blankDaysMissing, tripSpread } from './tripSpread.ts'
import type { TripSpread } from './tripSpread.ts'
import type { Clause } from './where.ts'

export interface BoardOptions extends Confidence {
  /** Names by which ids of a column (water, lure, spot) may be filtered as well. */
  readonly names?: Names
}

export interface BoardRow extends Rate {
  readonly group: readonly string[]
  /** The rate pulled towards what the rest of its class does on its water: what the board sorts by. */
  readonly shrunken: number
  readonly shrunkenLower: number
  readonly shrunkenUpper: number
  /** Strikes expected of these hours at the rate of the rest of its class on its water. */
  readonly expected: number
  /** Chance that no other group here has a higher rate. */
  readonly chanceOfBest: number
  /** Under 5 hours, 3 trips or 5 expected strikes. */
  readonly tooEarly: boolean
  /** How sure it is that the group does better, or worse, than the rest of its class on its water. */
  readonly strength: Strength | 'too early'
  readonly better: boolean
}

export interface Board {
  readonly by: readonly string[]
  readonly confidence: number
  /** Sorted by the shrunken rate, highest first. Groups without hours are absent. */
  readonly rows: readonly BoardRow[]
  /** Everything selected, or nothing to say. */
  readonly all: Rate | null
  readonly leftOut: LeftOut
  /** How trips differ over the whole book; null where there are too few. */
  readonly spread: TripSpread | null
  /** Blank days seem not to have been logged: every rate is too high. */
  readonly blankDaysMissing: boolean
}

/**
 * Strike rates for every group of a grouping: sum of strikes over sum of hours, never the mean of trip rates.
 *
 * Given      columns that were cut for `by` and for the ranges of `where`
 * Returned   a row for each group that has hours, with trip-aware and exact intervals, and its rate shrunk within class and water
 * Source     ratio of means: Pollock, Jones & Brown, Angler Survey Methods (1994); Hoenig et al., Trans. Am. Fish. Soc. 126 (1997)
 */
export function rateBoard(columns: SegmentColumns, by: readonly string[], where: readonly Clause[] = [], options: BoardOptions = {}): Board {
  const { confidence = DEFAULT_CONFIDENCE } = options
  const keep = rowFilter(columns, where, options.names)
  const factors = by.map((name) => entry(columns.factors, name))
  const groups = new Groups()
  const trips = newTally()
  const baseline = new Baseline(columns, by)
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row)) continue
    const key = groupKey(factors, row)
    addRow(groups.tally(key), columns, row)
    addTrip(trips, columns, row)
    baseline.add(key, row)
  }
  baseline.close()
  const all = addedUp(groups.all(), trips)
  const fish = new FishByGroup()
  for (let i = 0; i < columns.fishRows.length; i++) {
    const row = at(columns.fishRows, i)
    if (keep(row)) fish.add(groupKey(factors, row), at(columns.fishWeightG, i), at(columns.fishLengthMm, i))
  }
  const times = repetitions(columns, keep)
  all.hours /= times
  all.tripHours.forEach((hours, t) => (all.tripHours[t] = hours / times))
  const spread = tripSpread(columns)
  const variance = spread && spread.variance
  const rows = [...groups.withHours()].map(([key, tally]) => {
    const expected = all.strikes > 0 ? baseline.expected(key) : 0
    return {
      group: groupLevels(factors, key),
      rate: rateOf(tally, fish.of(key), confidence, variance),
      expected,
      pValue: expected > 0 ? againstRest(tally, expected, baseline.strikesBeside(key), variance ?? 0) : 1,
    }
  })
  return {
    by,
    confidence,
    rows: shrunkenRows(rows, confidence),
    all: all.hours > 0 ? rateOf(all, fish.all, confidence, variance) : null,
    leftOut: columns.leftOut,
    spread,
    blankDaysMissing: spread !== null && blankDaysMissing(spread),
  }
}

class Groups {
  private readonly tallies = new Map<number, Tally>()
  tally(key: number): Tally {
    let tally = this.tallies.get(key)
    if (!tally) this.tallies.set(key, (tally = newTally()))
    return tally
  }
  all(): Iterable<Tally> {
    return this.tallies.values()
  }
  *withHours(): Generator<[number, Tally]> {
    for (const pair of this.tallies) if (pair[1].hours > 0) yield pair
  }
}

class FishByGroup {
  readonly all = { weightsG: [] as number[], lengthsMm: [] as number[] }
  private readonly groups = new Map<number, { weightsG: number[]; lengthsMm: number[] }>()
  add(key: number, weightG: number, lengthMm: number): void {
    const group = this.groups.get(key) ?? { weightsG: [], lengthsMm: [] }
    this.groups.set(key, group)
    for (const list of [group, this.all]) {
      list.weightsG.push(weightG)
      list.lengthsMm.push(lengthMm)
    }
  }
  of = (key: number): FishOfGroup => this.groups.get(key) ?? { weightsG: [], lengthsMm: [] }
}

/** How often the hours of everything selected stand in the columns: once for each species where the question is by species. */
export function repetitions(columns: SegmentColumns, keep: (row: number) => boolean): number {
  if (columns.repeatedBy === null) return 1
  const { codes } = entry(columns.factors, columns.repeatedBy)
  const seen = new Set<number>()
  for (let row = 0; row < columns.rows; row++) if (keep(row)) seen.add(at(codes, row))
  return Math.max(1, seen.size)
}

interface RawRow {
  readonly group: readonly string[]
  readonly rate: Rate
  readonly expected: number
  readonly pValue: number
}

/**
 * Two-sided p of a group doing as the rest of its class on its water: log ratio to what was expected over its error, by trips, and the
 * rest's own. Without a strike, twice the chance of none.
 */
function againstRest({ strikes, tripStrikes, tripHours }: Tally, expected: number, beside: number, variance: number): number {
  if (strikes === 0) {
    const trips = tripHours.length
    const blank = variance > 0 ? (1 + (variance * expected) / trips) ** (-trips / variance) : Math.exp(-expected)
    return Math.min(1, 2 * blank)
  }
  const { error } = logRateError(tripStrikes, tripHours, variance)
  return 2 * (1 - normalCdf(Math.abs(Math.log(strikes / expected)) / Math.hypot(error, 1 / Math.sqrt(beside))))
}

/** Shrinks each row's ratio to what was expected of it, turns it back into a rate, and sorts by that. Without any strike there is nothing to shrink to. */
function shrunkenRows(rows: readonly RawRow[], confidence: number): BoardRow[] {
  const struck = rows.some(({ expected }) => expected > 0)
  const ratios = struck
    ? shrinkRatios(
        rows.map(({ rate, expected }) => ({ events: rate.strikes, exposureHours: expected })),
        { confidence },
      )
    : []
  const chances = chanceOfBest(ratios.map(({ shape, rate }, i) => ({ shape, rate: (rate * at(rows, i).rate.hours) / at(rows, i).expected })))
  return rows
    .map(({ group, rate, expected, pValue }, i): BoardRow => {
      const ratio = ratios[i]
      const usual = expected / rate.hours
      const tooEarly = rate.hours < LEAST.hours || rate.trips < LEAST.trips || expected < LEAST.expected
      return {
        group,
        ...rate,
        shrunken: ratio ? ratio.mean * usual : 0,
        shrunkenLower: ratio ? ratio.lower * usual : 0,
        shrunkenUpper: ratio ? ratio.upper * usual : rate.upper,
        expected,
        chanceOfBest: chances[i] ?? 1 / rows.length,
        tooEarly,
        strength: tooEarly ? 'too early' : strengthOf(pValue),
        better: rate.strikes > expected,
      }
    })
    .sort((a, b) => b.shrunken - a.shrunken || b.hours - a.hours || (a.group.join() < b.group.join() ? -1 : 1))
}

/** Mixed-radix code of a row's levels. */
function groupKey(factors: readonly Factor[], row: number): number {
  let key = 0
  for (const factor of factors) key = key * factor.levels.length + (factor.codes[row] ?? 0)
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
