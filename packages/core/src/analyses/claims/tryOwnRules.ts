import { at } from '../../checked/index.ts'
import { columnInfo } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { ownClaim } from '../../practice/index.ts'
import type { Claim } from '../../practice/index.ts'
import type { RecordOf } from '../../vocabulary/index.ts'
import { clausesOf } from './selection.ts'
import type { ClaimTrial } from './claimTrial.ts'
import { tryClaims } from './tryClaims.ts'
import type { TryOptions } from './tryClaims.ts'

/** A rule of the angler's own with what the book says of it, or why it cannot be read. */
export type OwnTrial =
  | { readonly rule: RecordOf<'claim'>; readonly trial: ClaimTrial }
  | { readonly rule: RecordOf<'claim'>; readonly fault: string }

/**
 * The angler's own rules on trial, apart from those of the trade: a rule written by what the book showed is judged on the trips after
 * it alone, and own rules share one family of questions among themselves.
 *
 * Returned   one for each rule, in their order; a rule that cannot be read says why and harms no other
 *            waits where no trip came since, nor ever on the water that is asked for
 * Source     as `tryClaims`; that what suggested a rule does not judge it: common practice of statistics
 */
export function tryOwnRules(
  book: BookRecords,
  rules: readonly RecordOf<'claim'>[],
  options: Omit<TryOptions, 'claims'> = {},
): OwnTrial[] {
  const read = rules.map((rule) => ({ rule, ...readRule(rule) }))
  const claims = read.flatMap((one) => ('claim' in one ? [one.claim] : []))
  const trials = claims.length === 0 ? [] : tryClaims(book, { ...options, claims })
  return read.map((one) => ('fault' in one ? one : { rule: one.rule, trial: at(trials, claims.indexOf(one.claim)) }))
}

/** Those of the angler's own rules that can be read. */
export const readableRules = (rules: readonly RecordOf<'claim'>[]): Claim[] =>
  rules.flatMap((rule) => {
    const read = readRule(rule)
    return 'claim' in read ? [read.claim] : []
  })

function readRule(rule: RecordOf<'claim'>): { readonly claim: Claim } | { readonly fault: string } {
  try {
    const claim = { since: '', ...ownClaim(rule) }
    for (const { column } of clausesOf(claim)) columnInfo(column)
    return { claim }
  } catch (error) {
    if (error instanceof RangeError) return { fault: error.message }
    throw error
  }
}
