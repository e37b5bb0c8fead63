import { expect, it } from 'vitest'
import { bookOfTrips } from '../../test/bookOfTrips.ts'
import { parseWhere } from '../../query/index.ts'
import { afterLeaving } from './afterLeaving.ts'
import { aroundWatched } from './watchedEdges.ts'
import { stintsWhere } from './stintsWhere.ts'

/** Half an hour and eight minutes of nothing at the point, then two strikes within the hour at the next place. */
const LEFT = {
  hours: 4,
  stints: [
    { lure: 'crank', from: 0, to: 0.64, strikes: [], spot: 'p' },
    { lure: 'crank', from: 0.8, to: 3, strikes: [1, 1.5, 2.9], spot: 'q' },
  ],
}
/** As long without a strike, but one stays: the next strike comes after fifty minutes. */
const STAYED = { hours: 4, stints: [{ lure: 'crank', from: 0, to: 2, strikes: [0.9], spot: 'p' }] }

// Worked by hand: of the four trips two left and two stayed after half an hour.
it('holds the hour at the next place against the hour of those who stayed', () => {
  const half = afterLeaving(bookOfTrips([LEFT, STAYED, LEFT, STAYED])).find(({ blankMinutes }) => blankMinutes === 30)!
  expect([half.leaves, half.stays]).toEqual([2, 6])
  expect(half.left.events).toBe(4)
  expect(half.left.exposureHours).toBeCloseTo(2, 9)
  // At 0.5 h: one strike in the hour; at 1.4 h, half an hour after the strike, 0.6 h are left. Where they went, half an hour passes from 1.5 to 2.0 h: one strike in an hour.
  expect(half.stayed.events).toBe(4)
  expect(half.stayed.exposureHours).toBeCloseTo(2 * (1 + 0.6) + 2 * 1, 9)
  expect(afterLeaving(bookOfTrips([]))).toEqual([])
})

it('takes whole stints by what is the same all through them, and says what it leaves', () => {
  const book = bookOfTrips([LEFT, STAYED])
  const { book: kept, unused } = stintsWhere(book, parseWhere('trip=t0;water_temp_c=4..8;spot=point'))
  expect(kept.stints.map(({ id }) => id)).toEqual(['t0s0'])
  expect(unused.map(({ column }) => column)).toEqual(['water_temp_c'])
})

it('tells of each change that was read, and of none that was not', () => {
  const readings = [
    { at: 0, windMps: 5 },
    { at: 2, windMps: 0 },
  ]
  const stints = [{ lure: 'crank', from: 0, to: 4, strikes: [0.2, 0.4, 0.6] }]
  const found = aroundWatched(bookOfTrips([1, 2, 3].map(() => ({ hours: 4, stints, readings }))))
  expect(found.map(({ edge, around }) => [edge, around.crossings])).toEqual([['wind fell', 3]])
  expect(found[0]!.around.after.inside).toEqual({ events: 0, exposureHours: 3 })
})
