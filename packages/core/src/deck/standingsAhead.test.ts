import { describe, expect, it } from 'vitest'
import { standingsAhead } from './standingsAhead.ts'

describe('standings', () => {
  it('grow with the days to come, in their order, and lie closer in the end', () => {
    const after = [9000, 6000, 4000]
    expect(standingsAhead(after, 3, 3)).toEqual(after)
    const ahead = standingsAhead(after, 1, 4)
    // In the middle four times as much; of what parts them three quarters of the logarithm.
    expect(ahead[1]! * ahead[0]! * ahead[2]!).toBeCloseTo(64 * 9000 * 6000 * 4000, -3)
    expect(Math.log(ahead[0]! / ahead[2]!)).toBeCloseTo(0.75 * Math.log(9000 / 4000), 12)
    expect(standingsAhead([5000], 1, 3)).toEqual([expect.closeTo(15_000, 6)])
    expect(standingsAhead([], 1, 3)).toEqual([])
  })
})
