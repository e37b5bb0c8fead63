import type { Json } from '../sync/index.ts'
import { convert } from '../units/index.ts'
import { isDate, isZone, isoUtc, isoInZone, epochMs, parseInstant } from '../time/index.ts'
import type { BundleColumn } from './tables.ts'

/** A cell that could not be read, with what to do about it. */
export class CellFault extends Error {}

/** The value of a non-empty cell. Throws CellFault. References stay the bundle's own ids. */
// eslint-disable-next-line complexity -- a case a type of field
export function readCell(text: string, { spec, unit }: BundleColumn): Json {
  switch (spec.type) {
    case 'text':
    case 'word':
      return withoutApostrophe(text)
    case 'ref':
      return withoutApostrophe(text)
    case 'words':
      return withoutApostrophe(text)
        .split(';')
        .map((word) => word.trim())
        .filter((word) => word !== '')
    case 'choice': {
      const found = spec.of.find((word) => word === text.toLowerCase())
      if (found === undefined) throw new CellFault(`"${text}" is none of ${spec.of.join(', ')}.`)
      return found
    }
    case 'zone':
      if (!isZone(text)) throw new CellFault(`"${text}" is no time zone; write one such as America/Chicago or +02:00.`)
      return text
    case 'instant':
      return readInstant(text)
    case 'date':
      if (!isDate(text)) throw new CellFault(`"${text}" is no day; write it as 2026-03-14.`)
      return text
    case 'quantity':
      return convert(readNumber(text), unit ?? spec.unit, spec.unit)
    case 'number':
      return readNumber(text)
    case 'flag':
      return readFlag(text)
    case 'json':
      throw new CellFault('This field has no column in a bundle.')
  }
}

function readInstant(text: string): string {
  const ms = parseInstant(text)
  if (ms !== undefined) return isoUtc(ms)
  const bare = parseInstant(`${text}Z`) !== undefined
  throw new CellFault(
    bare
      ? `"${text}" has no offset; write ${text}-06:00 or whatever the clock was set to.`
      : `"${text}" is no time; write it as 2026-03-14T06:30:00-06:00.`,
  )
}

function readNumber(text: string): number {
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(text))
    throw new CellFault(`"${text}" is not a number; write it with a decimal point and no unit.`)
  return Number(text)
}

function readFlag(text: string): boolean {
  if (['yes', 'true', '1', 'y'].includes(text.toLowerCase())) return true
  if (['no', 'false', '0', 'n'].includes(text.toLowerCase())) return false
  throw new CellFault(`"${text}" is neither yes nor no.`)
}

/** The cell of a stored value. `zone` is where its trip's clocks stand. */
export function writeCell(value: Json | undefined, { spec, unit }: BundleColumn, zone: string): string {
  if (value === null || value === undefined) return ''
  if (spec.type === 'instant') return isoInZone(epochMs(value as string), zone)
  if (spec.type === 'flag') return value ? 'yes' : 'no'
  if (spec.type === 'words') return withApostrophe((value as string[]).join(';'))
  if (spec.type === 'quantity') return String(convert(value as number, spec.unit, unit ?? spec.unit))
  return typeof value === 'string' ? withApostrophe(value) : String(value)
}

/**
 * Spreadsheets run text that begins like a formula, also behind spaces, with wide signs, or where a tab or a line's end begins it: an
 * apostrophe keeps it text. One more is put before any already there, so that reading takes off exactly one.
 */
const FORMULA = /^'*(?:\s*[=+\-@＝＋－＠]|[\t\r\n])/
export const withApostrophe = (text: string): string => (FORMULA.test(text) ? `'${text}` : text)
export const withoutApostrophe = (text: string): string =>
  text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text

/** Cells with a sign that separates columns elsewhere are quoted, so that no spreadsheet takes what follows it for a cell of its own. */
export const CSV_STYLE = { record_delimiter: 'windows', quoted_match: /[;\t|]/ } as const
