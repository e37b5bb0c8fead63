import type { Unit } from './units.ts'

/** Units are chosen per quantity, so that a book may read °F and metres. */
export interface UnitPreferences {
  readonly temperature: 'F' | 'C'
  readonly depth: 'ft' | 'm'
  readonly visibility: 'ft' | 'in' | 'm' | 'cm'
  readonly length: 'in' | 'cm' | 'mm'
  readonly weight: 'lb' | 'oz' | 'kg' | 'g'
  readonly wind: 'mph' | 'mps' | 'kmh' | 'kn'
  readonly pressure: 'inhg' | 'hpa'
}

export const IMPERIAL: UnitPreferences = {
  temperature: 'F',
  depth: 'ft',
  visibility: 'ft',
  length: 'in',
  weight: 'lb',
  wind: 'mph',
  pressure: 'inhg',
}
export const METRIC: UnitPreferences = {
  temperature: 'C',
  depth: 'm',
  visibility: 'm',
  length: 'cm',
  weight: 'kg',
  wind: 'mps',
  pressure: 'hpa',
}

/** The choices a member has for each quantity. */
export const UNIT_CHOICES: { readonly [Q in keyof UnitPreferences]: readonly UnitPreferences[Q][] } = {
  temperature: ['F', 'C'],
  depth: ['ft', 'm'],
  visibility: ['ft', 'in', 'm', 'cm'],
  length: ['in', 'cm', 'mm'],
  weight: ['lb', 'oz', 'kg', 'g'],
  wind: ['mph', 'mps', 'kmh', 'kn'],
  pressure: ['inhg', 'hpa'],
}

/** Unit preferences as stored with the book, missing or unknown entries filled with imperial units. */
export function unitPreferences(stored: unknown): UnitPreferences {
  const given = (typeof stored === 'object' && stored !== null ? stored : {}) as Record<string, unknown>
  const chosen: Record<string, Unit> = { ...IMPERIAL }
  for (const [quantity, choices] of Object.entries(UNIT_CHOICES)) {
    const wanted = choices.find((unit) => unit === given[quantity])
    if (wanted) chosen[quantity] = wanted
  }
  return chosen as unknown as UnitPreferences
}
