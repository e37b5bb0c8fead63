/**
 * Units as the trade types them. SI doubles inside; conversion happens at the edges only.
 * Factors are exact by definition (international foot, pound, ounce and nautical mile) except the inch of mercury, conventional at 0 °C: 3386.389 Pa.
 * Source: NIST SP 811 (2008), appendix B.8.
 */
const UNITS = {
  C: { dimension: 'temperature', si: 'C', factor: 1, label: '°C', decimals: 1 },
  F: { dimension: 'temperature', si: 'C', factor: 5 / 9, label: '°F', decimals: 0 },
  m: { dimension: 'length', si: 'm', factor: 1, label: 'm', decimals: 1 },
  ft: { dimension: 'length', si: 'm', factor: 0.3048, label: 'ft', decimals: 1 },
  cm: { dimension: 'length', si: 'm', factor: 0.01, label: 'cm', decimals: 0 },
  mm: { dimension: 'length', si: 'm', factor: 0.001, label: 'mm', decimals: 0 },
  in: { dimension: 'length', si: 'm', factor: 0.0254, label: 'in', decimals: 1 },
  g: { dimension: 'weight', si: 'g', factor: 1, label: 'g', decimals: 0 },
  kg: { dimension: 'weight', si: 'g', factor: 1000, label: 'kg', decimals: 2 },
  oz: { dimension: 'weight', si: 'g', factor: 28.349523125, label: 'oz', decimals: 1 },
  lb: { dimension: 'weight', si: 'g', factor: 453.59237, label: 'lb', decimals: 2 },
  mps: { dimension: 'speed', si: 'mps', factor: 1, label: 'm/s', decimals: 1 },
  mph: { dimension: 'speed', si: 'mps', factor: 0.44704, label: 'mph', decimals: 0 },
  kmh: { dimension: 'speed', si: 'mps', factor: 1 / 3.6, label: 'km/h', decimals: 0 },
  kn: { dimension: 'speed', si: 'mps', factor: 1852 / 3600, label: 'kn', decimals: 0 },
  hpa: { dimension: 'pressure', si: 'hpa', factor: 1, label: 'hPa', decimals: 0 },
  inhg: { dimension: 'pressure', si: 'hpa', factor: 33.86389, label: 'inHg', decimals: 2 },
} as const

export type Unit = keyof typeof UNITS
export type Dimension = (typeof UNITS)[Unit]['dimension']

/** How a unit is written behind a number. */
export const unitLabel = (unit: Unit): string => UNITS[unit].label
/** Decimals to which a value in a unit is shown. */
export const unitDecimals = (unit: Unit): number => UNITS[unit].decimals
/** What a unit measures. */
export const dimensionOf = (unit: Unit): Dimension => UNITS[unit].dimension

/** Fifteen digits: what a decimal typed by a person means (24 in is 0.6096 m, not 0.6095999999999999). */
const decimal = (value: number): number => Number(value.toPrecision(15))

/** Value in the dimension's base unit (°C, m, g, m/s, hPa). Given value in `unit`. */
export function toSi(value: number, unit: Unit): number {
  return unit === 'F' ? ((value - 32) * 5) / 9 : decimal(value * UNITS[unit].factor)
}

/** Value in `unit`. Given value in the dimension's base unit. */
export function fromSi(value: number, unit: Unit): number {
  return unit === 'F' ? (value * 9) / 5 + 32 : decimal(value / UNITS[unit].factor)
}

/** Throws RangeError when the two units measure different things. */
export function convert(value: number, from: Unit, to: Unit): number {
  if (from === to) return value
  if (dimensionOf(from) !== dimensionOf(to))
    throw new RangeError(`cannot convert ${from} to ${to}: different dimensions`)
  return fromSi(toSi(value, from), to)
}

/** Column suffix → unit, as the bundle names its columns (`_f`, `_ft`, `_in` …). */
export const COLUMN_UNITS: Readonly<Record<string, Unit>> = {
  c: 'C',
  f: 'F',
  m: 'm',
  ft: 'ft',
  mm: 'mm',
  in: 'in',
  cm: 'cm',
  mps: 'mps',
  mph: 'mph',
  g: 'g',
  oz: 'oz',
  lb: 'lb',
  kg: 'kg',
  hpa: 'hpa',
  inhg: 'inhg',
}
