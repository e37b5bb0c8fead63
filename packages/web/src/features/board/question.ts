import { useMemo } from 'react'
import { useSearchParams } from 'react-router'
import { parseWhere, whereText } from '@jotbook/core'
import type { Clause, Question } from '@jotbook/core'
import { GROUPINGS } from './words.ts'
import type { Grouping } from './words.ts'

export interface AskedQuestion extends Question {
  readonly by: readonly [Grouping]
  /** The level of the row looked at. */
  readonly row: string | null
  readonly set: (change: { by?: Grouping; clause?: Clause | { column: string; kind: 'open' }; instead?: readonly string[]; row?: string | null }) => void
}

/** The question lives in the address, so that a choice is a link; its conditions are spelled as on the command line. */
export function useQuestion(): AskedQuestion {
  const [params, setParams] = useSearchParams()
  const text = params.get('where') ?? ''
  const where = useMemo(() => readable(text), [text])
  const asked = params.get('by') ?? 'lure'
  const by: Grouping = asked in GROUPINGS ? (asked as Grouping) : 'lure'
  return {
    by: [by],
    where,
    row: params.get('row'),
    set: ({ by: nextBy = by, clause, instead = [], row = null }) => {
      const kept = clause ? where.filter(({ column }) => column !== clause.column && !instead.includes(column)) : where
      const next = clause && clause.kind !== 'open' ? [...kept, clause] : kept
      const pairs: [string, string][] = [['by', nextBy]]
      if (next.length > 0) pairs.push(['where', whereText(next)])
      if (row !== null) pairs.push(['row', row])
      setParams(pairs, { replace: row !== null })
    },
  }
}

/** A link somebody mangled asks for everything rather than for nothing. */
function readable(text: string): Clause[] {
  try {
    return parseWhere(text)
  } catch {
    return []
  }
}
