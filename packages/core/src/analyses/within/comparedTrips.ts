import { at, entry } from '../../checked/index.ts'
import type { BookRecords, Factor, SegmentColumns } from '../../effort/index.ts'
import { epochMs } from '../../time/index.ts'
import { NO_EXPOSURE, plusExposure } from '../../stats/index.ts'
import type { Exposure, ShareStratum, WeightStratum } from '../../stats/index.ts'
import { shareMeasured, sizeBy, weightOf } from '../size/fishSizes.ts'
import type { SizeBy } from '../size/fishSizes.ts'
import { launchOf } from './launchOf.ts'
import type { ComparedTrip } from './lureOrDay.ts'
import type { SideAtHour } from './randomTrip.ts'

/** Rows of two patterns: which are A, which are B. */
export interface Sides {
  readonly inA: (row: number) => boolean
  readonly inB: (row: number) => boolean
}

const PLANNED: ReadonlySet<string> = new Set(['plan', 'rotation', 'test'])
/** Reasons that do not look at what has been caught. */
export const isPlanned = (reason: string | null | undefined): boolean => !!reason && PLANNED.has(reason)

export interface PairOptions {
  /** What has a luck of its own; by default the trip. */
  readonly stratumOf?: (row: number) => string
  /** What strikes are counted against; by default hours. */
  readonly exposureOf?: (row: number) => number
  /** Whether hours are told apart by the clock; given columns with the factor `hour`. */
  readonly byHour?: boolean
}

/**
 * Hours and strikes of both by trip, with what was known at launch.
 *
 * Given      columns with the factors `reason` and `stint`, and `hour` where hours are told apart by the clock; the two sides
 */
// eslint-disable-next-line max-params -- columns, the rows asked for and the two sides go together wherever trips are compared
export function comparedTrips(
  book: BookRecords,
  columns: SegmentColumns,
  rows: readonly number[],
  { inA, inB }: Sides,
  {
    stratumOf = (row) => tripOf(columns, row),
    exposureOf = (row) => at(columns.hours, row),
    byHour = false,
  }: PairOptions = {},
): ComparedTrip[] {
  interface Sums {
    a: Exposure
    b: Exposure
    planned: { a: Exposure; b: Exposure }
    /** When each was first in hand. */
    readonly began: { a: number; b: number }
    readonly trip: string
    readonly hours: { readonly all: Map<number, SideAtHour>; readonly planned: Map<number, SideAtHour> }
  }
  const strata = new Map<string, Sums>()
  const [reasons, stints] = [entry(columns.factors, 'reason'), entry(columns.factors, 'stint')]
  const clock = byHour ? entry(columns.factors, 'hour') : undefined
  const startOf = stintStarts(book, stints)
  for (const row of rows) {
    const side = inA(row) ? 'a' : inB(row) ? 'b' : undefined
    if (!side) continue
    const stratum = stratumOf(row)
    const sums = strata.get(stratum) ?? {
      a: NO_EXPOSURE,
      b: NO_EXPOSURE,
      planned: { a: NO_EXPOSURE, b: NO_EXPOSURE },
      began: { a: Infinity, b: Infinity },
      trip: tripOf(columns, row),
      hours: { all: new Map<number, SideAtHour>(), planned: new Map<number, SideAtHour>() },
    }
    strata.set(stratum, sums)
    sums.began[side] = Math.min(sums.began[side], startOf(row))
    const own = { events: at(columns.strikes, row), exposureHours: exposureOf(row) }
    sums[side] = plusExposure(sums[side], own)
    const planned = isPlanned(at(reasons.levels, at(reasons.codes, row)))
    if (planned) sums.planned[side] = plusExposure(sums.planned[side], own)
    if (clock)
      for (const apart of planned ? [sums.hours.all, sums.hours.planned] : [sums.hours.all])
        addAt(apart, side, at(clock.codes, row), own)
  }
  const known = launchOf(book, [...new Set([...strata.values()].map(({ trip }) => trip))])
  return [...strata.values()].map(({ a, b, planned, began, trip, hours }) => ({
    a,
    b,
    known: [aFirst(began), ...known(trip)],
    ...(byHour ? { byHour: [...hours.all.values()] } : {}),
    planned: { ...planned, ...(byHour ? { byHour: [...hours.planned.values()] } : {}) },
  }))
}

/** When the stint of a row began, read once a stint: most rows are asked of for no rule. */
function stintStarts({ stints }: BookRecords, { codes, levels }: Factor): (row: number) => number {
  const written = new Map(stints.map(({ id, start }) => [id, start]))
  const read = new Float64Array(levels.length).fill(NaN)
  return (row) => {
    const code = at(codes, row)
    const known = at(read, code)
    if (!Number.isNaN(known)) return known
    const start = written.get(at(levels, code))
    return (read[code] = start === undefined ? Infinity : epochMs(start))
  }
}

function addAt(apart: Map<number, SideAtHour>, side: 'a' | 'b', hour: number, own: Exposure): void {
  const key = 2 * hour + (side === 'a' ? 0 : 1)
  apart.set(key, { side, hour, ...plusExposure(apart.get(key) ?? NO_EXPOSURE, own) })
}

/** 1: A was in hand first, 0: B; a half where both were at once, by two anglers. */
const aFirst = ({ a, b }: { readonly a: number; readonly b: number }): number => (a < b ? 1 : a > b ? 0 : 0.5)

export const tripOf = ({ trip }: SegmentColumns, row: number): string => at(trip.levels, at(trip.codes, row))

/** Strata by trip, each begun empty. */
// eslint-disable-next-line max-params -- columns, the rows asked for and the two sides go together wherever trips are compared
function strataOf<S>(
  columns: SegmentColumns,
  rows: readonly number[],
  { inA, inB }: Sides,
  empty: () => S,
  add: (stratum: S, side: 'a' | 'b', row: number) => void,
): S[] {
  const strata = new Map<string, S>()
  for (const row of rows) {
    const side = inA(row) ? 'a' : inB(row) ? 'b' : undefined
    if (!side) continue
    const trip = tripOf(columns, row)
    const stratum = strata.get(trip) ?? empty()
    strata.set(trip, stratum)
    add(stratum, side, row)
  }
  return [...strata.values()]
}

/** Hooked of strikes, lost of hooked, or landed of strikes: of those whose outcome was told. */
export type ShareOf = 'hook_up' | 'lost' | 'landed'

export function shareStrata(
  columns: SegmentColumns,
  rows: readonly number[],
  sides: Sides,
  of: ShareOf,
): ShareStratum[] {
  const none = { events: 0, trials: 0 }
  return strataOf(
    columns,
    rows,
    sides,
    (): { a: { events: number; trials: number }; b: { events: number; trials: number } } => ({
      a: { ...none },
      b: { ...none },
    }),
    (stratum, side, row) => {
      const [missed, lost, landed] = [at(columns.missed, row), at(columns.lost, row), at(columns.landed, row)]
      stratum[side].events += { hook_up: lost + landed, lost, landed }[of]
      stratum[side].trials += (of === 'lost' ? 0 : missed) + lost + landed
    },
  )
}

export interface SizeStrata {
  readonly strata: WeightStratum[]
  readonly by: SizeBy
  /** Share of the landed fish of each side that were so measured. */
  readonly measured: { readonly a: number; readonly b: number }
}

/** Weights of landed fish by trip, by length where too few were weighed. Rows without hours tell too. */
export function sizeStrata(columns: SegmentColumns, rows: readonly number[], sides: Sides): SizeStrata {
  const fishOf = new Map<number, number[]>()
  columns.fishRows.forEach((row, fish) => {
    const list = fishOf.get(row) ?? []
    fishOf.set(row, list)
    list.push(fish)
  })
  const landed = { a: [] as number[], b: [] as number[] }
  for (const row of rows) {
    const side = sides.inA(row) ? 'a' : sides.inB(row) ? 'b' : undefined
    if (side) landed[side].push(...(fishOf.get(row) ?? []))
  }
  const by = sizeBy(columns, [landed.a, landed.b])
  const strata = strataOf(
    columns,
    rows,
    sides,
    (): { a: number[]; b: number[] } => ({ a: [], b: [] }),
    (stratum, side, row) =>
      stratum[side].push(
        ...(fishOf.get(row) ?? []).map((fish) => weightOf(columns, fish, by)).filter((weightG) => weightG > 0),
      ),
  )
  return { strata, by, measured: { a: shareMeasured(columns, landed.a, by), b: shareMeasured(columns, landed.b, by) } }
}
