import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import { parseWhere, whereText } from '@jotbook/core'
import type { Clause, Question } from '@jotbook/core'
import { isGrouping } from './columns.ts'

export const MOST_GROUPINGS = 3

export interface QuestionChange {
  /** A column to group by, put in or taken out. */
  readonly toggleBy?: string
  /** One value of a column, put among those it may take or taken out. */
  readonly toggle?: { readonly column: string; readonly value: string }
  /** A column for small multiples; null puts all together. */
  readonly split?: string | null
  readonly clause?: Clause | { readonly column: string; readonly kind: 'open' }
  /** Columns whose clauses the new one stands for. */
  readonly instead?: readonly string[]
  readonly row?: readonly string[] | null
}

export interface AskedQuestion extends Question {
  /** A second attribute by which the board is shown apart. */
  readonly split: string | null
  /** The group of the row looked at. */
  readonly row: readonly string[] | null
  readonly set: (change: QuestionChange) => void
}

/** What an address asks. */
type Asked = Omit<AskedQuestion, 'set'>

/** The question lives in the address, so that a choice is a link; its conditions are spelled as on the command line. */
export function useQuestion(): AskedQuestion {
  const [params, setParams] = useSearchParams()
  const text = params.toString()
  const asked = useMemo(() => askedBy(new URLSearchParams(text)), [text])
  // The address itself is changed: what was chosen a moment ago may not be drawn yet.
  const set = (change: QuestionChange): void =>
    setParams(addressOf(changed(askedBy(new URLSearchParams(window.location.search)), change)), { replace: Boolean(change.row), flushSync: true })
  return { ...asked, set }
}

export function askedBy(params: URLSearchParams): Asked {
  const by = groupings(params.get('by') ?? '')
  const split = params.get('split')
  const row = params.getAll('row')
  return {
    by,
    where: readable(params.get('where') ?? ''),
    split: split !== null && isGrouping(split) && !by.includes(split) ? split : null,
    row: row.length > 0 ? row : null,
  }
}

/** A question after a choice; the row looked at belongs to the question before. */
export function changed({ by, where, split }: Asked, change: QuestionChange): Asked {
  const { toggleBy, toggle, instead = [], row = null } = change
  const clause = toggle ? toggled(where, toggle.column, toggle.value) : change.clause
  const kept = clause ? where.filter(({ column }) => column !== clause.column && !instead.includes(column)) : where
  return {
    by: toggleBy === undefined ? by : withOrWithout(by, toggleBy),
    where: clause && clause.kind !== 'open' ? [...kept, clause] : kept,
    split: change.split === undefined ? split : change.split,
    row,
  }
}

function toggled(where: readonly Clause[], column: string, value: string): NonNullable<QuestionChange['clause']> {
  const held = where.find((clause) => clause.column === column)
  const chosen = held?.kind === 'oneOf' ? held.values : []
  const values = chosen.includes(value) ? chosen.filter((one) => one !== value) : [...chosen, value]
  return values.length > 0 ? { kind: 'oneOf', column, values } : { kind: 'open', column }
}

/** At least one column stays. */
function withOrWithout(by: readonly string[], column: string): readonly string[] {
  const next = by.includes(column) ? by.filter((one) => one !== column) : [...by, column]
  return next.length > 0 ? next : by
}

export function addressOf({ by, where, split, row }: Asked): [string, string][] {
  const pairs: [string, string][] = [['by', by.join(',')]]
  if (where.length > 0) pairs.push(['where', whereText(where)])
  if (split !== null) pairs.push(['split', split])
  for (const level of row ?? []) pairs.push(['row', level])
  return pairs
}

function groupings(text: string): string[] {
  const known = [...new Set(text.split(',').filter(isGrouping))].slice(0, MOST_GROUPINGS)
  return known.length > 0 ? known : ['lure']
}

/** A link somebody mangled asks for everything rather than for nothing. */
function readable(text: string): Clause[] {
  try {
    return parseWhere(text)
  } catch {
    return []
  }
}
