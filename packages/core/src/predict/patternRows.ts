import { at, entry } from '../checked/index.ts'
import { buildColumns, planCuts } from '../effort/index.ts'
import type { BookRecords, Factor, SegmentColumns } from '../effort/index.ts'
import { speedOf } from '../presentation/index.ts'
import type { Speed } from '../presentation/index.ts'
import { usualSpeeds } from './usualSpeeds.ts'
import { CONDITION_NAMES, lightOf, traitsOf } from './situation.ts'
import type { Condition, Situation } from './situation.ts'
import type { Id, Lure } from '../vocabulary/index.ts'

/** An hour's piece of the book: how it was fished, under what, and what came of it. */
export interface PatternRow {
  readonly situation: Situation
  readonly strikes: number
  readonly hours: number
  readonly trip: Id<'trip'>
  /** Row of the columns it was read from. */
  readonly row: number
}

const FACTORS = [
  'lure',
  'class',
  'water',
  'structure',
  'fish_season',
  'front',
  'sun_band',
  'temp_band',
  'clarity_band',
  'wind_band',
  'light_band',
  'stint',
  'reason',
  'retrieve',
  'hour',
] as const

/**
 * The book cut as the pattern model reads it.
 *
 * Given      the book; more factors; ranges with edges of their own; only some trips, where it is not all
 * Returned   columns of its segments
 */
export const patternColumns = (
  book: BookRecords,
  more: readonly string[] = [],
  ranges: readonly { readonly column: string; readonly edges: readonly number[] }[] = [],
  only?: ReadonlySet<string>,
): SegmentColumns =>
  buildColumns(
    book,
    planCuts([...FACTORS, ...more], [...CONDITION_NAMES.map((column) => ({ column, edges: [] })), ...ranges]),
    only,
  )

/**
 * Rows of columns that were cut by `patternColumns`; those without hours are left out.
 *
 * Given      the book, its columns, and how fast each lure is fished where an hour does not say
 */
export function patternRows(
  book: BookRecords,
  columns: SegmentColumns,
  speeds: ReadonlyMap<string, Speed> = usualSpeeds(book),
): PatternRow[] {
  const lures = new Map<string, Lure>(book.lures.map((lure) => [lure.id, lure]))
  const known = new Map<string, Situation['traits']>()
  // The same object for all hours of a lure at one speed: there are tens of thousands.
  const traitsAt = (lure: Id<'lure'>, retrieve: string): Situation['traits'] => {
    const speed = speedOf(retrieve) ?? speeds.get(lure)
    const key = `${speed} ${lure}`
    const traits = known.get(key) ?? traitsOf(lures.get(lure), speed)
    known.set(key, traits)
    return traits
  }
  const word = (name: string, row: number): string => levelAt(entry(columns.factors, name), row)
  const rows: PatternRow[] = []
  for (let row = 0; row < columns.rows; row++) {
    if (at(columns.hours, row) <= 0) continue
    const lure = word('lure', row)
    const numbers = Object.fromEntries(
      CONDITION_NAMES.map((name) => [name, at(entry(columns.numbers, name), row)]),
    ) as Record<Condition, number>
    rows.push({
      row,
      strikes: at(columns.strikes, row),
      hours: at(columns.hours, row),
      trip: levelAt(columns.trip, row),
      situation: {
        lure,
        class: word('class', row),
        water: word('water', row),
        structure: word('structure', row),
        season: word('fish_season', row),
        front: word('front', row),
        light: lightOf(word('sun_band', row), at(columns.clockFrom, row)),
        traits: traitsAt(lure, word('retrieve', row)),
        numbers,
      },
    })
  }
  return rows
}

const levelAt = ({ codes, levels }: Factor, row: number): string => at(levels, at(codes, row))
