import { expect, it } from 'vitest'
import { alikeRemarks } from './alikeRemarks.ts'

it('tells equal problems once, with how many there are and the first of them', () => {
  const unreadable = Array.from({ length: 9 }, (_, i) => ({
    line: i + 2,
    column: 'Length',
    message: `“big${i}” is not a length.`,
  }))
  const other = { line: 20, column: 'Length', message: 'A length must be between 0 and 3000.' }
  const elsewhere = { line: 21, column: 'Depth', message: '“deep” is not a length.' }
  expect(
    alikeRemarks([
      ...unreadable,
      other,
      elsewhere,
      { ...other, line: 22, message: 'A length must be between 0 and 300.' },
    ]),
  ).toEqual([
    { count: 9, message: '“big0” is not a length.', examples: unreadable.slice(0, 3) },
    { count: 2, message: other.message, examples: [other, expect.objectContaining({ line: 22 })] },
    { count: 1, message: elsewhere.message, examples: [elsewhere] },
  ])
})
