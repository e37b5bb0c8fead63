import { describe, expect, it } from 'vitest'
import { standingsAhead } from './standingsAhead.ts'

describe('standings', () => {
  it('grow with the days to come, in their order, and lie closer in the end', () => {
    const after = [9000, 6000, 4000]
    expect(standingsAhead(after, 3, 3)).toEqual(after)
    const ahead = standingsAhead(after, 1, 4)
    // Of the variance of their logarithms half lasts and a quarter of the rest; their middle rises by ¾ of a quarter of it.
    const variance = [9000, 6000, 4000].map((w) => (Math.log(w) - Math.log(6000)) ** 2).reduce((a, b) => a + b) / 2
    expect(ahead[1]! / 24_000).toBeCloseTo(Math.exp((3 / 16) * variance), 12)
    expect(Math.log(ahead[0]! / ahead[2]!)).toBeCloseTo(Math.sqrt(5 / 8) * Math.log(9000 / 4000), 12)
    expect(standingsAhead([5000], 1, 3)).toEqual([expect.closeTo(15_000, 6)])
    expect(standingsAhead([], 1, 3)).toEqual([])
  })
})
