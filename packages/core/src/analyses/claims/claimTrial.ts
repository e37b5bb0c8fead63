import { at } from '../../checked/index.ts'
import { NOT_BETTER, SAME_MARGIN } from '../../practice/index.ts'
import type { Claim } from '../../practice/index.ts'
import { CONFIRMED_AT, eValue, powerAt, powerForRatio } from '../../stats/index.ts'
import type { Exposure } from '../../stats/index.ts'
import { boutsBySide } from '../within/boutsBySide.ts'
import type { ClockHours } from '../within/clock.ts'
import { tripOf } from '../within/comparedTrips.ts'
import { holdsTheHour } from './claimResult.ts'
import type { ClaimResult, Question } from './claimResult.ts'
import type { Verdict } from './verdict.ts'

export interface ClaimTrial {
  readonly claim: Claim
  readonly verdict: Verdict
  /** What is claimed over what it is held against; null where there is no number. */
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  readonly pValue: number | null
  readonly q: number | null
  /** Farther from one than this counts as different, for claims of *the same* and *not better*. */
  readonly margin: number | null
  readonly denominator: string
  /** Hours, strikes and trips of what is claimed, and hours of what it is held against. */
  readonly hoursIn: number
  readonly hoursOut: number
  readonly strikesIn: number
  readonly trips: readonly string[]
  /** Hours of both still needed to tell a ratio of 2 with four chances in five, at the present split; null where it cannot be said. */
  readonly hoursNeeded: number | null
  /** Chance of telling a ratio of 2 in the present hours. */
  readonly powerAt: number | null
  /** Evidence for or against, in bouts by trip, that looking after every trip does not make (`eValue`); null where rates are not held within trips. */
  readonly eValue: number | null
  /** The evidence is twenty to one, in the direction that is claimed. */
  readonly confirmed: boolean
  /** Why there is no figure, and the columns that would have to be logged for one; none where it only waits for such hours. */
  readonly why?: string
  readonly toLog?: readonly string[]
}

/** A rule with its figures, not yet judged beside the others: how surely it holds goes by how many are tried. */
export type UnjudgedTrial = Omit<ClaimTrial, 'verdict' | 'q'>

/** How a book's trips differ, its strikes come in flurries, and its hours in worth. */
export interface BookSpread {
  readonly variance: number
  readonly dispersion: number
  readonly clock: ClockHours | undefined
}

/** A rule's figures as they are told: its result with the hours, strikes and trips it rests on, and how much more would tell. */
export function trialOf(
  { columns, claim, selection, rows }: Question,
  outcome: ClaimResult,
  { variance, dispersion, clock }: BookSpread,
): UnjudgedTrial {
  const { a, b, trips } = sidesSummed(columns, rows, selection)
  const [hoursIn, hoursOut, strikesIn] = [a.exposureHours, b.exposureHours, a.events]
  const rate = (a.events + b.events) / (hoursIn + hoursOut)
  const asked = {
    rate,
    ratio: 2,
    share: hoursIn / (hoursIn + hoursOut),
    tripVariance: claim.outcome.startsWith('between') ? variance : 0,
    dispersion,
  }
  const countable = rate > 0 && hoursIn > 0 && hoursOut > 0
  const needed = countable ? powerForRatio(asked).hours : Infinity
  const margin = {
    same: SAME_MARGIN,
    'hook-up same': SAME_MARGIN,
    travels: SAME_MARGIN,
    'not better': NOT_BETTER,
    'not lower': NOT_BETTER,
  } as const
  return {
    claim,
    ...('found' in outcome
      ? {
          ratio: finite(outcome.found.ratio),
          lower: outcome.found.lower,
          upper: outcome.found.upper,
          pValue: outcome.found.pValue,
          denominator: outcome.denominator,
        }
      : { ratio: null, lower: 0, upper: Infinity, pValue: null, denominator: 'none', why: outcome.cannot }),
    margin: (margin as Partial<Record<Claim['outcome'], number>>)[claim.outcome] ?? null,
    hoursIn,
    hoursOut,
    strikesIn,
    trips: [...trips],
    hoursNeeded: Number.isFinite(needed) ? Math.max(0, needed - hoursIn - hoursOut) : null,
    powerAt: countable ? powerAt(asked, hoursIn + hoursOut) : null,
    ...confirmedBy(
      { columns, claim, selection, rows },
      holdsTheHour(claim) ? clock : undefined,
      'found' in outcome ? outcome.found.ratio : null,
    ),
  }
}

/** Hours and strikes of both sides, and the trips of what is claimed: rows are many, and are gone through once for each of over a hundred rules. */
function sidesSummed(
  columns: Question['columns'],
  rows: readonly number[],
  { inA, inB }: Question['selection'],
): { readonly a: Exposure; readonly b: Exposure; readonly trips: ReadonlySet<string> } {
  const [a, b] = [
    { events: 0, exposureHours: 0 },
    { events: 0, exposureHours: 0 },
  ]
  const trips = new Set<string>()
  const add = (side: { events: number; exposureHours: number }, row: number): void => {
    side.events += at(columns.strikes, row)
    side.exposureHours += at(columns.hours, row)
  }
  for (const row of rows) {
    if (inA(row)) {
      add(a, row)
      trips.add(tripOf(columns, row))
    }
    if (inB(row)) add(b, row)
  }
  return { a, b, trips }
}

/** Claims that one rate is higher or lower than another on the same trips. */
function confirmedBy(
  { columns, claim, selection, rows }: Pick<Question, 'columns' | 'claim' | 'selection' | 'rows'>,
  clock: ClockHours | undefined,
  ratio: number | null,
): Pick<ClaimTrial, 'eValue' | 'confirmed'> {
  if (claim.outcome !== 'rate' && claim.outcome !== 'rate lower') return { eValue: null, confirmed: false }
  const evidence = eValue(
    boutsBySide(
      columns,
      rows.filter((row) => at(columns.hours, row) > 0),
      selection,
      clock,
    ),
  )
  const asClaimed = ratio !== null && (claim.outcome === 'rate' ? ratio > 1 : ratio < 1)
  return { eValue: evidence, confirmed: evidence >= CONFIRMED_AT && asClaimed }
}

const finite = (value: number | null): number | null => (value !== null && Number.isFinite(value) ? value : null)
