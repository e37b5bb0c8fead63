import { isDate, isZone, parseInstant } from '@jotbook/core'
import type { FieldSpec } from '@jotbook/core'

export const MAX_WORDS = 100
export const MAX_WORD = 200
export const MAX_JSON = 1_000_000

/**
 * The quick yes to a value: pushes carry thousands of fields, nearly all of them sound. What is not sound here is asked of the record
 * class, which says why; the tests hold the two to the same answer.
 */
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
      return typeof value === 'string' && parseInstant(value) !== undefined
    case 'date':
      return typeof value === 'string' && isDate(value)
    case 'zone':
      return typeof value === 'string' && isZone(value)
    case 'quantity':
      return isBetween(value, spec.min, spec.max)
    case 'number':
      return isBetween(value, spec.min, spec.max) && (spec.integer !== true || Number.isInteger(value))
    case 'flag':
      return typeof value === 'boolean'
    case 'json':
      return JSON.stringify(value).length <= MAX_JSON
  }
}

const isText = (value: unknown, max: number): boolean => typeof value === 'string' && value.length <= max
const isBetween = (value: unknown, min: number, max: number): boolean => typeof value === 'number' && value >= min && value <= max
