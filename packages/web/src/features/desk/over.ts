import { readWhere, whereText } from '@jotbook/core'
import type { Clause } from '@jotbook/core'
import type { Naming } from '../board/index.ts'
import { useLinkPart } from './useLinkPart.ts'

/** More curves than this over each other are not told apart. */
export const MOST_OVER = 4
const BETWEEN = '|'

/** What is drawn over each other, each as its filters are written; it stands in the link. */
export function useOver(): {
  readonly chosen: readonly string[]
  /** What the link says of them that cannot be read. */
  readonly unread: readonly string[]
  readonly toggle: (over: string) => void
  readonly clear: () => void
} {
  const [held, set] = useLinkPart('over')
  const chosen = (held ?? '').split(BETWEEN).filter(Boolean).slice(0, MOST_OVER)
  const toggle = (over: string): void => {
    const next = chosen.includes(over) ? chosen.filter((one) => one !== over) : [...chosen, over]
    set(next.length > 0 ? next.join(BETWEEN) : null)
  }
  return { chosen, unread: chosen.flatMap((over) => readWhere(over).unread), toggle, clear: () => set(null) }
}

/** A pattern's filters without its water, which the question names. */
export const ofWater = (where: string): string =>
  whereText(readWhere(where).clauses.filter(({ column }) => column !== 'water'))

export const overName = (over: string, naming: Naming): string => naming.filters({ where: readWhere(over).clauses })

/** The hours of one curve: the question's, but for what the curve says otherwise. */
export function hoursOver(where: readonly Clause[], over: string): Clause[] {
  const { clauses } = readWhere(over)
  return [...where.filter(({ column }) => !clauses.some((own) => own.column === column)), ...clauses]
}
