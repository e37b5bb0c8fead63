import { at } from '../checked/index.ts'
import { convert, dimensionOf, unitDecimals, unitLabel } from './units.ts'
import type { Unit } from './units.ts'

export interface TypedQuantity {
  /** In the field's own SI unit. */
  readonly value: number
  /** What was typed, with its unit, e.g. `16.5 in`. */
  readonly typed: string
}

const SPELLED: Readonly<Record<string, Unit>> = {
  c: 'C',
  '°c': 'C',
  '° c': 'C',
  f: 'F',
  '°f': 'F',
  '° f': 'F',
  m: 'm',
  ft: 'ft',
  feet: 'ft',
  "'": 'ft',
  '′': 'ft',
  cm: 'cm',
  mm: 'mm',
  in: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
  '”': 'in',
  g: 'g',
  kg: 'kg',
  oz: 'oz',
  lb: 'lb',
  lbs: 'lb',
  'm/s': 'mps',
  mps: 'mps',
  mph: 'mph',
  'km/h': 'kmh',
  kmh: 'kmh',
  kph: 'kmh',
  kn: 'kn',
  kt: 'kn',
  kts: 'kn',
  knots: 'kn',
  hpa: 'hpa',
  mb: 'hpa',
  mbar: 'hpa',
  inhg: 'inhg',
}

/** A number as typed: decimal point or comma. Undefined when it is not one. */
export function parseNumber(input: string): number | undefined {
  const text = input.trim()
  return /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(text) ? Number(text.replace(',', '.')) : undefined
}

/**
 * A measured value as typed: `47`, `16,5 in`, `2 lb 8 oz`, `2-8` (pounds-ounces, when weights are typed in pounds).
 * Given the text, the unit to assume, and the SI unit of the field. Undefined when it is not understood.
 */
export function parseQuantity(input: string, assumed: Unit, fieldUnit: Unit): TypedQuantity | undefined {
  const text = input.trim().toLowerCase()
  const poundsOunces = /^(\d+)\s*(?:-|lbs?\s*)\s*(\d+(?:[.,]\d+)?)\s*(?:oz)?$/.exec(text)
  if (poundsOunces && dimensionOf(fieldUnit) === 'weight') {
    const pounds = Number(poundsOunces[1])
    const ounces = parseNumber(at(poundsOunces, 2)) ?? NaN
    return ounces < 16
      ? { value: convert(pounds * 16 + ounces, 'oz', fieldUnit), typed: `${pounds} lb ${ounces} oz` }
      : undefined
  }
  const parts = /^([+-]?[\d.,]+)\s*([^\d\s].*)?$/.exec(text)
  const value = parts ? parseNumber(at(parts, 1)) : undefined
  const unit = parts?.[2] === undefined ? assumed : SPELLED[parts[2].trim()]
  if (value === undefined || unit === undefined || dimensionOf(unit) !== dimensionOf(fieldUnit)) return undefined
  return { value: convert(value, unit, fieldUnit), typed: `${value} ${unit}` }
}

/** A stored value as the reader wants it: as typed when typed in that unit, else rounded to the unit's usual precision. Without the unit's label. */
export function quantityText(
  value: number,
  typed: string | null | undefined,
  fieldUnit: Unit,
  shownUnit: Unit,
): string {
  const [typedValue, typedUnit, more] = typed?.split(' ') ?? []
  if (
    typedUnit === shownUnit &&
    more === undefined &&
    typedValue !== undefined &&
    convert(Number(typedValue), shownUnit, fieldUnit) === value
  )
    return typedValue
  return String(Number(convert(value, fieldUnit, shownUnit).toFixed(unitDecimals(shownUnit))))
}

/** As `quantityText`, with the unit: `47 °F`, `3 lb 9 oz`, `14 oz`. */
export function formatQuantity(
  value: number,
  typed: string | null | undefined,
  fieldUnit: Unit,
  shownUnit: Unit,
): string {
  if (shownUnit === 'lb') {
    const ounces = Math.round(convert(value, fieldUnit, 'oz'))
    const [pounds, rest] = [Math.floor(ounces / 16), ounces % 16]
    return [pounds > 0 ? `${pounds} lb` : '', rest > 0 || pounds === 0 ? `${rest} oz` : ''].filter(Boolean).join(' ')
  }
  return `${quantityText(value, typed, fieldUnit, shownUnit)} ${unitLabel(shownUnit)}`
}
