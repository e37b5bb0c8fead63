import type { Unit } from '../../units/index.ts'
import type { DateOrder } from './dates.ts'
import type { Decimal } from './numerals.ts'
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
