import { QuestionError, at } from '../checked/index.ts'
import { columnInfo } from '../effort/index.ts'
import type { ColumnInfo, RangeEdges } from '../effort/index.ts'

/** One condition of a filter; all of a filter's clauses are required. */
export type Clause =
  | { readonly kind: 'oneOf' | 'noneOf'; readonly column: string; readonly values: readonly string[] }
  /** Half-open `[from, to)`; null leaves a side open. */
  | { readonly kind: 'range'; readonly column: string; readonly from: number | null; readonly to: number | null }

/**
 * Reads a filter as written on the command line: `water=North arm;water_temp_c=4..12;lure!=a,b`. A value that holds a comma or a
 * semicolon stands in double quotes: `lure="Jerkbait, grey"`.
 * Throws QuestionError that names the clause for an unknown column, an empty range, or a number where words are wanted.
 */
export function parseWhere(text: string): Clause[] {
  return splitOutsideQuotes(text, ';')
    .filter((part) => part !== '')
    .map(parseClause)
}

/** As `parseWhere`, for links that others may have written: what can be read, and each part that cannot. */
export function readWhere(text: string): { readonly clauses: Clause[]; readonly unread: string[] } {
  const clauses: Clause[] = []
  const unread: string[] = []
  for (const part of splitOutsideQuotes(text, ';').filter((one) => one !== '')) {
    try {
      clauses.push(parseClause(part))
    } catch {
      unread.push(part)
    }
  }
  return { clauses, unread }
}

/** Parts between separators that do not stand inside double quotes, trimmed. */
function splitOutsideQuotes(text: string, separator: ',' | ';'): string[] {
  const parts = text.match(separator === ',' ? /(?:"[^"]*"|[^,"])+/g : /(?:"[^"]*"|[^;"])+/g) ?? []
  return parts.map((part) => part.trim())
}

const unquoted = (word: string): string => word.replace(/^"(.*)"$/, '$1')
const quoted = (word: string): string => (/[,;]/.test(word) ? `"${word}"` : word)

function parseClause(part: string): Clause {
  const split = /^([a-z0-9_]+)\s*(!?=)\s*(.*)$/i.exec(part)
  if (!split)
    throw new QuestionError(`cannot read the condition "${part}": write column=value, column=from..to or column!=value`)
  const info = columnInfo(at(split, 1).toLowerCase())
  const [negated, value] = [split[2] === '!=', at(split, 3).trim()]
  if (value === '') throw new QuestionError(`the condition "${part}" has no value`)
  const range = /^(-?[\d.]*)\.\.(-?[\d.]*)$/.exec(value)
  const ranged = range && !negated && (info.kind === 'number' || info.source === 'calendar' || isCount(info))
  if (ranged) return rangeOf(info, part, at(range, 1), at(range, 2))
  if (info.kind === 'number')
    throw new QuestionError(`${info.name} is a number: give a range such as ${info.name}=4..12, not "${value}"`)
  return { kind: negated ? 'noneOf' : 'oneOf', column: info.name, values: splitOutsideQuotes(value, ',').map(unquoted) }
}

const isCount = (info: ColumnInfo): boolean =>
  ['casts', 'targets', 'fouled_casts', 'fish_shown', 'limit'].includes(info.name)

function rangeOf(info: ColumnInfo, part: string, low: string, high: string): Clause {
  const [from, to] = [low, high].map((side) => (side === '' ? null : Number(side))) as [number | null, number | null]
  if (Number.isNaN(from) || Number.isNaN(to)) throw new QuestionError(`the range in "${part}" is not made of numbers`)
  if (from === null && to === null) throw new QuestionError(`the range in "${part}" is open on both sides`)
  if (from !== null && to !== null && from >= to)
    throw new QuestionError(`the range in "${part}" is empty: it runs from ${from} up to, not including, ${to}`)
  return { kind: 'range', column: info.name, from, to }
}

/** The columns that clauses ask for words of. */
export const namedColumns = (clauses: readonly Clause[]): string[] =>
  clauses.filter(({ kind }) => kind !== 'range').map(({ column }) => column)

/** The columns that clauses ask for ranges of, with the edges these add to the cuts. */
export const clauseRanges = (clauses: readonly Clause[]): RangeEdges[] =>
  clauses.flatMap((clause) =>
    clause.kind === 'range'
      ? [{ column: clause.column, edges: [clause.from, clause.to].filter((edge) => edge !== null) }]
      : [],
  )

/** The filter as text again, in the form `parseWhere` reads. */
export function whereText(clauses: readonly Clause[]): string {
  return clauses
    .map((clause) =>
      clause.kind === 'range'
        ? `${clause.column}=${clause.from ?? ''}..${clause.to ?? ''}`
        : `${clause.column}${clause.kind === 'noneOf' ? '!=' : '='}${clause.values.map(quoted).join(',')}`,
    )
    .join(';')
}
