import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { chooseDeck, valueOf } from './chooseDeck.ts'
import type { DeckCandidate } from './chooseDeck.ts'
import { learnGain } from './learnGain.ts'

const rod = (id: string, expected: readonly number[], level = 'middle', role = 'find'): DeckCandidate => ({
  id,
  level,
  role,
  expected: Float64Array.from(expected),
})
const STUCK = [
  [0, 3.5, 0, 0, 2.5, 0],
  [0.5, 0, 4, 0, 2, 0],
  [0, 0, 0, 1, 0, 2],
  [3.5, 0, 0, 0, 2, 0],
  [0, 0, 0, 0, 0, 0],
  [0, 0, 0, 3.5, 1.5, 0],
  [0, 2, 2, 0, 0, 2.5],
  [0, 0, 2.5, 0, 0, 4],
  [0.5, 0, 0, 0, 0, 0],
  [0, 1.5, 0, 1.5, 0, 0],
  [0, 0, 0, 0, 1.5, 0],
  [0, 0, 0, 0, 4, 0],
]
const HALVES = Float64Array.of(0.5, 0.5)

describe('chooseDeck', () => {
  // Worked by hand: two forecasts as likely, (3, 0), (0, 3) and (2, 2).
  it('of one rod takes the one that is fair in both forecasts, of two the best of each', () => {
    const rods = [rod('first', [3, 0]), rod('second', [0, 3]), rod('third', [2, 2])]
    const one = chooseDeck(rods, { rods: 1, weights: HALVES })
    expect([one.value, one.rods.map(({ id }) => id)]).toEqual([2, ['third']])
    const two = chooseDeck(rods, { rods: 2, weights: HALVES })
    expect([two.value, two.rods.map(({ id }) => id).sort()]).toEqual([3, ['first', 'second']])
    expect(two.rods.every(({ worth, rival }) => worth === 1.5 && rival?.id === 'third')).toBe(true)
  })

  it('is as good as the best of all decks of four among twelve, or nearly', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.double({ min: 0, max: 4, noNaN: true }), { minLength: 6, maxLength: 6 }), {
          minLength: 12,
          maxLength: 12,
        }),
        (rates) => {
          const rods = rates.map((expected, i) => rod(String(i), expected))
          const weights = new Float64Array(6).fill(1 / 6)
          let best = 0
          for (let a = 0; a < 12; a++)
            for (let b = a + 1; b < 12; b++)
              for (let c = b + 1; c < 12; c++)
                for (let d = c + 1; d < 12; d++)
                  best = Math.max(best, valueOf([rods[a]!, rods[b]!, rods[c]!, rods[d]!], weights))
          // The seconds of the rods may tip what is nearly alike.
          expect(chooseDeck(rods, { rods: 4, weights }).value).toBeGreaterThanOrEqual(0.97 * best - 1e-9)
        },
      ),
      {
        numRuns: 60,
        // Where no exchange of one rod gains, and one of two does.
        examples: [[STUCK]],
      },
    )
  })

  it('covers the levels and roles asked, keeps what is locked and leaves what is struck out', () => {
    const rods = [
      rod('a', [5]),
      rod('b', [4]),
      rod('c', [3]),
      rod('top', [0.1], 'top'),
      rod('jig', [0.2], 'bottom', 'catch'),
      rod('own', [0]),
    ]
    const weights = Float64Array.of(1)
    const ids = (more: object): string[] =>
      chooseDeck(rods, { rods: 3, weights, ...more })
        .rods.map(({ id }) => id)
        .sort()
    expect(ids({})).toEqual(['a', 'b', 'c'])
    expect(ids({ levels: ['top', 'middle', 'bottom'], roles: ['find', 'catch'] })).toEqual(['a', 'jig', 'top'])
    expect(ids({ locked: new Set(['own']), excluded: new Set(['a']) })).toEqual(['b', 'c', 'own'])
    expect(chooseDeck(rods, { rods: 40, weights }).rods).toHaveLength(rods.length)
    expect(chooseDeck([], { rods: 3, weights })).toEqual({ value: 0, rods: [] })
  })
})

// Worked by hand: a sure arm of 1.0 beside Gamma(2, 2), one hour's test: E max = 1 + 4/27; 20 hours left gain 20·4/27.
it('an hour spent to learn of an equal rod gains what knowing it is worth afterwards', () => {
  expect(learnGain({ shape: 2, hours: 2 }, 1, 1, 20)).toBeCloseTo((20 * 4) / 27, 7)
  expect(learnGain({ shape: 2, hours: 2 }, 1, 1, 0)).toBeCloseTo(0, 8)
  expect(learnGain({ shape: 200, hours: 400 }, 1, 1, 20)).toBeLessThan(0)
})
