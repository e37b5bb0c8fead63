import { QuestionError } from '../../checked/index.ts'
import { buildColumns, columnInfo, planCuts } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { namesOf, rowFilter, clauseRanges, namedColumns } from '../../query/index.ts'
import type { Clause } from '../../query/index.ts'
import { BANDWIDTHS, kernelWeighted } from './kernelWeighted.ts'
import type { KernelWeighted, Now } from './kernelWeighted.ts'

export interface LikeQuestion {
  /** Absent: all waters. */
  readonly water?: string
  readonly now: Now
  readonly by: readonly string[]
  readonly where?: readonly Clause[]
}

/** Stints are cut so often that within a piece a condition moves by less than half a bandwidth. */
const REACH = 6

/**
 * A book's hours on a water weighted by how like today they are.
 *
 * Given      what is known of today; columns whose groups are told apart; stints are cut so that within a piece a condition moves by less
 *            than half its bandwidth
 * Returned   rates of each group, nearer hours counting more
 * Throws     QuestionError for an unknown column, or no hours there
 * Source     `kernelWeighted`
 */
export function likeOf(
  book: BookRecords,
  { water, now, by, where = [] }: LikeQuestion,
  options: Confidence = {},
): KernelWeighted {
  const clauses: Clause[] = [
    ...(water === undefined ? [] : [{ kind: 'oneOf' as const, column: 'water', values: [water] }]),
    ...where,
  ]
  const ranges = Object.entries(now.numbers).map(([column, value]) => ({ column, edges: edgesAround(column, value) }))
  const groups = by.map((name) => columnInfo(name).name)
  const columns = buildColumns(
    book,
    planCuts(
      [...groups, ...Object.keys(now.words), ...namedColumns(clauses)],
      [...ranges, ...clauseRanges(clauses)],
      book.bands,
    ),
  )
  const keep = rowFilter(columns, clauses, namesOf(book))
  const found = kernelWeighted(columns, now, { by: groups, keep, ...options })
  if (
    !found.all &&
    found.hoursUnknown === 0 &&
    found.trips.length === 0 &&
    !columns.hours.some((hours, row) => hours > 0 && keep(row))
  )
    throw new QuestionError(
      water === undefined ? 'the book has no hours' : `no hour on ${water}: there is nothing to hold today against`,
    )
  return found
}

function edgesAround(column: string, value: number): number[] {
  const { width = 1, log = false } = BANDWIDTHS[column] ?? {}
  const steps = Array.from({ length: 2 * REACH + 1 }, (_, i) => (i - REACH) / 2)
  return steps
    .map((step) => (log ? Math.max(1e-6, value) * Math.exp(step * width) : value + step * width))
    .filter(Number.isFinite)
}

/** Reads `water_temp_c=9;visibility_m=1.8;front=stable`: numbers for continuous columns, words for the others. Throws QuestionError that names the part. */
export function parseNow(text: string): Now {
  const numbers: Record<string, number> = {}
  const words: Record<string, string> = {}
  for (const part of text.split(';').map((one) => one.trim())) {
    if (part === '') continue
    const split = /^([a-z0-9_]+)\s*=\s*(.+)$/i.exec(part)
    if (!split) throw new QuestionError(`cannot read "${part}": write column=value`)
    const info = columnInfo((split[1] ?? '').toLowerCase())
    const value = (split[2] ?? '').trim()
    if (info.kind !== 'number') words[info.name] = value
    else if (Number.isFinite(Number(value))) numbers[info.name] = Number(value)
    else throw new QuestionError(`${info.name} is a number: "${value}" is none`)
  }
  if (Object.keys(numbers).length + Object.keys(words).length === 0)
    throw new QuestionError('nothing is said of today: give column=value, separated by semicolons')
  return { numbers, words }
}
