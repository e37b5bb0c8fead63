import { IMPERIAL, METRIC, dimensionOf } from '../../units/index.ts'
import type { Unit, UnitPreferences } from '../../units/index.ts'
import type { FieldSpec } from '../../vocabulary/index.ts'
import { unitOfCells } from './guessColumns.ts'
import { unitNamed } from './headers.ts'
import { numberIn } from './numerals.ts'
import type { Decimal } from './numerals.ts'
import { valuesOf } from './foreignTable.ts'
import type { ForeignTable } from './foreignTable.ts'
import { targetOf } from './targets.ts'

/** A unit for each measured column, `''` for the others: what its name says, what its cells say, what its values can only be, else the file's system or the book's. */
export function guessUnits(
  table: ForeignTable,
  columns: readonly string[],
  decimal: Decimal | undefined,
  book: UnitPreferences,
): (Unit | '')[] {
  const usual = systemOf(table, columns, decimal) ?? book
  return columns.map((id, i) => {
    const target = targetOf(id)
    if (target?.spec?.type !== 'quantity') return ''
    const values = valuesOf(table, i)
    const said = unitNamed(table.header[i] ?? '', target.spec.dimension) ?? unitOfCells(values)
    if (said && dimensionOf(said) === target.spec.dimension) return said
    const numbers = values.flatMap((cell) => numberIn(cell, decimal) ?? [])
    return byValues(target.spec, target, Math.max(0, ...numbers), usual)
  })
}

const METRIC_UNITS: ReadonlySet<Unit> = new Set(['C', 'm', 'cm', 'mm', 'g', 'kg', 'mps', 'kmh', 'hpa'])

/** The system of units that the measured columns of a file name; a comma for a decimal sign counts as metric. */
function systemOf(
  table: ForeignTable,
  columns: readonly string[],
  decimal: Decimal | undefined,
): UnitPreferences | undefined {
  const named = table.header.flatMap((header, i) => {
    const spec = targetOf(columns[i] ?? '')?.spec
    return spec?.type === 'quantity' ? (unitNamed(header, spec.dimension) ?? []) : []
  })
  const metric = named.filter((unit) => METRIC_UNITS.has(unit)).length + (decimal === ',' ? 1 : 0)
  const imperial = named.filter((unit) => !METRIC_UNITS.has(unit)).length
  return metric > imperial ? METRIC : imperial > metric ? IMPERIAL : undefined
}

type Quantity = Extract<FieldSpec, { type: 'quantity' }>

/** Longest bass that a column of inches can hold, heaviest fish in pounds or kilograms, and so on: above them it is the finer unit. Common practice, no source. */
const MOST_INCHES = 40
const MOST_CENTIMETRES = 150
const MOST_POUNDS = 30
const MOST_CELSIUS = 40
const MOST_METRES_OF_SIGHT = 15

// eslint-disable-next-line complexity -- a line a dimension
function byValues(
  { dimension, unit }: Quantity,
  { field, kind }: { readonly field: string; readonly kind: string },
  highest: number,
  usual: UnitPreferences,
): Unit {
  if (dimension === 'temperature') return highest > MOST_CELSIUS ? 'F' : usual.temperature
  if (dimension === 'pressure') return highest > 500 ? 'hpa' : highest > 0 && highest < 40 ? 'inhg' : usual.pressure
  if (dimension === 'speed') return usual.wind
  if (dimension === 'weight')
    return highest > MOST_POUNDS ? 'g' : kind === 'lure' ? (usual.weight === 'kg' ? 'g' : 'oz') : usual.weight
  if (field === 'visibilityM')
    return highest > MOST_METRES_OF_SIGHT && usual.temperature === 'C' ? 'cm' : usual.visibility
  if (unit !== 'mm') return usual.depth
  return highest > MOST_CENTIMETRES ? 'mm' : highest > MOST_INCHES ? 'cm' : usual.length
}
