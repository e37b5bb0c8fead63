import { at, entry } from '../checked/index.ts'
import { isWorked } from '../conditions/index.ts'
import { bookBands } from '../vocabulary/index.ts'
import type { BandName, BandSet, BookBands } from '../vocabulary/index.ts'
import { columnInfo, needsStints } from './columnInfo.ts'
import type { ColumnInfo } from './columnInfo.ts'
import type { CutOptions } from './cut.ts'
import { mergedEdges } from './splitStints.ts'

/** What a question needs of the columns: how finely to cut, and which columns to lay out. */
export interface CutPlan extends CutOptions {
  readonly factors: readonly string[]
  readonly numbers: readonly string[]
  readonly bands: BookBands
  /** Something is asked that rests on more than the trip's own readings. */
  readonly needsPast: boolean
  /** Something is asked that rests on how deep the lure works. */
  readonly needsDepth: boolean
  /** Trips of which only the hours are known cannot serve. */
  readonly needsStints: boolean
}

/** Laid out whatever is asked: a group is held against the rest of its class on its water. They cut nothing and demand nothing. */
const ALWAYS = ['class', 'water'] as const

/** A column with the edges a range on it adds to the cuts. */
export interface RangeEdges {
  readonly column: string
  readonly edges: readonly number[]
}

const BUILT_IN = bookBands(undefined)

/**
 * The plan for grouping by some columns and filtering by others, by the book's own bands where it sets some. Throws RangeError for an unknown column.
 */
export function planCuts(
  factorNames: readonly string[],
  ranges: readonly RangeEdges[],
  bands: BookBands = BUILT_IN,
): CutPlan {
  const factors = [...new Set(factorNames)].map(columnInfo)
  const numbers = ranges.map(({ column }) => columnInfo(column))
  const sets: BandSet[] = factors
    .filter((info) => info.source === 'band')
    .map((info) => entry(bands, info.name as BandName))
  ranges.forEach(({ edges }, i) => {
    const info = at(numbers, i)
    if (isCondition(info)) sets.push({ of: info.field, edges: [...new Set(edges)].sort((a, b) => a - b), labels: [] })
  })
  const classes = factors
    .filter((info) => info.source === 'reading' || info.source === 'worked')
    .map((info) => info.field)
  const edges = mergedEdges(sets)
  return {
    edges,
    classes,
    byHour: factors.some(({ name }) => name === 'hour'),
    byDay: factors.some(({ source }) => source === 'calendar'),
    factors: [...new Set([...factors.map((info) => info.name), ...ALWAYS])],
    numbers: [...new Set(numbers.map((info) => info.name))],
    bands,
    needsPast: [...Object.keys(edges), ...classes].some(isWorked),
    needsDepth: 'lureLux' in edges,
    needsStints: [...factors, ...numbers].some(needsStints),
  }
}

/** A condition that runs through the trip, so that a range on it cuts stints. */
export const isCondition = (info: ColumnInfo): boolean =>
  info.kind === 'number' && (info.source === 'worked' || info.source === 'reading')
