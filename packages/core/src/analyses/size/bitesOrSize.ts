import { at, entry } from '../../checked/index.ts'
import { buildColumns } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { namesOf, planFor, rowFilter } from '../../query/index.ts'
import type { Question } from '../../query/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { bigFish } from './bigFish.ts'
import type { BigFishAnswer } from './bigFish.ts'
import { sizeBy, weightOf } from './fishSizes.ts'
import type { SizeBy } from './fishSizes.ts'
import { numbersVersusSize } from './numbersVersusSize.ts'
import type { FrontierPoint, TripCatch } from './numbersVersusSize.ts'

export interface SizePoint extends Omit<FrontierPoint, 'name'> {
  readonly group: readonly string[]
  readonly hours: number
  readonly strikes: number
  readonly landed: number
  /** Of the landed, weighed (or measured, where fish are compared by length). */
  readonly measured: number
}

export interface BitesOrSize {
  /** The heaviest hour first. Groups of which no fish was measured are left out. */
  readonly points: readonly SizePoint[]
  /** Grams by length are told apart from weighed ones: only their ratios hold. */
  readonly by: SizeBy
  readonly big: BigFishAnswer
  /** Of all bites of these hours whose outcome was said, how many ended in the boat. */
  readonly outcomes: { readonly said: number; readonly landed: number }
}

/**
 * Bites or size? Every group by fish an hour and by their weight, which of them nothing beats in both, and who brings the big ones.
 *
 * Given      a book, what to group by and which hours
 * Returned   a fish that was not measured counts as its group's mean
 * Throws     QuestionError for an unknown column
 * Source     `numbersVersusSize`, `bigFish`
 */
export function bitesOrSize(book: BookRecords, { by, where }: Question, options: Confidence = {}): BitesOrSize {
  const columns = buildColumns(book, planFor({ by, where }, book.bands))
  return bitesOrSizeOf(columns, by, rowFilter(columns, where, namesOf(book)), options)
}

interface Caught {
  readonly group: readonly string[]
  hours: number
  strikes: number
  landed: number
  measured: number
  weightG: number
  readonly trips: Map<string, { hours: number; landed: number }>
}

/** The same of a book that is cut already by those columns. */
export function bitesOrSizeOf(
  columns: SegmentColumns,
  by: readonly string[],
  keep: (row: number) => boolean,
  options: Confidence = {},
): BitesOrSize {
  const fish = [...columns.fishRows.keys()].filter((i) => keep(at(columns.fishRows, i)))
  const size = sizeBy(columns, [fish])
  const groups = caughtBy(columns, by, keep)
  for (const i of fish) {
    const weight = weightOf(columns, i, size)
    const own = groups.get(keyOf(columns, by, at(columns.fishRows, i)))
    if (!own || !(weight > 0)) continue
    own.measured++
    own.weightG += weight
  }
  const known = new Map([...groups].filter(([, { measured }]) => measured > 0))
  const points = numbersVersusSize(tripCatches(known), options).map(({ name, ...point }): SizePoint => {
    const { group, hours, strikes, landed, measured } = known.get(name) ?? NOTHING
    return { ...point, group, hours, strikes, landed, measured }
  })
  return { points, by: size, big: bigFish(columns, by, { ...options, keep }), outcomes: outcomesOf(columns, keep) }
}

/** A bite of which nobody said how it ended is neither lost nor landed. */
function outcomesOf(columns: SegmentColumns, keep: (row: number) => boolean): BitesOrSize['outcomes'] {
  let [said, landed] = [0, 0]
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row)) continue
    said += at(columns.strikes, row) - at(columns.unsaid, row)
    landed += at(columns.landed, row)
  }
  return { said, landed }
}

const NOTHING: Pick<Caught, 'group' | 'hours' | 'strikes' | 'landed' | 'measured'> = {
  group: [],
  hours: 0,
  strikes: 0,
  landed: 0,
  measured: 0,
}

const keyOf = (columns: SegmentColumns, by: readonly string[], row: number): string =>
  groupOf(columns, by, row).join('\n')

const groupOf = (columns: SegmentColumns, by: readonly string[], row: number): string[] =>
  by.map((name) => {
    const { codes, levels } = entry(columns.factors, name)
    return at(levels, at(codes, row))
  })

function caughtBy(columns: SegmentColumns, by: readonly string[], keep: (row: number) => boolean): Map<string, Caught> {
  const groups = new Map<string, Caught>()
  for (let row = 0; row < columns.rows; row++) {
    if (!keep(row) || at(columns.hours, row) <= 0) continue
    const group = groupOf(columns, by, row)
    const own = groups.get(group.join('\n')) ?? {
      group,
      hours: 0,
      strikes: 0,
      landed: 0,
      measured: 0,
      weightG: 0,
      trips: new Map<string, { hours: number; landed: number }>(),
    }
    groups.set(group.join('\n'), own)
    const [hours, landed] = [at(columns.hours, row), at(columns.landed, row)]
    own.hours += hours
    own.strikes += at(columns.strikes, row)
    own.landed += landed
    const trip = at(columns.trip.levels, at(columns.trip.codes, row))
    const before = own.trips.get(trip) ?? { hours: 0, landed: 0 }
    own.trips.set(trip, { hours: before.hours + hours, landed: before.landed + landed })
  }
  return groups
}

function tripCatches(groups: ReadonlyMap<string, Caught>): TripCatch[] {
  const trips = new Map<string, TripCatch['of'][number][]>()
  for (const [name, { trips: own, weightG, measured }] of groups)
    for (const [trip, { hours, landed }] of own) {
      const of = trips.get(trip) ?? []
      trips.set(trip, of)
      of.push({ name, hours, landed, weightG: landed * (weightG / measured) })
    }
  return [...trips].map(([trip, of]) => ({ trip, of }))
}
