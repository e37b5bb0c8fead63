import { stringify } from 'csv-stringify/sync'
import type { Board, BoardRow } from '../analyses/index.ts'
import { CSV_STYLE, withApostrophe } from './cells.ts'

/** What a level of a column is called. */
export type NameOfLevel = (column: string, level: string) => string

type Cell = string | number
const FIGURES: readonly (readonly [string, (row: BoardRow) => Cell])[] = [
  ['strikes', (row) => row.strikes],
  ['hours', (row) => row.hours],
  ['trips', (row) => row.trips],
  ['trips_with_strike', (row) => row.tripsWithStrike],
  ['rate', (row) => row.rate],
  ['lower', (row) => row.lower],
  ['upper', (row) => row.upper],
  ['interval', (row) => row.interval],
  ['exact_lower', (row) => row.exact.lower],
  ['exact_upper', (row) => row.exact.upper],
  ['shrunken', (row) => row.shrunken],
  ['shrunken_lower', (row) => row.shrunkenLower],
  ['shrunken_upper', (row) => row.shrunkenUpper],
  ['p_best', (row) => row.chanceOfBest],
  ['expected', (row) => row.expected],
  ['raised', (row) => row.raised],
  ['bycatch', (row) => row.bycatch],
  ['same_fish', (row) => row.sameFish],
  ['hook_up', (row) => row.hookUp?.share ?? ''],
  ['hook_up_of', (row) => row.hookUp?.of ?? 0],
  ['landing', (row) => row.landing?.share ?? ''],
  ['landing_of', (row) => row.landing?.of ?? 0],
  ['landed', (row) => row.sizes?.landed ?? 0],
  ['weighed', (row) => row.sizes?.weighed ?? 0],
  ['median_g', (row) => row.sizes?.medianG ?? ''],
  ['heaviest_g', (row) => row.sizes?.heaviestG ?? ''],
  ['too_early', (row) => (row.tooEarly ? 'yes' : 'no')],
]

/** What a board answers, and of which book and day: stands with every row, so that a row says what it is of wherever it goes. */
export interface BoardOrigin {
  readonly question: string
  readonly origin: string
}

/** A board as CSV (RFC 4180): a column for each grouping and each figure, rates an hour, weights in grams. Text that begins like a formula is guarded. */
export function boardCsv({ by, rows }: Board, nameOf: NameOfLevel, { question, origin }: BoardOrigin): string {
  const header = [...by, ...FIGURES.map(([name]) => name), 'question', 'of']
  const lines = rows.map((row) => [
    ...row.group.map((level, i) => withApostrophe(nameOf(by[i] ?? '', level))),
    ...FIGURES.map(([, figure]) => figure(row)),
    withApostrophe(question),
    withApostrophe(origin),
  ])
  return stringify([header, ...lines], CSV_STYLE)
}

/** Any table of the desk as CSV: the same figures as its picture, and what was asked of which book with every row. */
export function tableCsv(
  head: readonly string[],
  rows: readonly (readonly Cell[])[],
  { question, origin }: BoardOrigin,
): string {
  const guarded = (cell: Cell): Cell => (typeof cell === 'string' ? withApostrophe(cell) : cell)
  return stringify(
    [[...head, 'question', 'of'], ...rows.map((row) => [...row, question, origin].map(guarded))],
    CSV_STYLE,
  )
}
