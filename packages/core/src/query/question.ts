import { QuestionError, at, entry } from '../checked/index.ts'
import { columnInfo, planCuts } from '../effort/index.ts'
import type { BookRecords, CutPlan, SegmentColumns } from '../effort/index.ts'
import type { BookBands, Id } from '../vocabulary/index.ts'
import { repetitions } from './repetitions.ts'
import { rowFilter } from './rowFilter.ts'
import type { Names } from './rowFilter.ts'
import { clauseRanges, namedColumns } from './where.ts'
import type { Clause } from './where.ts'

/** Which rates are asked for: grouped by some columns, where some conditions hold. */
export interface Question {
  readonly by: readonly string[]
  readonly where: readonly Clause[]
}

/** How a book must be cut to answer a question, by its own bands where it sets some. Throws QuestionError for an unknown column, or a continuous one to group by. */
export function planFor({ by, where }: Question, bands?: BookBands): CutPlan {
  for (const name of by) {
    const info = columnInfo(name)
    const instead = info.band ? `group by its band column ${info.band}` : 'filter by a range of it instead'
    if (info.kind === 'number') throw new QuestionError(`${name} is continuous: ${instead}`)
  }
  return planCuts([...by.map((name) => columnInfo(name).name), ...namedColumns(where)], clauseRanges(where), bands)
}

/** Names of the ids that columns hold, so that people may filter by name. */
export function namesOf(book: BookRecords): Names {
  const named = (records: readonly { id: string; name: string }[]): ReadonlyMap<string, string> =>
    new Map(records.map(({ id, name }) => [id, name]))
  return { water: named(book.waters), lure: named(book.lures), spot: named(book.spots), setup: named(book.setups) }
}

/** A trip's part in a rate. */
export interface Contribution {
  readonly trip: Id<'trip'>
  readonly hours: number
  readonly strikes: number
  readonly strikeIds: readonly string[]
}

/**
 * What a rate comes from: each trip's hours and strikes, for one group of a board or (without `group`) for all of it.
 *
 * Given      columns that were cut for the question, and the group by its levels
 * Returned   trips with hours, in the order of the columns
 */
export function contributions(
  columns: SegmentColumns,
  { by, where }: Question,
  group: readonly string[] | undefined,
  names: Names = {},
): Contribution[] {
  const keep = rowFilter(columns, where, names)
  const codes = group && by.map((name, i) => entry(columns.factors, name).levels.indexOf(at(group, i)))
  const inGroup = (row: number): boolean =>
    !codes || by.every((name, i) => entry(columns.factors, name).codes[row] === codes[i])
  const parts = new Map<string, { hours: number; strikeIds: string[] }>()
  const partOf = (row: number): { hours: number; strikeIds: string[] } => {
    const trip = at(columns.trip.levels, at(columns.trip.codes, row))
    let part = parts.get(trip)
    if (!part) parts.set(trip, (part = { hours: 0, strikeIds: [] }))
    return part
  }
  const times = group ? 1 : repetitions(columns, keep)
  for (let row = 0; row < columns.rows; row++) {
    const hours = at(columns.hours, row)
    if (hours > 0 && keep(row) && inGroup(row)) partOf(row).hours += hours / times
  }
  columns.strikeIds.forEach((id, i) => {
    const row = at(columns.strikeRows, i)
    if (keep(row) && inGroup(row)) partOf(row).strikeIds.push(id)
  })
  return [...parts].map(([trip, { hours, strikeIds }]) => ({ trip, hours, strikes: strikeIds.length, strikeIds }))
}
