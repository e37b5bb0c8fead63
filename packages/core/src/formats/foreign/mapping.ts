import { dimensionOf } from '../../units/index.ts'
import type { Unit, UnitPreferences } from '../../units/index.ts'
import type { FieldSpec } from '../../vocabulary/index.ts'
import { possibleOrders, splitDateTime } from './dates.ts'
import type { DateOrder } from './dates.ts'
import type { ForeignTable } from './table.ts'
import { TARGETS, targetOf } from './targets.ts'
import type { RowKind, Target } from './targets.ts'

/** How a foreign file is read: what a row is, and what each column means in which unit. Kept with the book under the file's header. */
export interface Mapping {
  readonly rowIs: RowKind
  /** A target's id for each column, `''` where it is passed over (then kept as a note). */
  readonly columns: readonly string[]
  /** A unit for each measured column. */
  readonly units: readonly (Unit | '')[]
  /** Undefined until it is chosen, where the dates may be read in more than one order. */
  readonly dateOrder: DateOrder | undefined
}

/** Under what a mapping is remembered: the same names in the same order. */
export const signatureOf = (table: ForeignTable): string => table.header.map((name) => name.toLowerCase()).join('|')

const plain = (name: string): string =>
  name
    .toLowerCase()
    .replace(/\(.*?\)|\[.*?\]/g, ' ')
    .replace(/[_\-.:#°]/g, ' ')
    .replace(/\b(inches|inch|in|cm|mm|lbs?|pounds|oz|ounces|kg|grams|g|feet|ft|m|mph|m\/s|deg|[fc]|hpa|mb|inhg)\b/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** A first guess at how a file is to be read; everything of it is shown and can be changed. */
export function guessMapping(table: ForeignTable, units: UnitPreferences): Mapping {
  const named = table.header.map(plain)
  const rowIs = guessRow(named)
  const taken = new Set<string>()
  const columns = named.map((name) => {
    const target = guessTarget(name, rowIs, taken)
    if (target) taken.add(target.id)
    return target?.id ?? ''
  })
  return {
    rowIs,
    columns,
    units: columns.map((id, i) => {
      const spec = targetOf(id)?.spec
      return spec?.type === 'quantity' ? guessUnit(table.header[i] ?? '', valuesOf(table, i), spec, targetOf(id)?.field ?? '', units) : ''
    }),
    dateOrder: onlyOne(dateOrders(table, columns)),
  }
}

const onlyOne = <T>(list: readonly T[]): T | undefined => (list.length === 1 ? list[0] : undefined)

/** The orders in which the file's dates can be read. */
export function dateOrders(table: ForeignTable, columns: readonly string[]): DateOrder[] {
  const column = columns.indexOf('row.date')
  return column < 0 ? ['ymd'] : possibleOrders(valuesOf(table, column).map((cell) => splitDateTime(cell).date))
}

const valuesOf = (table: ForeignTable, column: number): string[] => table.rows.map((row) => (row[column] ?? '').trim()).filter((cell) => cell !== '')

/** A file that tells of fish has a row a strike; one of spells with a lure, a row a stint; one without a date is of lures. */
function guessRow(named: readonly string[]): RowKind {
  const has = (id: string): boolean => named.some((name) => targetOf(id)?.names.includes(name))
  if (!has('row.date')) return 'lure'
  if (has('strike.lengthMm') || has('strike.weightG') || has('strike.species') || has('strike.outcome')) return 'strike'
  return has('lure.name') && (has('row.start') || has('row.hours')) ? 'stint' : has('lure.name') || has('row.time') ? 'strike' : 'trip'
}

function guessTarget(name: string, rowIs: RowKind, taken: ReadonlySet<string>): Target | undefined {
  const open = TARGETS.filter((target) => target.rows.includes(rowIs) && !taken.has(target.id))
  const named = (fits: (known: string) => boolean): Target | undefined => open.find(({ names }) => names.some(fits))
  return (
    named((known) => known === name) ??
    named((known) => known.length > 3 && name.startsWith(known)) ??
    named((known) => known.length > 3 && ` ${name} `.includes(` ${known} `))
  )
}

const UNIT_WORDS: readonly (readonly [RegExp, Unit])[] = [
  [/inhg|in\.? ?hg/i, 'inhg'],
  [/hpa|\bmb\b|mbar/i, 'hpa'],
  [/m\/s|mps/i, 'mps'],
  [/mph/i, 'mph'],
  [/\bkg\b/i, 'kg'],
  [/\b(lbs?|pounds)\b/i, 'lb'],
  [/\b(oz|ounces)\b/i, 'oz'],
  [/\b(g|grams)\b/i, 'g'],
  [/\b(inch|inches|in)\b|"/i, 'in'],
  [/\bcm\b/i, 'cm'],
  [/\bmm\b/i, 'mm'],
  [/\b(ft|feet)\b/i, 'ft'],
  [/°?\bf\b|fahrenheit/i, 'F'],
  [/°?\bc\b|celsius/i, 'C'],
  [/\b(m|metres|meters)\b/i, 'm'],
]

type Quantity = Extract<FieldSpec, { type: 'quantity' }>

/** By the header's own word, else by what the values can only be, else the book's own. */
function guessUnit(header: string, values: readonly string[], spec: Quantity, field: string, units: UnitPreferences): Unit {
  const spaced = header.replaceAll('_', ' ')
  const said = UNIT_WORDS.find(([word, unit]) => dimensionOf(unit) === spec.dimension && word.test(spaced))?.[1]
  if (said) return said
  const numbers = values.map((cell) => Number(cell.replace(',', '.'))).filter((value) => !Number.isNaN(value))
  const highest = Math.max(0, ...numbers)
  if (spec.dimension === 'temperature') return highest > 40 ? 'F' : units.temperature
  if (spec.dimension === 'pressure') return highest > 500 ? 'hpa' : highest > 0 && highest < 40 ? 'inhg' : units.pressure
  if (spec.dimension === 'speed') return units.wind
  if (spec.dimension === 'weight') return field === 'weightG' && highest > 30 ? 'g' : units.weight
  return spec.unit === 'mm' ? units.length : field === 'visibilityM' ? units.visibility : units.depth
}
