import type { Id } from '../../vocabulary/index.ts'
import { at, entry } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import type { EpochMs } from '../../time/index.ts'
import { NO_EXPOSURE } from '../../stats/index.ts'
import type { Exposure, ShareStratum, WeightStratum } from '../../stats/index.ts'
import { shareMeasured, sizeBy, weightOf } from '../size/fishSizes.ts'
import type { SizeBy } from '../size/fishSizes.ts'
import type { Launches } from './launches.ts'
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

type Growing<S> = { -readonly [K in keyof S]: S[K] }

/** Hours of both sides, and the same by the clock. */
interface BothSides {
  readonly a: Growing<Exposure>
  readonly b: Growing<Exposure>
  /** By twice the hour, and one more for B. */
  readonly hours: Map<number, Growing<SideAtHour>>
}

/** What is compared within: a trip, or what of it has a luck of its own. */
interface Stratum {
  readonly trip: Id<'trip'>
  readonly all: BothSides
  readonly planned: BothSides
  /** When each was first in hand. */
  readonly began: { a: EpochMs; b: EpochMs }
}

const nothing = (): BothSides => ({
  a: { ...NO_EXPOSURE },
  b: { ...NO_EXPOSURE },
  hours: new Map<number, Growing<SideAtHour>>(),
})

/**
 * Hours and strikes of both by trip, with what was known at launch.
 *
 * Given      the launches of the columns' book; columns with the factors `reason` and `stint`, and `hour` where hours are told apart by the
 *            clock; the two sides
 */
// eslint-disable-next-line max-params -- columns, the rows asked for and the two sides go together wherever trips are compared
export function comparedTrips(
  launches: Launches,
  columns: SegmentColumns,
  rows: readonly number[],
  { inA, inB }: Sides,
  { stratumOf, exposureOf = (row) => at(columns.hours, row), byHour = false }: PairOptions = {},
): ComparedTrip[] {
  const { codes: trips } = columns.trip
  const reasons = entry(columns.factors, 'reason')
  const planned = reasons.levels.map(isPlanned)
  const clock = byHour ? entry(columns.factors, 'hour') : undefined
  const strata = new Map<string | number, Stratum>()
  for (const row of rows) {
    const side = inA(row) ? 'a' : inB(row) ? 'b' : undefined
    if (!side) continue
    const key = stratumOf ? stratumOf(row) : at(trips, row)
    let stratum = strata.get(key)
    if (!stratum) {
      stratum = { trip: tripOf(columns, row), all: nothing(), planned: nothing(), began: { a: Infinity, b: Infinity } }
      strata.set(key, stratum)
    }
    stratum.began[side] = Math.min(stratum.began[side], launches.stintOf(row))
    const own = { events: at(columns.strikes, row), exposureHours: exposureOf(row) }
    const hour = clock && at(clock.codes, row)
    add(stratum.all, side, hour, own)
    if (at(planned, at(reasons.codes, row))) add(stratum.planned, side, hour, own)
  }
  const known = launches.known([...new Set([...strata.values()].map(({ trip }) => trip))])
  const sidesOf = ({ a, b, hours }: BothSides) => ({ a, b, ...(byHour ? { byHour: [...hours.values()] } : {}) })
  return [...strata.values()].map((stratum) => ({
    ...sidesOf(stratum.all),
    known: [aFirst(stratum.began), ...known(stratum.trip)],
    planned: sidesOf(stratum.planned),
  }))
}

/** Into sums that are changed where they stand: rows are many, and are gone through once a rule. */
function add(sums: BothSides, side: 'a' | 'b', hour: number | undefined, { events, exposureHours }: Exposure): void {
  sums[side].events += events
  sums[side].exposureHours += exposureHours
  if (hour === undefined) return
  const key = 2 * hour + (side === 'a' ? 0 : 1)
  const known = sums.hours.get(key)
  if (!known) {
    sums.hours.set(key, { side, hour, events, exposureHours })
    return
  }
  known.events += events
  known.exposureHours += exposureHours
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
