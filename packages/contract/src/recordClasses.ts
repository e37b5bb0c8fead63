import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  ValidateBy,
  validateSync,
} from 'class-validator'
import {
  JSON_SHAPES,
  KINDS,
  LOG_YEARS,
  allFields,
  fieldsOf,
  fromSi,
  isDate,
  isPlausibleDate,
  isPlausibleInstant,
  isZone,
  parseInstant,
  toSi,
  unitLabel,
} from '@jotbook/core'
import type { FieldSpec, Fields, Kind, Unit } from '@jotbook/core'
import { fieldLabel } from './fieldLabel.ts'
import { MAX_WORD, MAX_WORDS, isJsonOf, isSound, isStorableText } from './soundValue.ts'

/** A class with the rules of one field: asked only of a value that is wrong, so that a push of wrong values costs little more than one of right ones. */
function fieldClass(field: string, spec: FieldSpec): new () => object {
  const named = class {}
  for (const decorate of rulesOf(spec, fieldLabel(field))) decorate(named.prototype, field)
  return named
}

/** The rules of one field of a record, for a class that carries it. */
export const fieldRules =
  (kind: Kind, field: string): PropertyDecorator =>
  (target, property) => {
    const spec = allFields(kind)[field]
    if (!spec) throw new RangeError(`a ${kind} has no field ${field}`)
    for (const decorate of rulesOf(spec, fieldLabel(field))) decorate(target, property)
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
        MaxLength(MAX_WORD, {
          each: true,
          message: `Each word of ${label.toLowerCase()} may have at most ${MAX_WORD} letters.`,
        }),
        storable(label),
      ]
    case 'choice':
      return [IsIn([...spec.of], { message: `${label} must be one of ${spec.of.join(', ')}.` })]
    case 'instant':
      return [
        holds('isPlausible', (value) => !isInstant(value) || isPlausibleInstant(value), withinYears(label)),
        holds('isInstant', isInstant, `${label} must be a time with its offset, such as 2026-03-14T06:30:00-06:00.`),
      ]
    case 'date':
      return [
        holds('isPlausible', (value) => !isDay(value) || isPlausibleDate(value), withinYears(label)),
        holds('isDay', isDay, `${label} must be a day such as 2026-03-14.`),
      ]
    case 'zone':
      return [
        holds(
          'isZone',
          (value) => typeof value === 'string' && isZone(value),
          `${label} must be a time zone such as America/Chicago.`,
        ),
      ]
    case 'quantity':
      return between(spec.min, spec.max, `${label} must be from ${rangeText(spec.min, spec.max, spec.unit)}.`)
    case 'number': {
      const message = `${label} must be ${spec.integer ? 'a whole number ' : ''}from ${spec.min} to ${spec.max}.`
      return [...between(spec.min, spec.max, message), ...(spec.integer ? [IsInt({ message })] : [])]
    }
    case 'flag':
      return [IsBoolean({ message: `${label} must be yes or no.` })]
    case 'json':
      return [
        holds(
          'isJsonOf',
          (value) => isJsonOf(spec, value),
          `${label} must be ${JSON_SHAPES[spec.shape].said}, of at most a million letters.`,
        ),
      ]
  }
}

/** As IsDefined, but skipped for a field that a change does not carry. */
const isPresent = (label: string): PropertyDecorator =>
  holds('isPresent', (value) => value !== null && value !== undefined, missingText(label))
const missingText = (label: string): string => `${label} is missing.`

const isInstant = (value: unknown): value is string => typeof value === 'string' && parseInstant(value) !== undefined
const isDay = (value: unknown): value is string => typeof value === 'string' && isDate(value)
const withinYears = (label: string): string =>
  `${label} must be in a year from ${LOG_YEARS.first} to ${LOG_YEARS.last}.`
const storable = (label: string): PropertyDecorator => holds('isStorable', isStorableText, unstorable(label))
/** What is said of text with half a character or U+0000 in it. */
export const unstorable = (label: string): string => `${label} holds a character that cannot be stored.`

const stringUpTo = (max: number, label: string): PropertyDecorator[] => [
  IsString({ message: `${label} must be text.` }),
  MaxLength(max, { message: `${label} may have at most ${max} letters.` }),
  // Last: text is looked through only once it is known to be short.
  storable(label),
]

const between = (min: number, max: number, message: string): PropertyDecorator[] => [
  IsNumber({}, { message }),
  Min(min, { message }),
  Max(max, { message }),
]

const holds = (name: string, validate: (value: unknown) => boolean, message: string): PropertyDecorator =>
  ValidateBy({ name, validator: { validate } }, { message })

const ALSO: Readonly<Partial<Record<Unit, Unit>>> = { C: 'F', m: 'ft', mm: 'in', g: 'lb', mps: 'mph', hpa: 'inhg' }

/** `−2 to 45 °C (28 to 113 °F)`. */
function rangeText(min: number, max: number, unit: Unit): string {
  const text = (in_: Unit): string => {
    const scale = unit === 'mm' ? 0.001 : 1
    const shown = (value: number): string =>
      String(Number((in_ === unit ? value : fromSi(value * scale, in_)).toFixed(in_ === 'inhg' ? 1 : 0))).replace(
        '-',
        '−',
      )
    return `${shown(min)} to ${shown(max)} ${unitLabel(in_)}`
  }
  // Under a pound it is ounces.
  const also = unit === 'g' && max < 454 ? 'oz' : ALSO[unit]
  return also ? `${text(unit)} (${text(also)})` : text(unit)
}

/**
 * One class a field, its rules derived from the field tables of core. The same class checks the form, the API and the import, so
 * that a message is written once.
 */
export const FIELD_CLASSES = new Map(
  KINDS.map(
    (kind) =>
      [
        kind,
        new Map(Object.entries(allFields(kind)).map(([field, spec]) => [field, fieldClass(field, spec)])),
      ] as const,
  ),
)

const requiredOf = (kind: Kind): string[] =>
  Object.entries(fieldsOf(kind))
    .filter(([, spec]) => spec.required)
    .map(([field]) => field)
const REQUIRED = new Map(KINDS.map((kind) => [kind, requiredOf(kind)]))

const SPECS = new Map(KINDS.map((kind) => [kind, new Map(Object.entries(allFields(kind)))]))

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
  const specs = SPECS.get(kind)
  const wrong = Object.entries(given).flatMap(([field, value]): FieldFault[] => {
    const spec = specs?.get(field)
    return value === undefined || !spec || isSound(spec, value)
      ? []
      : [{ field, message: faultOf(kind, field, spec, value) }]
  })
  return [...missing.map((field) => ({ field, message: missingText(fieldLabel(field)) })), ...wrong]
}

/** The first field that a record of the kind cannot do without, and that is not among these. */
export function missingFault(kind: Kind, fields: Fields): FieldFault | undefined {
  const field = REQUIRED.get(kind)?.find((name) => fields[name] === undefined || fields[name] === null)
  return field === undefined ? undefined : { field, message: missingText(fieldLabel(field)) }
}

/** The first field whose value is wrong, of those that are given; why is worked out where `explained`. */
export function firstFault(kind: Kind, fields: Fields, explained: boolean): FieldFault | undefined {
  const specs = SPECS.get(kind)
  for (const field in fields) {
    const [spec, value] = [specs?.get(field), fields[field]]
    if (!spec || value === undefined || isSound(spec, value)) continue
    return { field, message: explained ? faultOf(kind, field, spec, value) : `${fieldLabel(field)} is not right.` }
  }
  return undefined
}

function faultOf(kind: Kind, field: string, spec: FieldSpec, value: unknown): string {
  const rules = FIELD_CLASSES.get(kind)?.get(field)
  const record = rules && Object.assign(new rules(), { [field]: value })
  const [wrong] = record ? validateSync(record, { forbidUnknownValues: false, stopAtFirstError: true }) : []
  return (Object.values(wrong?.constraints ?? {})[0] ?? `${fieldLabel(field)} is not right.`) + likelyMeant(spec, value)
}

/**
 * A stored record's fields as far as the book can work with them: a value of another shape is left out. Undefined where the record
 * cannot do without it. The same object when all is well.
 */
export function readableFields(kind: Kind, fields: Fields): Fields | undefined {
  const wrong = unreadableFields(kind, fields)
  if (wrong.length === 0) return fields
  const specs = SPECS.get(kind)
  if (wrong.some((field) => specs?.get(field)?.required)) return undefined
  return Object.fromEntries(Object.entries(fields).filter(([field]) => !wrong.includes(field)))
}

/** Fields whose stored values the book cannot work with, and required ones that are missing. */
export function unreadableFields(kind: Kind, fields: Fields): string[] {
  const specs = SPECS.get(kind)
  const missing = (REQUIRED.get(kind) ?? []).filter((field) => fields[field] === undefined)
  let wrong: string[] | undefined
  for (const field in fields) {
    const spec = specs?.get(field)
    if (spec && !isSound(spec, fields[field])) (wrong ??= []).push(field)
  }
  return wrong ? [...missing, ...wrong] : missing
}

/** A pressure that would be one in the other unit is asked about, not guessed. */
function likelyMeant(spec: FieldSpec, value: unknown): string {
  if (spec.type !== 'quantity' || spec.unit !== 'hpa' || typeof value !== 'number') return ''
  const sound = (hpa: number): boolean => hpa >= spec.min && hpa <= spec.max
  if (sound(toSi(value, 'inhg'))) return ` Is ${value} in inches of mercury? Then write ${value} inHg.`
  const inches = fromSi(value, 'inhg')
  return sound(inches) ? ` Is ${Math.round(inches)} in hPa? Then write ${Math.round(inches)} hPa.` : ''
}
