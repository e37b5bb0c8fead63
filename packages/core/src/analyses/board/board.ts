import { at, entry } from '../../checked/index.ts'
import { normalQuantile, tCdf } from '../../numerics/index.ts'
import type { Factor, LeftOut, SegmentColumns } from '../../effort/index.ts'
import {
  benjaminiHochberg,
  chanceOfBest,
  DEFAULT_CONFIDENCE,
  flurryMean,
  shrinkRatios,
  LEAST,
  strengthOf,
  logRateError,
} from '../../stats/index.ts'
import { Baseline, newSums } from './baseline.ts'
import type { GroupSums } from './baseline.ts'
import { ClockHours, holdsTheClock } from '../within/clock.ts'
import type { BookClock } from '../within/clock.ts'
import type { Confidence, Exposure, Strength } from '../../stats/index.ts'
import {
  repetitions,
  rateOf,
  rowFilter,
  bookDispersion,
  sizesOf,
  addRow,
  addTrip,
  addedUp,
  newTally,
  blankDaysMissing,
  tripSpread,
} from '../../query/index.ts'
import type { FishOfGroup, Rate, Names, Sizes, Tally, TripSpread, Clause } from '../../query/index.ts'

export interface BoardOptions extends Confidence {
  /** Names by which ids of a column (water, lure, spot) may be filtered as well. */
  readonly names?: Names
  /** What the clock does in this book; held, unless the question is of the clock itself. */
  readonly clock?: BookClock | undefined
}

export interface BoardRow extends Rate {
  readonly group: readonly string[]
  /** The rate pulled towards what the rest of its class does on its water: what the board sorts by. */
  readonly shrunken: number
  readonly shrunkenLower: number
  readonly shrunkenUpper: number
  /** How good its hours are by the clock beside all that was asked for; 1 where the clock is not held. What is compared allows for it. */
  readonly clockRatio: number
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

/** What is known of a group whose hours are not: its strikes, with or without an outcome, and its fish. */
export interface CountsRow {
  readonly group: readonly string[]
  readonly unsaid: number
  readonly missed: number
  readonly lost: number
  readonly landed: number
  readonly sizes?: Sizes
}

export interface Board {
  readonly by: readonly string[]
  readonly confidence: number
  /** Sorted by the shrunken rate, highest first. Groups without hours are absent. */
  readonly rows: readonly BoardRow[]
  /** Groups without hours that have strikes all the same, most strikes first: no rate, but hook-up and size. */
  readonly withoutHours: readonly CountsRow[]
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
// eslint-disable-next-line max-lines-per-function -- figures in the order in which they rest on each other
export function rateBoard(
  columns: SegmentColumns,
  by: readonly string[],
  where: readonly Clause[] = [],
  options: BoardOptions = {},
): Board {
  const { confidence = DEFAULT_CONFIDENCE } = options
  const keep = rowFilter(columns, where, options.names)
  const factors = by.map((name) => entry(columns.factors, name))
  const groups = new Groups(factors)
  const trips = newTally()
  const clock = options.clock && holdsTheClock({ by, where }) ? new ClockHours(options.clock) : undefined
  const baseline = new Baseline(columns, by, clock)
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row)) continue
    const { tally, sums } = groups.of(row)
    addRow(tally, columns, row)
    addTrip(trips, columns, row)
    baseline.add(sums, row)
  }
  baseline.close(groups.met.map(({ sums }) => sums))
  const all = addedUp(
    groups.met.map(({ tally }) => tally),
    trips,
  )
  const fish = new FishByGroup()
  for (let i = 0; i < columns.fishRows.length; i++) {
    const row = at(columns.fishRows, i)
    if (keep(row)) fish.add(groups.of(row), at(columns.fishWeightG, i), at(columns.fishLengthMm, i))
  }
  const times = repetitions(columns, keep)
  all.hours /= times
  all.tripHours.forEach((hours, t) => (all.tripHours[t] = hours / times))
  const dispersion = bookDispersion(
    columns,
    Array.from({ length: columns.rows }, (_, row) => row),
  )
  const spread = tripSpread(columns, dispersion)
  const known = { tripVariance: spread?.variance ?? 0, dispersion }
  const clockRatio = clockRatios(groups.met)
  const rows = groups.met
    .filter(({ tally }) => tally.hours > 0)
    .map((group) => {
      const { tally, sums } = group
      const expected = all.strikes > 0 ? baseline.expected(sums) : 0
      return {
        group: groupLevels(factors, group.key),
        rate: rateOf(tally, fish.of(group), confidence, spread),
        expected,
        clockRatio: clockRatio(group),
        clockError: Math.sqrt(baseline.clockVarianceOfAll(sums)),
        ...(expected > 0
          ? heldAgainst(
              tally,
              expected,
              { strikes: baseline.strikesBeside(sums), clockVariance: baseline.clockVariance(sums) },
              known,
            )
          : NOTHING_TO_HOLD),
      }
    })
  return {
    by,
    confidence,
    rows: shrunkenRows(rows, confidence),
    withoutHours: groups.met
      .filter(({ tally }) => tally.hours === 0 && countsOf(tally) > 0)
      .sort((a, b) => countsOf(b.tally) - countsOf(a.tally))
      .map((group) => countsRow(groupLevels(factors, group.key), group.tally, fish.of(group))),
    all: all.hours > 0 ? rateOf(all, fish.all, confidence, spread) : null,
    leftOut: columns.leftOut,
    spread,
    blankDaysMissing: spread !== null && blankDaysMissing(spread),
  }
}

const countsOf = ({ missed, lost, landed, unsaid }: Tally): number => missed + lost + landed + unsaid

function countsRow(
  group: readonly string[],
  { missed, lost, landed, unsaid }: Tally,
  { weightsG, lengthsMm }: FishOfGroup,
): CountsRow {
  const sizes = sizesOf(weightsG, lengthsMm)
  return { group, missed, lost, landed, unsaid, ...(sizes ? { sizes } : {}) }
}

/** How good the hours of a group are by the clock, beside all hours asked for. */
function clockRatios(groups: readonly Group[]): (group: Group) => number {
  const sum = (of: (group: Group) => number): number => groups.reduce((all, group) => all + of(group), 0)
  const usual = sum(({ sums }) => sums.ordinaryHours) / sum(({ tally }) => tally.hours)
  return ({ tally, sums }) => sums.ordinaryHours / tally.hours / usual
}

interface Group {
  readonly key: number
  readonly tally: Tally
  readonly sums: GroupSums
}

/** Groups by the mixed-radix code of their levels, in the order they were met. */
class Groups {
  readonly met: Group[] = []
  private readonly byKey: (Group | undefined)[]
  private readonly codes: readonly Int32Array[]
  private readonly radices: readonly number[]

  constructor(factors: readonly Factor[]) {
    this.codes = factors.map(({ codes }) => codes)
    this.radices = factors.map(({ levels }) => levels.length)
    this.byKey = new Array<Group | undefined>(Math.min(LAID_OUT, Math.max(1, product(this.radices))))
  }

  of(row: number): Group {
    let key = 0
    for (let i = 0; i < this.codes.length; i++) key = key * this.radices[i]! + this.codes[i]![row]!
    return this.byKey[key] ?? this.meet(key)
  }

  private meet(key: number): Group {
    const group = { key, tally: newTally(), sums: newSums() }
    this.byKey[key] = group
    this.met.push(group)
    return group
  }
}

/** So many places of groups are laid out at once; those beyond are looked up more slowly. */
const LAID_OUT = 1_000_000
const product = (counts: readonly number[]): number => counts.reduce((all, count) => all * count, 1)

class FishByGroup {
  readonly all = { weightsG: [] as number[], lengthsMm: [] as number[] }
  private readonly groups = new Map<Group, { weightsG: number[]; lengthsMm: number[] }>()
  add(key: Group, weightG: number, lengthMm: number): void {
    const group = this.groups.get(key) ?? { weightsG: [], lengthsMm: [] }
    this.groups.set(key, group)
    for (const list of [group, this.all]) {
      list.weightsG.push(weightG)
      list.lengthsMm.push(lengthMm)
    }
  }
  of = (key: Group): FishOfGroup => this.groups.get(key) ?? { weightsG: [], lengthsMm: [] }
}

interface RawRow {
  readonly group: readonly string[]
  readonly rate: Rate
  readonly expected: number
  readonly clockRatio: number
  /** Error of its log. */
  readonly clockError: number
  readonly pValue: number
  /** So many strikes that came singly, on trips alike, would tell as much of the group as was expected of it. */
  readonly worth: number
  /** Error of the log of what was expected. */
  readonly besideError: number
}

const NOTHING_TO_HOLD = { pValue: 1, worth: 0, besideError: 0 }

/**
 * Two-sided p of a group doing as the rest of its class on its water: log ratio to what was expected over its error, by trips, and the
 * rest's own. Without a strike, twice the chance of none. And how much its strikes tell.
 *
 *   worth = 1/(φ/E + σ² Σe_t²/E²),  e_t the strikes expected of its trips
 */
function heldAgainst(
  { strikes, hours, tripStrikes, tripHours }: Tally,
  expected: number,
  beside: { readonly strikes: number; readonly clockVariance: number },
  known: { readonly tripVariance: number; readonly dispersion: number },
): Pick<RawRow, 'pValue' | 'worth' | 'besideError'> {
  const { tripVariance, dispersion } = known
  const squares = tripHours.reduce((sum, h) => sum + (h / hours) ** 2, 0)
  const worth = 1 / (dispersion / expected + tripVariance * squares)
  const besideError = Math.sqrt(dispersion / beside.strikes + beside.clockVariance)
  if (strikes === 0) {
    const [trips, bouts] = [1 / squares, expected / flurryMean(dispersion)]
    const blank = tripVariance > 0 ? (1 + (tripVariance * bouts) / trips) ** (-trips / tripVariance) : Math.exp(-bouts)
    return { pValue: Math.min(1, 2 * blank), worth, besideError }
  }
  const { error, degrees } = logRateError(tripStrikes, tripHours, known)
  const distance = Math.abs(Math.log(strikes / expected)) / Math.hypot(error, besideError)
  return { pValue: 2 * (1 - tCdf(distance, degrees)), worth, besideError }
}

/** Shrinks each row's ratio to what was expected of it, turns it back into a rate, and sorts by that. Without any strike there is nothing to shrink to. */
function shrunkenRows(rows: readonly RawRow[], confidence: number): BoardRow[] {
  const struck = rows.some(({ expected }) => expected > 0)
  const z = normalQuantile((1 + confidence) / 2)
  const ratios = struck ? shrinkRatios(rows.map(worthOf), { confidence }) : []
  const adjusted = adjustedP(rows)
  const chances = chanceOfBest(ratios.map(({ shape, rate }, i) => ({ shape, rate: rate / usualOf(at(rows, i)) })))
  return rows
    .map((raw, i): BoardRow => {
      const { group, rate, expected, clockRatio, besideError, clockError } = raw
      const ratio = ratios[i]
      const usual = usualOf(raw)
      const early = isEarly(raw)
      // The more a rate is drawn to what the rest do, the more that is in doubt is in doubt of it.
      const doubt = ratio ? z * Math.hypot(besideError * (1 - worthOf(raw).events / ratio.shape), clockError) : 0
      const [below, above] = ratio
        ? [Math.hypot(Math.log(ratio.mean / ratio.lower), doubt), Math.hypot(Math.log(ratio.upper / ratio.mean), doubt)]
        : [0, 0]
      return {
        group,
        ...rate,
        shrunken: ratio ? ratio.mean * usual : 0,
        shrunkenLower: ratio ? ratio.mean * usual * Math.exp(-below) : 0,
        shrunkenUpper: ratio ? ratio.mean * usual * Math.exp(above) : rate.upper,
        clockRatio,
        expected,
        chanceOfBest: chances[i] ?? 1 / rows.length,
        tooEarly: early,
        strength: early ? 'too early' : strengthOf(at(adjusted, i)),
        better: rate.strikes > expected,
      }
    })
    .sort((a, b) => b.shrunken - a.shrunken || b.hours - a.hours || (a.group.join() < b.group.join() ? -1 : 1))
}

/** The rate of the rest of its class on its water, in hours as good by the clock as all that was asked for. */
const usualOf = ({ rate, expected, clockRatio }: RawRow): number => expected / rate.hours / clockRatio

/** Strikes and expected strikes as if they came singly on trips alike, as many as tell as much. */
const worthOf = ({ rate, expected, worth }: RawRow): Exposure => ({
  events: (rate.strikes * worth) / expected,
  exposureHours: worth,
})

const isEarly = ({ rate, expected }: RawRow): boolean =>
  rate.hours < LEAST.hours || rate.trips < LEAST.trips || expected < LEAST.expected

/** A board asks many questions at once: p of the rows that are old enough, adjusted for them all. */
function adjustedP(rows: readonly RawRow[]): number[] {
  const asked = rows.flatMap((row, i) => (isEarly(row) ? [] : [i]))
  const adjusted = benjaminiHochberg(asked.map((i) => at(rows, i).pValue))
  const all = rows.map(() => 1)
  asked.forEach((i, place) => (all[i] = at(adjusted, place)))
  return all
}

function groupLevels(factors: readonly Factor[], key: number): string[] {
  const levels: string[] = []
  for (const factor of [...factors].reverse()) {
    levels.unshift(at(factor.levels, key % factor.levels.length))
    key = Math.floor(key / factor.levels.length)
  }
  return levels
}
