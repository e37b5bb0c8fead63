import { allFields, fieldsOf, isDate, parseNumber, parseQuantity, typedName } from '@jotbook/core'
import type { FieldSpec, Fields, Json, Kind, UnitPreferences } from '@jotbook/core'
import { faultsOf } from '@jotbook/contract'
import { bareQuantity, decimals } from '../locale.ts'
import { shownUnit } from './shownUnit.ts'
import { text } from './text.ts'

/** A record as it is typed: one line of text a field, lists joined by `;`. */
export type Typed = Record<string, string>

export interface ReadRecord {
  readonly fields: Fields
  /** By field: what must be fixed. */
  readonly problems: Readonly<Record<string, string>>
}

export const BOTH_COORDINATES = text.bothCoordinates

/** What was typed, as the fields of a record: measured values in SI beside their spelling. Pure. */
// eslint-disable-next-line complexity -- what is wrong with a field, then with two, then what is missing
export function readRecord(kind: Kind, names: readonly string[], typed: Typed, units: UnitPreferences): ReadRecord {
  const problems: Record<string, string> = {}
  const fields: Record<string, Json> = {}
  for (const name of names) {
    const spec = fieldsOf(kind)[name]
    if (!spec) throw new RangeError(`a ${kind} has no field ${name}`)
    const entered = (typed[name] ?? '').trim()
    try {
      Object.assign(fields, readField(name, spec, entered, units))
    } catch (error) {
      if (!(error instanceof Unread)) throw error
      problems[name] = error.message
    }
  }
  for (const { field, message } of faultsOf(kind, fields, { partial: true })) problems[field] ??= message
  const lacking = lackingCoordinate(typed.latitude ?? '', typed.longitude ?? '')
  if (lacking && names.includes(lacking)) problems[lacking] ??= BOTH_COORDINATES
  for (const name of names)
    if (fieldsOf(kind)[name]?.required && (fields[name] ?? '') === '') problems[name] ??= text.missing
  return { fields, problems }
}

/** The half of a position that was not typed, and what is said of it. */
export function lackingCoordinate(latitude: string, longitude: string): 'latitude' | 'longitude' | undefined {
  const [lat, lon] = [latitude.trim() !== '', longitude.trim() !== '']
  return lat === lon ? undefined : lat ? 'longitude' : 'latitude'
}

class Unread extends Error {}

function readField(name: string, spec: FieldSpec, entered: string, units: UnitPreferences): Fields {
  if (entered === '')
    return {
      [name]: spec.type === 'words' ? [] : null,
      ...(spec.type === 'quantity' ? { [typedName(name)]: null } : {}),
    }
  switch (spec.type) {
    case 'quantity': {
      const read = parseQuantity(entered, shownUnit(name, spec, units), spec.unit)
      if (!read) throw new Unread(text.notUnderstood(entered))
      return { [name]: read.value, [typedName(name)]: read.typed }
    }
    case 'number': {
      const value = parseNumber(entered)
      if (value === undefined) throw new Unread(text.noNumber(entered))
      return { [name]: value }
    }
    case 'date':
      if (!isDate(entered)) throw new Unread(text.noDay(entered))
      return { [name]: entered }
    case 'words':
      return { [name]: wordsOf(entered) }
    case 'flag':
      return { [name]: entered === 'yes' }
    default:
      return { [name]: entered }
  }
}

export const wordsOf = (entered: string): string[] =>
  entered
    .split(';')
    .map((word) => word.trim())
    .filter((word) => word !== '')

/** A record in the book as it would have been typed. */
export function typedRecord(
  kind: Kind,
  names: readonly string[],
  record: object | undefined,
  units: UnitPreferences,
): Typed {
  const held = (record ?? {}) as Readonly<Record<string, Json | undefined>>
  const specs = allFields(kind)
  return Object.fromEntries(
    names.map((name) => [
      name,
      typedField(name, specs[name], { value: held[name], typed: held[typedName(name)] }, units),
    ]),
  )
}

function typedField(
  name: string,
  spec: FieldSpec | undefined,
  { value, typed }: { readonly value: Json | undefined; readonly typed: Json | undefined },
  units: UnitPreferences,
): string {
  if (!spec || value === null || value === undefined) return ''
  if (spec.type === 'quantity')
    return bareQuantity(
      value as number,
      typeof typed === 'string' ? typed : null,
      spec.unit,
      shownUnit(name, spec, units),
    )
  if (spec.type === 'words') return (value as string[]).join('; ')
  if (spec.type === 'flag') return value ? 'yes' : 'no'
  if (spec.type === 'number')
    return Number.isInteger(value) ? String(value) : decimals(value as number, 5).replace(/[.,]?0+$/, '')
  return typeof value === 'string' ? value : ''
}

/** Only what was typed anew: a value shown in another unit must not come back rounded. */
export function changedFields(kind: Kind, typed: Typed, before: Typed, units: UnitPreferences): Fields {
  const names = Object.keys(typed).filter((name) => typed[name] !== (before[name] ?? ''))
  return readRecord(kind, names, typed, units).fields
}
