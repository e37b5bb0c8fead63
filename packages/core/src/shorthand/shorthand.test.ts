import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { METRIC } from '../units/index.ts'
import { readStrikeLine, spellStrikeLine } from './index.ts'

const examples = [
  ...readFileSync(new URL('../../../../docs/formats.md', import.meta.url), 'utf8').matchAll(
    /^\| `([^`]+)` +\| (.+·.+?|\d\d?:\d\d) +\|$/gm,
  ),
].map(([, typed = '', means = '']) => [typed, means] as const)

describe('a strike in one line', () => {
  it('has at least thirty examples in the documents', () => expect(examples.length).toBeGreaterThanOrEqual(30))

  it.each(examples)('%s', (typed, means) => {
    expect(spellStrikeLine(readStrikeLine(typed))).toBe(means)
  })

  it('takes bare numbers in the book’s own units', () => {
    expect(readStrikeLine('9:42 landed 42 1,2', { units: METRIC })).toMatchObject({
      lengthMm: { value: 420 },
      weightG: { value: 1200 },
    })
  })

  it('drops nothing: every word is either understood, a filler, or in a stretch that is shown', () => {
    const words = fc.constantFrom(
      '9:42',
      'landed',
      'gone',
      'on',
      'the',
      'pause',
      '16.5in',
      '2-8',
      'qux',
      'pitch',
      '3',
      '"by a stump"',
      'at',
      '8ft',
      'lost',
      '§',
    )
    fc.assert(
      fc.property(fc.array(words, { maxLength: 9 }), (typed) => {
        const text = typed.join(' ')
        const { misread } = readStrikeLine(text)
        for (const { from, to, text: shown } of misread) expect(text.slice(from, to)).toBe(shown)
        for (const odd of ['gone', 'qux', '§']) {
          const shownTimes = misread.reduce(
            (sum, { text: shown }) => sum + shown.split(' ').filter((word) => word === odd).length,
            0,
          )
          expect(shownTimes).toBe(typed.filter((word) => word === odd).length)
        }
      }),
    )
  })
})
