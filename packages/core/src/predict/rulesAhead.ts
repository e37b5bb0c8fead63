import { at, entry } from '../checked/index.ts'
import { clausesOf, parseAny } from '../analyses/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { CLAIMS } from '../practice/index.ts'
import type { Claim } from '../practice/index.ts'
import { clauseRanges, namedColumns, namesOf, rowFilter } from '../query/index.ts'
import type { Clause } from '../query/index.ts'
import { FORESEEN, withForeseen } from './foreseen.ts'
import type { ForeseenTrip } from './foreseen.ts'
import { speaksOfRate } from './foreseenHours.ts'
import { patternColumns } from './patternRows.ts'

/** A rule that speaks on a trip that has not been. */
export interface RuleAhead {
  readonly claim: Claim
  /** Hours of the clock in which it speaks. */
  readonly hours: readonly number[]
  /** Lures of the tackle that it speaks for, or against. */
  readonly lures: readonly string[]
}

/** A rule that would speak if one thing more were so. */
export interface NearlySpeaks {
  readonly claim: Claim
  readonly missing: Clause
}

export interface RulesAhead {
  /** Those whose dispute has several sides that speak stand together. */
  readonly speak: readonly RuleAhead[]
  readonly nearly: readonly NearlySpeaks[]
}

/**
 * Which rules of practice speak on a trip that has not been, and which would with one condition more. Rules that hold always, and rules of
 * one species, are left out: they tell nothing of this day.
 *
 * Given      the book, the trip, and rules; by default those of the trade
 * Returned   rules with the lures and hours they speak of, and those that nearly speak with what they lack
 * Source     the rules: common practice, no source
 */
export function rulesAhead(book: BookRecords, trip: ForeseenTrip, claims: readonly Claim[] = CLAIMS): RulesAhead {
  const whole = withForeseen(book, trip)
  const rules = claims.filter((claim) => speaksOfRate(claim) && claim.when !== '')
  const clauses = rules.flatMap(clausesOf)
  const columns = patternColumns(whole, [...namedColumns(clauses), 'body'], clauseRanges(clauses))
  const foreseen = columns.trip.levels.indexOf(FORESEEN)
  const rows = Array.from({ length: columns.rows }, (_, row) => row).filter(
    (row) => at(columns.trip.codes, row) === foreseen && at(columns.hours, row) > 0,
  )
  const names = namesOf(whole)
  const lureOf = (row: number): string => {
    const { codes, levels } = entry(columns.factors, 'lure')
    return at(levels, at(codes, row))
  }
  const passes = (clause: Clause): ((row: number) => boolean) => rowFilter(columns, [clause], names)
  const speak: RuleAhead[] = []
  const nearly: NearlySpeaks[] = []
  for (const claim of rules) {
    const isLure = anyOf(parseAny(claim.lure).map((all) => all.map(passes)))
    const own = rows.filter(isLure)
    if (own.length === 0) continue
    const paths = parseAny(claim.when)
    const inWhen = anyOf(paths.map((all) => all.map(passes)))
    const spoken = own.filter(inWhen)
    if (spoken.length > 0)
      speak.push({
        claim,
        hours: [...new Set(spoken.map((row) => Math.floor(at(columns.clockFrom, row))))].sort((a, b) => a - b),
        lures: [...new Set(spoken.map(lureOf))],
      })
    else {
      const missing = missingOf(paths, own, passes)
      if (missing) nearly.push({ claim, missing })
    }
  }
  return { speak: byDispute(speak), nearly }
}

type RowTest = (row: number) => boolean

const anyOf =
  (paths: readonly (readonly RowTest[])[]): RowTest =>
  (row) =>
    paths.some((tests) => tests.every((test) => test(row)))

/** The one clause that keeps a rule of two and more from speaking in some hour. */
function missingOf(
  paths: readonly (readonly Clause[])[],
  rows: readonly number[],
  passes: (clause: Clause) => RowTest,
): Clause | undefined {
  for (const path of paths) {
    if (path.length < 2) continue
    const tests = path.map((clause) => ({ clause, test: passes(clause) }))
    for (const row of rows) {
      const failed = tests.filter(({ test }) => !test(row))
      if (failed.length === 1) return failed[0]?.clause
    }
  }
  return undefined
}

/** Rivals next to each other, in the order in which a dispute first speaks. */
function byDispute(rules: readonly RuleAhead[]): RuleAhead[] {
  const keyOf = ({ claim }: RuleAhead): string => claim.dispute ?? claim.id
  const keys = [...new Set(rules.map(keyOf))]
  return keys.flatMap((key) => rules.filter((rule) => keyOf(rule) === key))
}
