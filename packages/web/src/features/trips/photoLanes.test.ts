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
        expect(Math.abs(left + size / 2 - centres[i]!)).toBeLessThanOrEqual(size / 2)
        for (const other of places.slice(i + 1)) expect(other.lane !== lane || Math.abs(other.left - left) >= size + gap).toBe(true)
      })
    }),
  )
})
