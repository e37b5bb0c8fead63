import { benjaminiHochberg } from '../../stats/index.ts'
import { at } from '../../checked/index.ts'
import { NOT_BETTER, SAME_MARGIN } from '../../practice/index.ts'
import type { ClaimOutcome } from '../../practice/index.ts'

export type Verdict = 'holds' | 'fails' | 'no difference' | 'too early' | 'cannot be learnt'

/** What was found of one claim, before it is judged beside the others. */
export interface Estimate {
  /** A over B; null where there is none. */
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  /** Two-sided, of no difference. */
  readonly pValue: number
  /** Of the logarithm of the ratio, where it is known apart from the limits. */
  readonly seLogRatio?: number | null
  /** Too few hours, trips or strikes to say anything. */
  readonly early: boolean
}

export interface Asked {
  readonly outcome: ClaimOutcome
  readonly dispute?: string | undefined
  /** Undefined: it could not be asked of this book at all. */
  readonly found: Estimate | undefined
}

export interface Judged {
  readonly verdict: Verdict
  /** Share of false ones to be expected among claims as strong as this. Null where nothing was asked. */
  readonly q: number | null
}

/** Among what is said to hold or fail, at most this share is wrong, on the whole. (ours) */
export const FALSE_SHARE = 0.1

/** A fish that is a fifth heavier is a bigger fish. (ours) */
const SAME_WEIGHT = 1.2

const SAYS_LESS: ReadonlySet<ClaimOutcome> = new Set([
  'rate lower',
  'between lower',
  'size lower',
  'ratio falls',
  'lost lower',
  'phase lower',
])
const SAYS_NO_MORE: ReadonlySet<ClaimOutcome> = new Set(['not better'])
const SAYS_NO_LESS: ReadonlySet<ClaimOutcome> = new Set(['not lower'])
const SAYS_SAME: ReadonlySet<ClaimOutcome> = new Set(['same', 'hook-up same', 'travels'])

/**
 * Judges claims together, so that many questions do not make a false answer likely.
 *
 * Method     Benjamini & Hochberg over single claims and disputes; a dispute of m claims is one question, its p the least of theirs times m
 * Returned   *holds* and *fails* where q is 0.1 or less and the ratio points there; *no difference* where the limits lie within ÷1.5 and
 *            ×1.5; claims of *the same*, *not better* and *not lower* by their own limits; else *too early*
 * Source     Benjamini & Hochberg, J. R. Stat. Soc. B 57 (1995) 289; equivalence by two one-sided tests: Schuirmann (1987)
 */
export function judge(asked: readonly Asked[]): Judged[] {
  const disputes = new Map<string, number>()
  const usable = (one: Asked): one is Asked & { found: Estimate } =>
    one.found !== undefined && !one.found.early && one.found.ratio !== null
  for (const one of asked)
    if (usable(one) && one.dispute) disputes.set(one.dispute, (disputes.get(one.dispute) ?? 0) + 1)
  const units = new Map<string, number>()
  const ownOf = (one: Asked & { found: Estimate }): number =>
    Math.min(1, one.found.pValue * (one.dispute ? (disputes.get(one.dispute) ?? 1) : 1))
  asked.forEach((one, i) => {
    if (!usable(one)) return
    const unit = one.dispute ?? `claim ${i}`
    units.set(unit, Math.min(units.get(unit) ?? 1, ownOf(one)))
  })
  const adjusted = benjaminiHochberg([...units.values()])
  const qOf = new Map([...units.keys()].map((unit, i) => [unit, at(adjusted, i)]))
  return asked.map((one, i) => {
    if (!one.found) return { verdict: 'cannot be learnt', q: null }
    if (!usable(one)) return { verdict: 'too early', q: null }
    const unit = one.dispute ?? `claim ${i}`
    const [unitP, own] = [units.get(unit) ?? 1, ownOf(one)]
    // A weaker rival of the same dispute has the dispute's q in proportion.
    const q = Math.min(1, (qOf.get(unit) ?? 1) * (unitP > 0 ? own / unitP : own > 0 ? Infinity : 1))
    return { verdict: verdictOf(one.outcome, one.found, q), q }
  })
}

// eslint-disable-next-line complexity -- a line a kind of claim, each with its own three answers
function verdictOf(outcome: ClaimOutcome, { ratio, lower, upper }: Estimate, q: number): Verdict {
  const [more, less] = [q <= FALSE_SHARE && (ratio ?? 1) > 1, q <= FALSE_SHARE && (ratio ?? 1) < 1]
  const margin = outcome.startsWith('size') ? SAME_WEIGHT : SAME_MARGIN
  const same = outcome !== 'zone' && lower > 1 / margin && upper < margin
  if (SAYS_SAME.has(outcome)) return same ? 'holds' : more || less ? 'fails' : 'too early'
  if (SAYS_NO_MORE.has(outcome)) return upper < NOT_BETTER ? 'holds' : more ? 'fails' : 'too early'
  if (SAYS_NO_LESS.has(outcome)) return lower > 1 / NOT_BETTER ? 'holds' : less ? 'fails' : 'too early'
  const [right, wrong] = SAYS_LESS.has(outcome) ? [less, more] : [more, less]
  return right ? 'holds' : wrong ? 'fails' : same ? 'no difference' : 'too early'
}
