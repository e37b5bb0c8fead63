import type { Unit, UnitPreferences } from '../../units/index.ts'
import { possibleOrders, splitDateTime } from './dates.ts'
import type { DateOrder } from './dates.ts'
import { guessColumns } from './guessColumns.ts'
import type { NamesInBook } from './guessColumns.ts'
import { guessUnits } from './guessUnits.ts'
import { decimalOf } from './numerals.ts'
import type { Decimal } from './numerals.ts'
import { valuesOf } from './table.ts'
import type { ForeignTable } from './table.ts'
import type { RowKind } from './targets.ts'

/** How a foreign file is read: what a row is, and what each column means in which unit. Kept with the book under the file's header. */
export interface Mapping {
  readonly rowIs: RowKind
  /** A target's id for each column, `''` where it is passed over (then kept as a note). */
  readonly columns: readonly string[]
  /** A unit for each measured column. */
  readonly units: readonly (Unit | '')[]
  /** Undefined until it is chosen, where the dates may be read in more than one order. */
  readonly dateOrder: DateOrder | undefined
  readonly decimal?: Decimal | undefined
  /** By target and word of the file (`wordKey`): the book's word for it, `''` for none. */
  readonly words?: Readonly<Record<string, Readonly<Record<string, string>>>>
  /** By kind and name in the file (`nameKey`): the record of the book that is meant, `''` for a new one. */
  readonly same?: Readonly<Record<string, string>>
}

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
