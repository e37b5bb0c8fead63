import { UNKNOWN, readWhere, whereText } from '@jotbook/core'
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
  /** Parts of the address that ask for nothing this book has, as they were written. */
  readonly unread: readonly string[]
  readonly set: (change: QuestionChange) => void
}

/** What an address asks. */
export type Asked = Omit<AskedQuestion, 'set'>

/** Columns that hold ids of records, and where those are. */
const RECORDS_OF = { water: 'waters', lure: 'lures', spot: 'spots', setup: 'setups' } as const
type NamedRecords = Readonly<
  Record<(typeof RECORDS_OF)[keyof typeof RECORDS_OF], readonly { readonly id: string; readonly name: string }[]>
> & { readonly merged: Readonly<Record<string, string>> }

/** What the hours of one group of the board have in common. */
export const hoursOfGroup = ({ by, where }: Question, group: readonly string[]): Clause[] => [
  ...where,
  ...by.map((column, i): Clause => ({ kind: 'oneOf', column, values: [group[i] ?? ''] })),
]

/** The question in the ids of a book: names stand for their records, merged ones for those they were merged into. What the book does not have is said. */
export function inBook(asked: Asked, records: NamedRecords): Asked {
  const unread: string[] = [...asked.unread]
  const idOf = (column: keyof typeof RECORDS_OF, value: string): string => {
    const id = records.merged[value] ?? value
    const all = records[RECORDS_OF[column]]
    if (value === UNKNOWN || all.some((record) => record.id === id)) return id
    const named = all.find(({ name }) => name.toLowerCase() === id.toLowerCase())
    if (!named) unread.push(`${column}=${value}`)
    return named?.id ?? id
  }
  const where = asked.where.map((clause) =>
    clause.kind !== 'range' && clause.column in RECORDS_OF
      ? {
          ...clause,
          values: [...new Set(clause.values.map((value) => idOf(clause.column as keyof typeof RECORDS_OF, value)))],
        }
      : clause,
  )
  return { ...asked, where, unread }
}

export function askedBy(params: URLSearchParams): Asked {
  const asked = [...new Set((params.get('by') ?? '').split(',').filter((column) => column !== ''))]
  const known = asked.filter(isGrouping)
  const by = known.length > 0 ? known.slice(0, MOST_GROUPINGS) : ['lure']
  const split = params.get('split')
  const row = params.getAll('row')
  const { clauses, unread } = readWhere(params.get('where') ?? '')
  const isApart = split !== null && isGrouping(split) && !by.includes(split)
  return {
    by,
    where: clauses,
    split: isApart ? split : null,
    row: row.length > 0 ? row : null,
    unread: [
      ...asked.filter((column) => !by.includes(column)),
      ...(split === null || isApart ? [] : [split]),
      ...unread,
    ],
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
    unread: [],
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

/** Parts of the address that are the question's; what else stands there belongs to the view. */
export const QUESTION_PARTS: ReadonlySet<string> = new Set(['by', 'where', 'split', 'row'])

export function addressOf({ by, where, split, row }: Omit<Asked, 'unread'>): [string, string][] {
  const pairs: [string, string][] = [['by', by.join(',')]]
  if (where.length > 0) pairs.push(['where', whereText(where)])
  if (split !== null) pairs.push(['split', split])
  for (const level of row ?? []) pairs.push(['row', level])
  return pairs
}
