import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsInt, IsNumber, IsOptional, IsString, Max, MaxLength, Min, ValidateBy, validateSync } from 'class-validator'
import { KINDS, allFields, fieldsOf, fromSi, isDate, isZone, parseInstant, toSi, unitLabel } from '@jotbook/core'
import type { FieldSpec, Kind, Unit } from '@jotbook/core'
import { fieldLabel } from './fieldLabels.ts'
import { MAX_JSON, MAX_WORD, MAX_WORDS, isSound } from './soundValue.ts'

function recordClass(kind: Kind): new () => object {
  const named = class {}
  for (const [field, spec] of Object.entries(allFields(kind))) {
    for (const decorate of rulesOf(spec, fieldLabel(field))) decorate(named.prototype, field)
  }
  return named
}

function rulesOf(spec: FieldSpec, label: string): PropertyDecorator[] {
  const presence = spec.required ? isPresent(label) : IsOptional()
  return [presence, ...valueRules(spec, label)]
}

function valueRules(spec: FieldSpec, label: string): PropertyDecorator[] {
  switch (spec.type) {
    case 'text':
      return stringUpTo(spec.max, label)
    case 'word':
    case 'ref':
      return stringUpTo(MAX_WORD, label)
    case 'words':
      return [
        IsArray({ message: `${label} must be a list of words.` }),
        ArrayMaxSize(MAX_WORDS, { message: `${label} may hold at most ${MAX_WORDS} words.` }),
        IsString({ each: true, message: `${label} must be a list of words.` }),
        MaxLength(MAX_WORD, { each: true, message: `Each word of ${label.toLowerCase()} may have at most ${MAX_WORD} letters.` }),
      ]
    case 'choice':
      return [IsIn([...spec.of], { message: `${label} must be one of ${spec.of.join(', ')}.` })]
    case 'instant':
      return [
        holds(
          'isInstant',
          (value) => typeof value === 'string' && parseInstant(value) !== undefined,
          `${label} must be a time with its offset, such as 2026-03-14T06:30:00-06:00.`,
        ),
      ]
    case 'date':
      return [holds('isDay', (value) => typeof value === 'string' && isDate(value), `${label} must be a day such as 2026-03-14.`)]
    case 'zone':
      return [holds('isZone', (value) => typeof value === 'string' && isZone(value), `${label} must be a time zone such as America/Chicago.`)]
    case 'quantity':
      return between(spec.min, spec.max, `${label} must be from ${rangeText(spec.min, spec.max, spec.unit)}.`)
    case 'number': {
      const message = `${label} must be ${spec.integer ? 'a whole number ' : ''}from ${spec.min} to ${spec.max}.`
      return [...between(spec.min, spec.max, message), ...(spec.integer ? [IsInt({ message })] : [])]
    }
    case 'flag':
      return [IsBoolean({ message: `${label} must be yes or no.` })]
    case 'json':
      return [holds('isSmallJson', (value) => JSON.stringify(value).length <= MAX_JSON, `${label} is too large: at most a million letters.`)]
  }
}

/** As IsDefined, but skipped for a field that a change does not carry. */
const isPresent = (label: string): PropertyDecorator => holds('isPresent', (value) => value !== null && value !== undefined, missingText(label))
const missingText = (label: string): string => `${label} is missing.`

const stringUpTo = (max: number, label: string): PropertyDecorator[] => [
  IsString({ message: `${label} must be text.` }),
  MaxLength(max, { message: `${label} may have at most ${max} letters.` }),
]

const between = (min: number, max: number, message: string): PropertyDecorator[] => [IsNumber({}, { message }), Min(min, { message }), Max(max, { message })]

const holds = (name: string, validate: (value: unknown) => boolean, message: string): PropertyDecorator =>
  ValidateBy({ name, validator: { validate } }, { message })

const ALSO: Readonly<Partial<Record<Unit, Unit>>> = { C: 'F', m: 'ft', mm: 'in', g: 'lb', mps: 'mph', hpa: 'inhg' }

/** `−2 to 45 °C (28 to 113 °F)`. */
function rangeText(min: number, max: number, unit: Unit): string {
  const text = (in_: Unit): string => {
    const scale = unit === 'mm' ? 0.001 : 1
    const shown = (value: number): string =>
      String(Number((in_ === unit ? value : fromSi(value * scale, in_)).toFixed(in_ === 'inhg' ? 1 : 0))).replace('-', '−')
    return `${shown(min)} to ${shown(max)} ${unitLabel(in_)}`
  }
  const also = ALSO[unit]
  return also ? `${text(unit)} (${text(also)})` : text(unit)
}

/**
 * One class a record kind, its rules derived from the field tables of core. The same class checks the form, the API and the
 * import, so that a message is written once.
 */
export const RECORD_CLASSES = Object.fromEntries(KINDS.map((kind) => [kind, recordClass(kind)])) as Record<Kind, new () => object>

const requiredOf = (kind: Kind): string[] =>
  Object.entries(fieldsOf(kind))
    .filter(([, spec]) => spec.required)
    .map(([field]) => field)
const REQUIRED = new Map(KINDS.map((kind) => [kind, requiredOf(kind)]))

const TABLES = new Map(KINDS.map((kind) => [kind, allFields(kind)]))

function isSoundRecord(kind: Kind, given: Readonly<Record<string, unknown>>): boolean {
  const table = TABLES.get(kind)
  return Object.entries(given).every(([field, value]) => value === undefined || !table?.[field] || isSound(table[field], value))
}

export interface FieldFault {
  readonly field: string
  readonly message: string
}

/**
 * What is wrong with a record's fields, one message a field; empty when all is well. With `partial`, absent fields are not missed
 * (a change carries only what changed). Fields nobody knows pass.
 */
export function faultsOf(kind: Kind, fields: object, { partial = false } = {}): FieldFault[] {
  const given = fields as Readonly<Record<string, unknown>>
  const missing = partial ? [] : (REQUIRED.get(kind) ?? []).filter((field) => given[field] === undefined)
  if (missing.length === 0 && isSoundRecord(kind, given)) return []
  const record = Object.assign(new RECORD_CLASSES[kind](), fields)
  const wrong = validateSync(record, { skipUndefinedProperties: true, forbidUnknownValues: false, stopAtFirstError: true })
  return [
    ...missing.map((field) => ({ field, message: missingText(fieldLabel(field)) })),
    ...wrong.map(({ property, constraints, value }) => ({
      field: property,
      message: (Object.values(constraints ?? {})[0] ?? `${fieldLabel(property)} is not right.`) + likelyMeant(TABLES.get(kind)?.[property], value),
    })),
  ]
}

/** A pressure that would be one in the other unit is asked about, not guessed. */
function likelyMeant(spec: FieldSpec | undefined, value: unknown): string {
  if (spec?.type !== 'quantity' || spec.unit !== 'hpa' || typeof value !== 'number') return ''
  const sound = (hpa: number): boolean => hpa >= spec.min && hpa <= spec.max
  if (sound(toSi(value, 'inhg'))) return ` Is ${value} in inches of mercury? Then write ${value} inHg.`
  const inches = fromSi(value, 'inhg')
  return sound(inches) ? ` Is ${Math.round(inches)} in hPa? Then write ${Math.round(inches)} hPa.` : ''
}
