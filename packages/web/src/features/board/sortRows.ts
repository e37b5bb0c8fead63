import { DEFAULT_BANDS, RECORD_BANDS, UNKNOWN, bandPlace } from '@jotbook/core'
import type { BoardRow } from '@jotbook/core'

export const SORTS = ['rate', 'paid', 'strikes', 'hours', 'name', 'order'] as const
export type Sort = (typeof SORTS)[number]

const NUMBERED: ReadonlySet<string> = new Set(['hour', 'month', 'year'])

/** Whether the values of a column have an order of their own: hours, months, bands. */
export const hasOrder = (column: string): boolean =>
  NUMBERED.has(column) || column in DEFAULT_BANDS || column in RECORD_BANDS

/** Hours and months are read in the order of the clock; everything else by its rate. */
export const usualSort = (by: readonly string[]): Sort =>
  by.length === 1 && NUMBERED.has(by[0] ?? '') ? 'order' : 'rate'

/** Rows as asked for; by rate those that say something come first. Pure: the list given stays as it is. */
export function sortRows(
  rows: readonly BoardRow[],
  sort: Sort,
  by: readonly string[],
  nameOf: (row: BoardRow) => string,
): BoardRow[] {
  const sorted = [...rows]
  switch (sort) {
    case 'rate':
      return sorted.sort((a, b) => Number(a.tooEarly) - Number(b.tooEarly) || b.shrunken - a.shrunken)
    case 'paid':
      return sorted.sort((a, b) => b.strikes - b.expected - (a.strikes - a.expected))
    case 'strikes':
      return sorted.sort((a, b) => b.strikes - a.strikes)
    case 'hours':
      return sorted.sort((a, b) => b.hours - a.hours)
    case 'name':
      return sorted.sort((a, b) => nameOf(a).localeCompare(nameOf(b)))
    case 'order':
      return sorted.sort(
        (a, b) =>
          placeOf(by[0] ?? '', a.group[0] ?? '') - placeOf(by[0] ?? '', b.group[0] ?? '') || b.shrunken - a.shrunken,
      )
  }
}

/** No strike in hours that would have brought three: of a Poisson count of three, nought comes 5 times in 100. */
const WOULD_HAVE = 3

/** Groups that never paid for their hours, the most hours first. */
export const neverPaid = (rows: readonly BoardRow[]): BoardRow[] =>
  rows
    .filter(({ strikes, expected, group }) => strikes === 0 && expected >= WOULD_HAVE && !group.includes(UNKNOWN))
    .sort((a, b) => b.hours - a.hours)

/** What is not known stands last. */
function placeOf(column: string, level: string): number {
  const place = NUMBERED.has(column) ? Number(level) : bandPlace(column, level)
  return place === undefined || Number.isNaN(place) ? Infinity : place
}
