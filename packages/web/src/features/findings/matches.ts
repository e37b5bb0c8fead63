import { readWhere, whereText } from '@jotbook/core'
import type { ClaimTrial, Clause } from '@jotbook/core'
import { text } from './text.ts'

/** How the rules stand: under their verdicts, by what anglers disagree on, or by the lure class they speak of. */
export type TrialOrder = 'verdict' | 'dispute' | 'class'

export interface RuleMatch {
  readonly title: string
  readonly rivals: readonly ClaimTrial[]
}

/** Rules that belong together, the best of each first; groups in the order of the alphabet. A rule of several classes stands under each. */
export function matches(trials: readonly ClaimTrial[], order: Exclude<TrialOrder, 'verdict'>): RuleMatch[] {
  const groups = new Map<string, ClaimTrial[]>()
  for (const trial of trials)
    for (const title of titlesOf(trial, order)) groups.set(title, [...(groups.get(title) ?? []), trial])
  const last = text.trial.otherRules
  return [...groups]
    .sort(([a], [b]) => Number(a === last) - Number(b === last) || a.localeCompare(b))
    .map(([title, rivals]) => ({ title, rivals: [...rivals].sort((a, b) => (b.ratio ?? -1) - (a.ratio ?? -1)) }))
}

function titlesOf({ claim }: ClaimTrial, order: Exclude<TrialOrder, 'verdict'>): readonly string[] {
  if (order === 'dispute') return claim.dispute === undefined ? [] : [claim.dispute]
  const clause = readWhere(claim.lure).clauses.find(({ column }) => column === 'class')
  const classes = clause?.kind === 'oneOf' ? clause.values : []
  return classes.length > 0 ? classes : [text.trial.otherRules]
}

/** The hours a rule speaks of, as a filter of the board; null where they are several alternatives, or the rule speaks of something else. */
export function hoursOfRule({ when, lure }: ClaimTrial['claim'], water: string): string | null {
  const spoken = [when, lure].filter((part) => part !== '').join(';')
  if (spoken === '' || spoken.includes('|')) return null
  const { clauses, unread } = readWhere(spoken)
  if (unread.length > 0 || clauses.length === 0) return null
  const on: Clause[] = water === '' ? [] : [{ kind: 'oneOf', column: 'water', values: [water] }]
  return whereText([...on, ...clauses])
}

const OF_RODS: ReadonlySet<string> = new Set(['rate', 'rate lower', 'not better', 'not lower', 'same'])
const CARDS = 8

/** Rules that wait for nothing but hours with two rods on one trip, those that wait for the fewest first. */
export const closestToTell = (trials: readonly ClaimTrial[]): ClaimTrial[] =>
  trials
    .filter(
      ({ verdict, claim, hoursNeeded }) =>
        verdict === 'too early' && OF_RODS.has(claim.outcome) && hoursNeeded !== null && hoursNeeded >= 1,
    )
    .sort((a, b) => (a.hoursNeeded ?? 0) - (b.hoursNeeded ?? 0))
    .slice(0, CARDS)
