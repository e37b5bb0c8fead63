import { at } from '../../checked/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { CLAIMS } from '../../practice/index.ts'
import type { Claim } from '../../practice/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { NOTHING_YET } from './claimResult.ts'
import type { ClaimTrial } from './claimTrial.ts'
import { claimsByCut, cutForClaims } from './cutForClaims.ts'
import { judge } from './verdict.ts'
import { weighClaims } from './weighClaims.ts'
import type { Watched, WeighedClaim } from './weighClaims.ts'

export interface TryOptions extends Confidence, Watched {
  readonly claims?: readonly Claim[]
  /** Only hours on this water. */
  readonly water?: string
}

/**
 * Puts rules of the trade on trial against a book.
 *
 * Method     claims within trips by random trips; across conditions between trips, with water, season and hour held; phases against their
 *            share of the time; all judged together (`judge`)
 * Throws     QuestionError for a claim that speaks of a column nobody knows, or a water nobody fished
 * Source     the rules: common practice, no source; the methods: see each
 */
export function tryClaims(
  book: BookRecords,
  { claims = CLAIMS, water, progress, ...options }: TryOptions = {},
): ClaimTrial[] {
  const weighed = new Map<Claim, WeighedClaim>()
  for (const group of claimsByCut(claims)) {
    const heard = progress && ((share: number) => progress((weighed.size + share * group.length) / claims.length))
    const own = weighClaims(cutForClaims(book, group, water), group, {
      ...options,
      ...(heard ? { progress: heard } : {}),
    })
    group.forEach((claim, i) => weighed.set(claim, at(own, i)))
  }
  return judgeClaims(claims.flatMap((claim) => weighed.get(claim) ?? []))
}

/** Verdicts on all rules of a trial: how surely one holds goes by how many are tried. */
export function judgeClaims(weighed: readonly WeighedClaim[]): ClaimTrial[] {
  const judged = judge(
    weighed.map(({ trial: { claim }, outcome, missing }) => ({
      outcome: claim.outcome,
      dispute: claim.dispute,
      found: 'found' in outcome ? outcome.found : missing.length > 0 ? undefined : NOTHING_YET,
    })),
  )
  return weighed.map(({ trial, outcome, missing }, i) => ({
    ...trial,
    ...at(judged, i),
    ...('cannot' in outcome ? { toLog: missing } : {}),
  }))
}
