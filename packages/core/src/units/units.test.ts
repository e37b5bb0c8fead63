import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { convert, formatQuantity, fromSi, parseQuantity, quantityText, toSi } from './index.ts'
import type { Unit } from './index.ts'

describe('units', () => {
  // NIST SP 811 (2008), appendix B.8.
  it('uses the exact definitions', () => {
    expect([toSi(50, 'F'), toSi(1, 'ft'), convert(1, 'in', 'mm'), toSi(1, 'lb'), toSi(1, 'mph')]).toEqual([
      10, 0.3048, 25.4, 453.59237, 0.44704,
    ])
    expect(toSi(24, 'in')).toBe(toSi(2, 'ft'))
  })

  it('returns from any unit what went in', () => {
    const units = fc.constantFrom<Unit>('F', 'ft', 'in', 'cm', 'oz', 'lb', 'mph', 'kmh', 'kn', 'inhg')
    fc.assert(
      fc.property(
        fc.double({ min: -100, max: 1000, noNaN: true }),
        units,
        (value, unit) => void expect(fromSi(toSi(value, unit), unit)).toBeCloseTo(value, 9),
      ),
    )
  })

  it('refuses to turn a length into a weight', () => {
    expect(() => convert(1, 'in', 'g')).toThrow(/different dimensions/)
  })
})

describe('quantities as typed', () => {
  it.each([
    ['16.5in', 'in', 'mm', 419.1],
    ['16,5', 'in', 'mm', 419.1],
    ['2-8', 'lb', 'g', 40 * 28.349523125],
    ['2 lb 8 oz', 'lb', 'g', 40 * 28.349523125],
    ['47', 'F', 'C', 25 / 3],
    ['1.2 kg', 'lb', 'g', 1200],
  ] as const)('understands %s', (text, assumed, field, value) => {
    expect(parseQuantity(text, assumed, field)?.value).toBeCloseTo(value, 10)
  })
  it.each(['', 'cold', '3 ells', '2-18', '16.5 kg'])('does not understand "%s" as a length', (text) => {
    expect(parseQuantity(text, 'in', 'mm')).toBeUndefined()
  })
  it('shows what was typed in the unit it was typed in, and rounds otherwise', () => {
    const { value, typed } = parseQuantity('16.52', 'in', 'mm')!
    expect([quantityText(value, typed, 'mm', 'in'), quantityText(value, typed, 'mm', 'cm')]).toEqual(['16.52', '42'])
    expect([1616, 1361, 397, 0].map((grams) => formatQuantity(grams, null, 'g', 'lb'))).toEqual([
      '3 lb 9 oz',
      '3 lb',
      '14 oz',
      '0 oz',
    ])
  })
})
