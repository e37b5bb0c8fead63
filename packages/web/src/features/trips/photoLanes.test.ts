import fc from 'fast-check'
import { expect, it } from 'vitest'
import { photoLanes } from './photoLanes.ts'

it('photos stand under their strikes, within the strip, and none covers another', () => {
  const [size, gap, width] = [44, 6, 390]
  fc.assert(
    fc.property(fc.array(fc.double({ min: 0, max: width, noNaN: true }), { maxLength: 30 }), (centres) => {
      const places = photoLanes(centres, { size, gap, width })
      places.forEach(({ left, lane }, i) => {
        expect(left).toBeGreaterThanOrEqual(0)
        expect(left + size).toBeLessThanOrEqual(width)
        for (const other of places.slice(i + 1))
          expect(other.lane !== lane || Math.abs(other.left - left) >= size + gap - 1e-9).toBe(true)
      })
    }),
  )
  expect(photoLanes([100, 105, 300], { size, gap, width })).toEqual([
    { left: 78, lane: 0 },
    { left: 128, lane: 0 },
    { left: 278, lane: 0 },
  ])
})
