import { parseNumber } from '../../units/index.ts'

/** How a file writes decimals; undefined where its numbers do not tell. */
export type Decimal = ',' | '.'

/**
 * The decimal sign of a file, by its numbers: a sign with other than three figures behind it can only be one, or a time of day's. Undefined where
 * none shows, or neither much more than the other.
 */
export function decimalOf(cells: Iterable<string>): Decimal | undefined {
  let [commas, points] = [0, 0]
  for (const cell of cells) {
    const number = /^[^\d]*\d+([.,])(\d+)[^\d.,:/]*$/.exec(cell.trim())
    if (!number || /(uhr|[ap]\.?m\.?)$/i.test(cell.trim()) || number[2]?.length === 3) continue
    if (number[1] === ',') commas++
    else points++
  }
  return commas > 2 * points ? ',' : points > 2 * commas ? '.' : undefined
}

/** A number's text without its thousands separators, and without *about*. */
export function plainNumeral(text: string, decimal: Decimal | undefined): string {
  const exact = text.trim().replace(/^(ca\.?|~|≈|about|circa|env\.?|approx\.?)\s*/i, '')
  if (decimal === undefined) return exact
  return exact.replace(decimal === ',' ? /(\d)\.(?=\d{3}(\D|$))/g : /(\d),(?=\d{3}(\D|$))/g, '$1')
}

export const numberIn = (text: string, decimal: Decimal | undefined): number | undefined =>
  parseNumber(plainNumeral(text.replace(/\s*%$/, ''), decimal))
