import type { SegmentColumns } from '../../effort/index.ts'
import type { Claim } from '../../practice/index.ts'
import { rowFilter } from '../../query/index.ts'
import type { Clause, Names } from '../../query/index.ts'
import { UNKNOWN } from '../../vocabulary/index.ts'
import { clausesOf } from './selection.ts'

/** A column that says nothing in so many of the hours is one that nobody logs. (ours) */
const HARDLY_EVER = 0.9

/** What an outcome asks of the strikes themselves, or of the counts of a stint. */
const OF_THE_OUTCOME: Readonly<Partial<Record<Claim['outcome'], readonly string[]>>> = {
  phase: ['phase', 'pause_s', 'work_s', 'phase_share'],
  'phase lower': ['phase', 'pause_s', 'work_s', 'phase_share'],
  pitch: ['pitch', 'casts', 'targets'],
  'per clean cast': ['casts', 'fouled_casts'],
  'per target': ['targets'],
  'set landed': ['set', 'outcome'],
  'set held': ['set', 'outcome'],
  'hook-up': ['outcome'],
  'hook-up same': ['outcome'],
  landed: ['outcome'],
  'lost lower': ['outcome'],
  size: ['weight_g', 'length_mm'],
  'size lower': ['weight_g', 'length_mm'],
  'follow-up': ['spot'],
}

/**
 * What would have to be logged for a claim to be tried: first the columns it speaks of that are hardly ever known, else those whose wanted
 * words no hour has (the lure, the place or the weather it is about was not there), else what its outcome is counted by.
 *
 * Returned   names of columns, each once
 */
export function toLog(columns: SegmentColumns, claim: Claim, rows: readonly number[], names: Names): readonly string[] {
  const clauses = clausesOf(claim)
  const known = (row: number, { column }: Clause): boolean => {
    const factor = columns.factors[column]
    if (factor) return factor.levels[factor.codes[row] ?? -1] !== UNKNOWN
    return !Number.isNaN(columns.numbers[column]?.[row] ?? NaN)
  }
  const unlogged = clauses.filter(
    (clause) => rows.filter((row) => !known(row, clause)).length >= HARDLY_EVER * rows.length,
  )
  if (unlogged.length > 0) return once(unlogged)
  const absent = clauses.filter((clause) => {
    const meets = rowFilter(columns, [clause], names)
    return !rows.some(meets)
  })
  return absent.length > 0 ? once(absent) : (OF_THE_OUTCOME[claim.outcome] ?? once(clauses))
}

const once = (clauses: readonly Clause[]): string[] => [...new Set(clauses.map(({ column }) => column))]
