import type { UnitPreferences } from '../../units/index.ts'
import { possibleOrders, splitDateTime } from './dates.ts'
import type { DateOrder } from './dates.ts'
import { guessColumns } from './guessColumns.ts'
import type { NamesInBook } from './guessColumns.ts'
import { guessUnits } from './guessUnits.ts'
import { decimalOf } from './numerals.ts'
import { valuesOf } from './foreignTable.ts'
import type { ForeignTable } from './foreignTable.ts'
import type { Mapping } from './mapping.ts'

/** Under what a mapping is remembered: the same names in the same order. */
export const signatureOf = (table: ForeignTable): string => table.header.map((name) => name.toLowerCase()).join('|')

const NO_NAMES: NamesInBook = { waters: [], lures: [] }

/** A first guess at how a file is to be read, by its names, the units in them and what stands under them; all of it is shown and can be changed. */
export function guessMapping(table: ForeignTable, units: UnitPreferences, names: NamesInBook = NO_NAMES): Mapping {
  const decimal = decimalOf(table.rows.flat())
  const { rowIs, columns } = guessColumns(table, decimal, names)
  return {
    rowIs,
    columns,
    units: guessUnits(table, columns, decimal, units),
    dateOrder: onlyOne(dateOrders(table, columns)),
    decimal,
  }
}

const onlyOne = <T>(list: readonly T[]): T | undefined => (list.length === 1 ? list[0] : undefined)

/** The orders in which the file's dates can be read. */
export function dateOrders(table: ForeignTable, columns: readonly string[]): DateOrder[] {
  const column = columns.indexOf('row.date')
  return column < 0 ? ['ymd'] : possibleOrders(valuesOf(table, column).map((cell) => splitDateTime(cell).date))
}

/** A mapping with the words that earlier files of the book taught. */
export function withKnownWords(mapping: Mapping, earlier: readonly Mapping[]): Mapping {
  const words: Record<string, Record<string, string>> = {}
  for (const { words: taught } of [...earlier, mapping])
    for (const [target, meanings] of Object.entries(taught ?? {})) words[target] = { ...words[target], ...meanings }
  return { ...mapping, words }
}
