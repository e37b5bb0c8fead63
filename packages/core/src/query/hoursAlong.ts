import { at, entry } from '../checked/index.ts'
import { COLUMNS } from '../effort/index.ts'
import type { SegmentColumns } from '../effort/index.ts'
import type { AdjustableBand } from '../vocabulary/index.ts'
import type { Question } from './question.ts'

/** How the hours lie along what a band parts. */
export interface HoursAlong {
  /** Rising, in the unit of the column. */
  readonly values: readonly number[]
  /** Hours at each. */
  readonly hours: readonly number[]
  readonly hoursUnknown: number
}

const numberOf = (band: AdjustableBand): string =>
  [...COLUMNS.values()].find((info) => info.kind === 'number' && info.band === band)?.name ?? band

/** The cut that `hoursAlong` needs: at the band's edges, with the value itself in every row. */
export const alongQuestion = (band: AdjustableBand): Question => ({
  by: [band],
  where: [{ kind: 'range', column: numberOf(band), from: null, to: null }],
})

/**
 * Hours by value, four digits of it: what a change of edges does can then be told without another cut.
 *
 * Given      columns cut by `alongQuestion`
 * Returned   values rising with their hours, and the hours whose value is not known
 */
export function hoursAlong(columns: SegmentColumns, band: AdjustableBand): HoursAlong {
  const values = entry(columns.numbers, numberOf(band))
  const hours = new Map<number, number>()
  let hoursUnknown = 0
  for (let row = 0; row < columns.rows; row++) {
    const value = Number(at(values, row).toPrecision(4))
    if (Number.isNaN(value)) hoursUnknown += at(columns.hours, row)
    else hours.set(value, (hours.get(value) ?? 0) + at(columns.hours, row))
  }
  const rising = [...hours].sort(([one], [other]) => one - other)
  return { values: rising.map(([value]) => value), hours: rising.map(([, spent]) => spent), hoursUnknown }
}

/** The hours that fall into each band between these edges (same unit, rising). */
export function hoursBetween({ values, hours }: HoursAlong, edges: readonly number[]): number[] {
  const bands = new Array<number>(edges.length + 1).fill(0)
  let band = 0
  values.forEach((value, i) => {
    while (band < edges.length && value >= at(edges, band)) band++
    bands[band]! += at(hours, i)
  })
  return bands
}
