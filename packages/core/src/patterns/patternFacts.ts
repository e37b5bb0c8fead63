import { at, entry } from '../checked/index.ts'
import { answer } from '../analyses/index.ts'
import type { BookRecords, SegmentColumns } from '../effort/index.ts'
import { howFished } from '../predict/index.ts'
import type { ProducedBy } from '../predict/index.ts'
import { parseWhere } from '../query/index.ts'
import type { Sizes } from '../query/index.ts'
import { powerForRatio } from '../stats/index.ts'
import type { Contrast } from './contrast.ts'
import type { Id } from '../vocabulary/index.ts'

export interface PatternLure {
  readonly lure: Id<'lure'>
  readonly strikes: number
  readonly hours: number
  /** Drawn to what the rest of its class does there. */
  readonly rate: number
}

export interface PatternFacts {
  readonly strikes: number
  readonly hours: number
  readonly trips: number
  readonly rate: number
  /** Seasons with a fifth of its strikes and more, the most first. */
  readonly seasons: readonly string[]
  /** What to tie on in it: at most four, those that are not too early first. */
  readonly lures: readonly PatternLure[]
  /** How its first lure was fished where it paid. */
  readonly how: readonly ProducedBy[]
  readonly size: Sizes | null
  /** Hours more, shared half and half, until such a ratio is told apart; null where it is, or is no better. */
  readonly hoursToFirm: number | null
}

interface FactsOf {
  readonly columns: SegmentColumns
  /** Rows of the pattern. */
  readonly rows: readonly number[]
  readonly where: string
  readonly water: Id<'water'>
  readonly all: Contrast | null
}

const MOST_LURES = 4
const LEAST_SEASON = 0.2
/** A ratio nearer to one than this would take for ever. (ours) */
const LEAST_RATIO = 1.1
const SURE = 0.05

/** What one needs to know of a pattern to fish it. */
export function factsOf(book: BookRecords, { columns, rows, where, water, all }: FactsOf): PatternFacts {
  const strikes = rows.reduce((sum, row) => sum + at(columns.strikes, row), 0)
  const hours = rows.reduce((sum, row) => sum + at(columns.hours, row), 0)
  const clauses = parseWhere(where)
  const board = answer(book, { by: ['lure'], where: clauses })
  const lures = [...board.rows]
    .sort((a, b) => Number(a.tooEarly) - Number(b.tooEarly) || b.shrunken - a.shrunken)
    .filter((row) => row.strikes > 0)
    .slice(0, MOST_LURES)
    .map((row) => ({ lure: row.group[0] ?? '', strikes: row.strikes, hours: row.hours, rate: row.shrunken }))
  const id = book.waters.find((one) => one.name === water || one.id === water)?.id ?? water
  return {
    strikes,
    hours,
    trips: new Set(rows.map((row) => at(columns.trip.codes, row))).size,
    rate: hours > 0 ? strikes / hours : 0,
    seasons: seasonsOf(columns, rows, strikes),
    lures,
    how: lures[0] ? howFished(book, lures[0].lure, id).by : [],
    size: board.all?.sizes ?? null,
    hoursToFirm: all ? hoursToFirm(all) : null,
  }
}

function seasonsOf(columns: SegmentColumns, rows: readonly number[], strikes: number): string[] {
  const { codes, levels } = entry(columns.factors, 'season')
  const counts = new Map<string, number>()
  for (const row of rows) {
    const season = at(levels, at(codes, row))
    counts.set(season, (counts.get(season) ?? 0) + at(columns.strikes, row))
  }
  return [...counts]
    .filter(([, count]) => count > 0 && count >= LEAST_SEASON * strikes)
    .sort(([, a], [, b]) => b - a)
    .map(([season]) => season)
}

function hoursToFirm({ ratio, pValue, otherRate, hours, otherHours }: Contrast): number | null {
  if (ratio === null || ratio < LEAST_RATIO || pValue <= SURE || otherRate <= 0) return null
  const needed = powerForRatio({ rate: otherRate, ratio }).hours
  const more = needed - 2 * Math.min(hours, otherHours)
  return Number.isFinite(more) && more > 0 ? more : null
}
