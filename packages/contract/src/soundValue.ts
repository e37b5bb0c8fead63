import { JSON_SHAPES, isPlausibleDate, isPlausibleInstant, isZone } from '@jotbook/core'
import type { FieldSpec } from '@jotbook/core'

export const MAX_WORDS = 100
export const MAX_WORD = 200
export const MAX_JSON = 1_000_000

/**
 * The quick yes to a value: pushes carry thousands of fields, nearly all of them sound. What is not sound here is asked of the record
 * class, which says why; the tests hold the two to the same answer.
 */
// eslint-disable-next-line complexity -- a case a type of field
export function isSound(spec: FieldSpec, value: unknown): boolean {
  if (value === null || value === undefined) return spec.required !== true
  switch (spec.type) {
    case 'text':
      return isText(value, spec.max)
    case 'word':
    case 'ref':
      return isText(value, MAX_WORD)
    case 'words':
      return Array.isArray(value) && value.length <= MAX_WORDS && value.every((word) => isText(word, MAX_WORD))
    case 'choice':
      return spec.of.includes(value as string)
    case 'instant':
      return typeof value === 'string' && isPlausibleInstant(value)
    case 'date':
      return typeof value === 'string' && isPlausibleDate(value)
    case 'zone':
      return typeof value === 'string' && isZone(value)
    case 'quantity':
      return isBetween(value, spec.min, spec.max)
    case 'number':
      return isBetween(value, spec.min, spec.max) && (spec.integer !== true || Number.isInteger(value))
    case 'flag':
      return typeof value === 'boolean'
    case 'json':
      return isJsonOf(spec, value)
  }
}

/** A structured value of its shape and size, with text that can be stored. */
export function isJsonOf({ shape }: Extract<FieldSpec, { type: 'json' }>, value: unknown): boolean {
  return JSON_SHAPES[shape].holds(value) && JSON.stringify(value).length <= MAX_JSON && isStorableText(value)
}

/** Half of a surrogate pair, or U+0000: no database and no file takes either. */
const UNSTORABLE = /[\0\p{Surrogate}]/u

/** Whether all text in a value, its keys too, can be stored. */
export function isStorableText(value: unknown): boolean {
  if (typeof value === 'string') return !UNSTORABLE.test(value)
  if (typeof value !== 'object' || value === null) return true
  if (Array.isArray(value)) return value.every(isStorableText)
  return Object.entries(value).every(([key, inner]) => !UNSTORABLE.test(key) && isStorableText(inner))
}

const isText = (value: unknown, max: number): boolean =>
  typeof value === 'string' && value.length <= max && !UNSTORABLE.test(value)
const isBetween = (value: unknown, min: number, max: number): boolean =>
  typeof value === 'number' && value >= min && value <= max
