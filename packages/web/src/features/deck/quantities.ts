import { convert, fieldsOf, parseQuantity } from '@jotbook/core'
import type { Fields, Kind, Unit, UnitPreferences } from '@jotbook/core'
import type { DeckUnits } from './scale.ts'
import { quantity } from '../../ui/locale.ts'
import { shownUnit } from '../../ui/recordForm/shownUnit.ts'

/** By unit: how far one tap moves a value, and where it starts when there is none yet. */
const STEPS: Readonly<
  Partial<Record<Unit, { readonly step: number; readonly start: Readonly<Record<string, number>> }>>
> = {
  F: { step: 1, start: { waterTempC: 50, airTempC: 55 } },
  C: { step: 0.5, start: { waterTempC: 10, airTempC: 12 } },
  ft: { step: 0.5, start: { visibilityM: 3, depthM: 6 } },
  m: { step: 0.25, start: { visibilityM: 1, depthM: 2 } },
  mph: { step: 1, start: { windMps: 5 } },
  mps: { step: 0.5, start: { windMps: 2 } },
  kmh: { step: 1, start: { windMps: 8 } },
  kn: { step: 1, start: { windMps: 4 } },
  hpa: { step: 1, start: { pressureHpa: 1015 } },
  inhg: { step: 0.05, start: { pressureHpa: 30 } },
  in: { step: 0.5, start: { lengthMm: 14, minLengthMm: 14, visibilityM: 36, preyLengthMm: 2 } },
  cm: { step: 1, start: { lengthMm: 36, minLengthMm: 36, visibilityM: 100, preyLengthMm: 5 } },
  mm: { step: 5, start: { lengthMm: 360, minLengthMm: 360, preyLengthMm: 50 } },
  /** Weights in pounds go by two ounces. */
  oz: { step: 2, start: { weightG: 32, deadFishG: 4 } },
  kg: { step: 0.05, start: { weightG: 0.9, deadFishG: 0.1 } },
  g: { step: 50, start: { weightG: 900, deadFishG: 100 } },
}

function unitsOfField(kind: Kind, field: string, units: UnitPreferences): { si: Unit; shown: Unit; stepping: Unit } {
  const spec = fieldsOf(kind)[field]
  if (spec?.type !== 'quantity') throw new RangeError(`${field} of a ${kind} is not measured`)
  const shown = kind === 'strike' && field === 'weightG' ? units.weight : shownUnit(field, spec, units)
  return { si: spec.unit, shown, stepping: shown === 'lb' ? 'oz' : shown }
}

/** A measured field moved by one step in the reader's unit; the first tap sets it to what is usual (in SI), else to where such values start. */
// eslint-disable-next-line max-params -- a field, its value as it is stored and as it was typed, and whose units
export function stepped(
  kind: Kind,
  field: string,
  current: number | null | undefined,
  units: DeckUnits,
  direction: 1 | -1,
  usual?: number,
): Fields {
  const spec = fieldsOf(kind)[field]
  const { si, shown, stepping } = unitsOfField(kind, field, units)
  const rule = STEPS[stepping]
  if (!rule || spec?.type !== 'quantity') throw new RangeError(`no step for ${stepping}`)
  const step = (si === 'g' ? units.weightStep : undefined) ?? rule.step
  const now = typeof current === 'number' ? convert(current, si, stepping) : undefined
  const first =
    usual === undefined ? (rule.start[field] ?? step) : Math.round(convert(usual, si, stepping) / step) * step
  const next = now === undefined ? first : (Math.round(now / step) + direction) * step
  // At the end of what the field may hold both stand there, the value and how it is written.
  const value = Math.min(spec.max, Math.max(spec.min, convert(Number(next.toFixed(2)), stepping, si)))
  const rounded = Number(convert(value, si, stepping).toFixed(2))
  const typed = shown === 'lb' ? `${Math.floor(rounded / 16)} lb ${rounded % 16} oz` : `${rounded} ${stepping}`
  return { [field]: value, [`${field}Typed`]: typed }
}

/** A measured field as typed, in the reader's unit where none is named; undefined where it is not understood. */
export function typedQuantity(kind: Kind, field: string, entered: string, units: UnitPreferences): Fields | undefined {
  const spec = fieldsOf(kind)[field]
  const { si, shown } = unitsOfField(kind, field, units)
  const read = parseQuantity(entered, shown, si)
  const sound = read && spec?.type === 'quantity' && read.value >= spec.min && read.value <= spec.max
  return sound ? { [field]: read.value, [`${field}Typed`]: read.typed } : undefined
}

/** A measured field as the reader has it; a dash where there is none. */
// eslint-disable-next-line max-params -- a field, its value as it is stored and as it was typed, and whose units
export function shownValue(kind: Kind, field: string, value: unknown, typed: unknown, units: UnitPreferences): string {
  const { si, shown } = unitsOfField(kind, field, units)
  return typeof value === 'number' ? quantity(value, typeof typed === 'string' ? typed : null, si, shown) : '–'
}

/** The words a field offers. */
export function wordsOfField(kind: Kind, field: string): readonly string[] {
  const spec = fieldsOf(kind)[field]
  return spec && 'words' in spec ? spec.words : []
}
