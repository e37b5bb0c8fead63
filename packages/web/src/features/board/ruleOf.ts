import { clausesOf, columnInfo, ownClaim, readWhere, whereText } from '@jotbook/core'
import type { BoardRow, Clause, RecordOf } from '@jotbook/core'
import type { AskedQuestion } from './asked.ts'
import { text } from './text.ts'
import type { Naming } from './useNaming.ts'

/** What a rule of the angler's own says, before it has an id and a day. */
export type RuleText = Omit<RecordOf<'claim'>, 'id' | 'since'>

/** What may change from one rod to the next on one and the same trip; all else is when. */
const OF_THE_ROD: ReadonlySet<string> = new Set(['lure', 'setup', 'stint', 'presentation'])

export const isOfTheRod = (column: string): boolean => OF_THE_ROD.has(columnInfo(column).source)

/** A row of the board as a rule: what was thrown brings more, or less, than all else in the same hours. Undefined where the row tells hours apart, not rods. */
export function ruleOf(question: AskedQuestion, row: BoardRow, naming: Naming): RuleText | undefined {
  const { by, where } = question
  const group = by.map((column, i): Clause => ({ kind: 'oneOf', column, values: [row.group[i] ?? ''] }))
  const thrown = group.filter(({ column }) => isOfTheRod(column))
  if (thrown.length === 0) return undefined
  const when = [
    ...where.filter(({ column }) => !by.includes(column)),
    ...group.filter(({ column }) => !isOfTheRod(column)),
  ]
  return {
    name: text.rule.says(naming.subject(question, row.group), row.better),
    condition: whereText(when),
    lure: whereText(thrown),
    against: '',
    outcome: row.better ? 'rate' : 'rate lower',
  }
}

const ANY = '|'

/** The filters of a rule in words; alternatives joined by *or*. What is no filter, such as a phase, stands as it is written. */
export function filterWords(filters: string | null | undefined, naming: Naming): string {
  return (filters ?? '')
    .split(ANY)
    .map((part) => {
      const { clauses } = readWhere(part)
      return clauses.length > 0 ? naming.filters({ where: clauses }) : part.trim()
    })
    .join(text.rule.or)
}

/** What a rule holds its lure against, in words. */
export function againstWords(against: string | null | undefined, naming: Naming): string {
  if (!against || against === 'all') return text.rule.allElse
  return against === 'same body' ? text.rule.sameBody : filterWords(against, naming)
}

/** What is wrong with a rule as it is written, in the words of the trial that would read it; undefined: nothing. */
export function ruleFault(rule: RuleText): string | undefined {
  try {
    clausesOf(ownClaim({ ...rule, id: '' }))
    return undefined
  } catch (error) {
    if (error instanceof RangeError) return error.message
    throw error
  }
}
