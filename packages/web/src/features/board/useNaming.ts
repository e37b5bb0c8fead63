import { useMemo } from 'react'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useNames, useUnits } from '../../state/useBook.ts'
import { calendarDay } from '../../ui/locale.ts'
import { dateOf } from '../../state/dateOf.ts'
import { CONDITIONS, clauseText, conditionText, filtersOf, levelText, levelsText } from './words.ts'
import type { NamesByColumn } from './words.ts'
import type { AskedQuestion } from './asked.ts'

export interface Naming {
  /** A level of a column in words. */
  readonly level: (column: string, level: string) => string
  /** Several levels of a column, any of which will do. */
  readonly levels: (column: string, levels: readonly string[]) => string
  /** Everything that is asked, apart from the grouping: waters and every filter. */
  readonly filters: (question: Pick<AskedQuestion, 'where'>) => string
  /** A group with the conditions it was asked under: `Jerkbait, grey shad on Immerlow, 45 to 50 °F, stained`. */
  readonly subject: (question: AskedQuestion, group: readonly string[]) => string
}

/** Names and words for everything a board shows. */
export function useNaming(): Naming {
  const units = useUnits()
  const [water, lure, spot, setup] = [useNames('waters'), useNames('lures'), useNames('spots'), useNames('setups')]
  const trips = useAppSelector(allTrips)
  return useMemo(() => {
    const trip = (id: string): string => {
      const found = trips.find((one) => one.id === id)
      return found ? `${calendarDay(dateOf(found))}, ${water(found.water)}` : id
    }
    const names: NamesByColumn = { water, lure, spot, setup, trip }
    const level = (column: string, one: string): string => levelText(column, one, names, units)
    const subject = ({ by, where, split }: AskedQuestion, group: readonly string[]): string => {
      const columns = split === null ? by : [split, ...by]
      const name = group.map((one, i) => level(columns[i] ?? '', one)).join(' · ')
      const on = where.find(({ column }) => column === 'water')
      const place = !columns.includes('water') && on?.kind === 'oneOf' ? ` on ${on.values.map(water).join(' or ')}` : ''
      const held = CONDITIONS.filter((condition) =>
        where.some(({ column }) => column === condition.band || column === condition.number),
      )
      const conditions = held.map((condition) => conditionText(condition, where, units)).join(', ')
      return `${name.charAt(0).toUpperCase()}${name.slice(1)}${place}${conditions ? `, ${conditions}` : ''}`
    }
    const filters = ({ where }: Pick<AskedQuestion, 'where'>): string => {
      const on = where.find(({ column }) => column === 'water')
      const waters =
        on && on.kind !== 'range' ? `${on.kind === 'noneOf' ? 'not ' : ''}${on.values.map(water).join(' or ')}` : ''
      return [waters, ...filtersOf(where).map((clause) => clauseText(clause, level, units))].filter(Boolean).join(', ')
    }
    return { level, filters, levels: (column, several) => levelsText(column, several, names, units), subject }
  }, [units, water, lure, spot, setup, trips])
}
