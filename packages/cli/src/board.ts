import {
  COST_COLUMNS,
  answer,
  at,
  buildColumns,
  columnInfo,
  costAndPace,
  isStrikeKind,
  namesOf,
  parseWhere,
  planFor,
} from '@jotbook/core'
import type { Board, BoardRow, BookRecords, CostAndPace, Question, Rate } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { Failure, asCallFault } from './failure.ts'
import { kinds } from './kinds.ts'
import { listed } from './listed.ts'
import { table } from './table.ts'

export interface BoardCall {
  readonly bundle: string
  readonly by: string
  readonly where?: string
  readonly confidence?: string
  readonly json?: boolean
}

/** `jot analyse board`: strike rates by any grouping, from a bundle, without a database. */
export function board({ bundle, by, where = '', confidence = '0.9', json }: BoardCall): number {
  const { book } = soundBundle(bundle)
  const columns = listed(by)
  if (columns.length === 0) throw new Failure('--by needs at least one column.', 2)
  const [kind = ''] = columns
  // Strikes have these, hours do not: shares, never a rate.
  if (columns.length === 1 && isStrikeKind(kind)) {
    return kinds({ bundle, of: kind, where, confidence, ...(json === undefined ? {} : { json }) })
  }
  const result = asCallFault(() =>
    answer(book, { by: columns, where: parseWhere(where) }, { confidence: Number(confidence) }),
  )
  const costs = asCallFault(() => costsOf(book, { by: columns, where: parseWhere(where) }))
  console.log(json ? JSON.stringify(boardJson(result, costs), null, 2) : boardText(result, book))
  return 0
}

function rateJson(rate: Rate): Record<string, unknown> {
  const {
    strikes,
    raised,
    bycatch,
    sameFish,
    hours,
    trips,
    tripsWithStrike,
    rate: perHour,
    lower,
    upper,
    interval,
    exact,
    hookUp,
    landing,
    sizes,
  } = rate
  return {
    strikes,
    raised,
    bycatch,
    same_fish: sameFish,
    hours,
    trips,
    trips_with_strike: tripsWithStrike,
    rate: perHour,
    lower,
    upper,
    interval,
    exact_lower: exact.lower,
    exact_upper: exact.upper,
    hook_up: hookUp ?? null,
    landing: landing ?? null,
    sizes: sizes
      ? {
          landed: sizes.landed,
          weighed: sizes.weighed,
          measured: sizes.measured,
          median_g: sizes.medianG ?? null,
          top_g: sizes.topG ?? null,
          heaviest_g: sizes.heaviestG ?? null,
          median_mm: sizes.medianMm ?? null,
          longest_mm: sizes.longestMm ?? null,
        }
      : null,
  }
}

function rowJson({
  shrunken,
  shrunkenLower,
  shrunkenUpper,
  chanceOfBest,
  expected,
  clockRatio,
  tooEarly,
  strength,
  better,
}: BoardRow): Record<string, unknown> {
  return {
    shrunken,
    shrunken_lower: shrunkenLower,
    shrunken_upper: shrunkenUpper,
    p_best: chanceOfBest,
    expected,
    clock_ratio: clockRatio,
    too_early: tooEarly,
    strength,
    better,
  }
}

/** What a board is not. */
const LOOK =
  'a look, not a verdict: asked after every trip, one row or another stands out some day; what is confirmed, jot analyse claims says'

/** Cost and casts a strike, by group. */
function costsOf(book: BookRecords, question: Question): Map<string, CostAndPace> {
  const columns = buildColumns(book, planFor({ ...question, by: [...question.by, ...COST_COLUMNS] }, book.bands))
  return new Map(costAndPace(book, columns, question, namesOf(book)).map((one) => [one.group.join('\n'), one]))
}

function costJson(costs: ReadonlyMap<string, CostAndPace>, group: readonly string[]): Record<string, unknown> {
  const { costPerStrike = null, castsPerStrike = null } = costs.get(group.join('\n')) ?? {}
  return { cost_per_strike: costPerStrike, casts_per_strike: castsPerStrike }
}

function boardJson(
  { by, confidence, rows, all, leftOut, spread, blankDaysMissing }: Board,
  costs: ReadonlyMap<string, CostAndPace>,
): unknown {
  return {
    by,
    confidence,
    rows: rows.map((row) => ({
      ...Object.fromEntries(by.map((name, i) => [name, row.group[i]])),
      ...rateJson(row),
      ...rowJson(row),
      ...costJson(costs, row.group),
    })),
    all: all && rateJson(all),
    left_out: {
      trips: leftOut.trips,
      strikes: leftOut.strikes,
      loose_strikes: leftOut.looseStrikes,
      stints_without_hours: leftOut.stintsWithoutHours,
    },
    trip_variance: spread?.variance ?? null,
    dispersion: spread?.dispersion ?? null,
    look: LOOK,
    blank_days_missing: blankDaysMissing,
  }
}

/** How the limits were made, in words. */
const intervalWords = ({ interval }: Rate, confidence: number): string =>
  `${Math.round(confidence * 1000) / 10}%, ${interval === 'trip' ? 'allowing for good and bad days' : 'from the counts alone'}`

function boardText({ by, confidence, rows, all, leftOut, spread, blankDaysMissing }: Board, book: BookRecords): string {
  if (!all) return 'No hours logged for this question.'
  const nameOf = names(book)
  const lines = rows.map((row) => [
    ...row.group.map((level, i) => nameOf(at(by, i), level)),
    row.strikes,
    row.hours.toFixed(2),
    row.trips,
    row.rate.toFixed(2),
    `${row.lower.toFixed(2)}–${row.upper.toFixed(2)}`,
    row.shrunken.toFixed(2),
    `${Math.round(100 * row.chanceOfBest)} %`,
    row.tooEarly ? 'too early' : '',
  ])
  const left = [
    leftOut.trips > 0 && `${leftOut.trips} trips whose hours are not logged by lure (${leftOut.strikes} strikes)`,
    leftOut.looseStrikes > 0 && `${leftOut.looseStrikes} strikes without a rod`,
    leftOut.stintsWithoutHours > 0 && `${leftOut.stintsWithoutHours} stints without hours`,
  ].filter((part) => part !== false)
  return [
    `${all.strikes} strikes in ${all.hours.toFixed(2)} hours on ${all.trips} trips: ${all.rate.toFixed(2)} strikes per hour, likely range ${all.lower.toFixed(2)} to ${all.upper.toFixed(2)} (${intervalWords(all, confidence)}).`,
    ...(blankDaysMissing && spread
      ? [
          `Blank days seem not to have been logged: ${spread.blankTrips} of ${spread.trips} trips are blank, about ${Math.round(spread.expectedBlank)} would be. Every rate is then too high.`,
        ]
      : []),
    '',
    table([...by, 'strikes', 'hours', 'trips', 'per hour', 'likely range', 'compared', 'best', ''], lines),
    ...(left.length > 0 ? ['', `Left out: ${left.join('; ')}.`] : []),
  ].join('\n')
}

function names(book: BookRecords): (column: string, level: string) => string {
  const named = { water: book.waters, lure: book.lures, spot: book.spots } as Record<
    string,
    readonly { id: string; name: string }[]
  >
  return (column, level) => named[columnInfo(column).name]?.find(({ id }) => id === level)?.name ?? level
}
