import type { FieldSpec, Unit, UnitPreferences } from '@jotbook/core'

/** The unit a measured field is typed and shown in: the reader's own for its sort of quantity. */
export function shownUnit(field: string, spec: Extract<FieldSpec, { type: 'quantity' }>, units: UnitPreferences): Unit {
  if (spec.dimension === 'temperature') return units.temperature
  if (spec.dimension === 'speed') return units.wind
  if (spec.dimension === 'pressure') return units.pressure
  if (spec.dimension === 'weight')
    return field === 'weightG' ? (units.weight === 'lb' || units.weight === 'oz' ? 'oz' : 'g') : units.weight
  return spec.unit === 'mm' ? units.length : units.depth
}
