import { at } from '../checked/index.ts'
import { clausesOf, selectionOf } from '../analyses/index.ts'
import type { BookRecords, SegmentColumns } from '../effort/index.ts'
import { CLAIMS } from '../practice/index.ts'
import type { Claim } from '../practice/index.ts'
import { clauseRanges, namedColumns, namesOf } from '../query/index.ts'
import { FORESEEN, withForeseen } from './foreseen.ts'
import type { AsSaid, ForeseenTrip } from './foreseen.ts'
import { patternColumns, patternRows } from './patternRows.ts'
import type { Situation } from './situation.ts'
import { usualSpeeds } from './usualSpeeds.ts'

/** A lure in an hour that has not been. */
export interface ForeseenHour {
  readonly situation: Situation
  readonly hours: number
  /** Hours after midnight at the water; NaN where it is not known. */
  readonly clockFrom: number
  /** Rules that speak for the lure then, and of how much more or less they speak together. */
  readonly rules: readonly string[]
  readonly multiplier: number
}

/** Rules that speak of how often a lure is struck. */
const OF_A_RATE: ReadonlySet<string> = new Set(['rate', 'between', 'rate lower', 'between lower'])

/**
 * Whether a rule says how often a lure is struck. A rule of one species is no rule of a day's fishing.
 *
 * Given      a rule
 * Returned   true where its outcome is a rate and it speaks of all species
 */
export const speaksOfRate = ({ outcome, species }: Claim): boolean => OF_A_RATE.has(outcome) && species === undefined

/** Common practice, no source; the size is ours. */
const USUAL_MULTIPLIER = 1.5
const MOST = 3

/**
 * Every lure of the book in every hour of a trip that has not been, with the rules that speak.
 *
 * Given      the book, the trip, what of it holds (default: all), and rules
 * Returned   rows with traits and conditions as the pattern model reads them; a rule's multiplier is 1.5 where none is given, 3 at most (ours)
 */
export function foreseenHours(
  book: BookRecords,
  trip: ForeseenTrip,
  asSaid: AsSaid = { numbers: {} },
  claims: readonly Claim[] = CLAIMS,
): ForeseenHour[] {
  const whole = withForeseen(book, trip)
  const rules = claims.filter(speaksOfRate)
  const clauses = rules.flatMap(clausesOf)
  const columns = patternColumns(whole, [...namedColumns(clauses), 'body'], clauseRanges(clauses))
  const speaking = speakers(columns, rules, whole)
  // How fast a lure is fished is not said of hours that have not been: as it usually is.
  return patternRows(whole, columns, usualSpeeds(book))
    .filter((row) => row.trip === FORESEEN)
    .map(({ situation, hours, row }) => {
      const spoken = speaking.filter(({ inA }) => inA(row)).map(({ claim }) => claim)
      const product = spoken.reduce((sum, claim) => sum * multiplierOf(claim), 1)
      return {
        situation: { ...situation, ...asSaid, numbers: { ...situation.numbers, ...asSaid.numbers } },
        hours,
        clockFrom: at(columns.clockFrom, row),
        rules: spoken.map(({ id }) => id),
        multiplier: Math.min(MOST, Math.max(1 / MOST, product)),
      }
    })
}

const multiplierOf = ({ outcome, multiplier = USUAL_MULTIPLIER }: Claim): number =>
  outcome.endsWith('lower') ? 1 / multiplier : multiplier

function speakers(
  columns: SegmentColumns,
  rules: readonly Claim[],
  book: BookRecords,
): { readonly claim: Claim; readonly inA: (row: number) => boolean }[] {
  const names = namesOf(book)
  const foreseen = columns.trip.levels.indexOf(FORESEEN)
  const own = (row: number): boolean => at(columns.trip.codes, row) === foreseen
  return rules.map((claim) => ({ claim, inA: selectionOf(columns, claim, names, own).inA }))
}
