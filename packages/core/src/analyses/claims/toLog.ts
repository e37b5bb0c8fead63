import { at } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import type { Claim } from '../../practice/index.ts'
import { UNKNOWN } from '../../vocabulary/index.ts'
import { clausesOf } from './selection.ts'
import type { Selection } from './selection.ts'

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
}

/** Counts of hours, which stand without a strike. */
const OF_STINTS: ReadonlySet<Claim['outcome']> = new Set(['per clean cast', 'per target'])
/** Of landed fish alone. */
const OF_LANDED: ReadonlySet<Claim['outcome']> = new Set(['size', 'size lower'])
/** Where two sides are held against one another; the rest are asked of one. */
const ONE_SIDED: ReadonlySet<Claim['outcome']> = new Set(['phase', 'phase lower', 'pitch', 'set landed', 'set held'])

/** Which columns nobody logs in some rows: each is looked through once for all rules that speak of it. */
export class Logged {
  private readonly hardlyEver = new Map<string, boolean>()

  constructor(
    readonly columns: SegmentColumns,
    readonly rows: readonly number[],
  ) {}

  isHardlyEver(column: string): boolean {
    const told = this.hardlyEver.get(column) ?? this.unknown(column) >= HARDLY_EVER * this.rows.length
    this.hardlyEver.set(column, told)
    return told
  }

  private unknown(column: string): number {
    const [factor, numbers] = [this.columns.factors[column], this.columns.numbers[column]]
    const unsaid = factor?.levels.indexOf(UNKNOWN)
    const isUnknown = factor
      ? (row: number) => at(factor.codes, row) === unsaid
      : (row: number) => numbers === undefined || Number.isNaN(at(numbers, row))
    return this.rows.reduce((sum, row) => sum + (isUnknown(row) ? 1 : 0), 0)
  }
}

/**
 * What would have to be logged for a claim that gave no figure: the columns it speaks of that are hardly ever known in this book, else what
 * its outcome is counted by, where there were strikes to tell it of. None: all of it is logged, and it waits for such hours.
 *
 * Returned   names of columns, each once
 */
export function toLog(logged: Logged, claim: Claim, { inA, inB }: Selection): readonly string[] {
  const { columns, rows } = logged
  const spokenOf = [...new Set(clausesOf(claim).map(({ column }) => column))]
  const unlogged = spokenOf.filter((column) => logged.isHardlyEver(column))
  if (unlogged.length > 0) return unlogged
  const counted = OF_LANDED.has(claim.outcome) ? columns.landed : columns.strikes
  const countable = (side: (row: number) => boolean): boolean =>
    rows.some((row) => side(row) && (OF_STINTS.has(claim.outcome) || at(counted, row) > 0))
  return countable(inA) && (ONE_SIDED.has(claim.outcome) || countable(inB)) ? (OF_THE_OUTCOME[claim.outcome] ?? []) : []
}
