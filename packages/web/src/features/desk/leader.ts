import type { BoardRow } from '@jotbook/core'
import type { Judgement } from './evidence.ts'

const ORDER: readonly Judgement[] = ['strong', 'leaning']

/** The group that surely, or else probably, does better than the others, by the board's own judgement: with all of them to pick from. */
export function leader(
  rows: readonly BoardRow[],
): { readonly row: BoardRow; readonly judgement: Judgement } | undefined {
  const better = rows.filter(
    ({ better: is, strength, group }) => is && ORDER.includes(strength) && !group.includes('unknown'),
  )
  const [row] = better.sort((a, b) => ORDER.indexOf(a.strength) - ORDER.indexOf(b.strength) || b.shrunken - a.shrunken)
  return row && { row, judgement: row.strength }
}

/** With no leader: whether anything could be told at all. */
export const withoutLeader = (rows: readonly BoardRow[]): Judgement =>
  rows.every(({ tooEarly }) => tooEarly) ? 'too early' : 'no difference shown'
