import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LURE_CLASSES } from '@jotbook/core'
import { rateScale } from './Spindle.tsx'
import { tallyPitch } from './Tally.tsx'
import { shapeOf } from './lures/shapeOf.ts'
import { HEAD, placeMarks } from './dayStrip/placeMarks.ts'
import { skyColour } from './dayStrip/surface.ts'
import { projectionOf } from './waterChart/chartProjection.ts'

describe('the tally', () => {
  it('fits the longest row of a board, and is never finer than it need be', () => {
    const rowArb = fc.record({ strikes: fc.nat(400), hours: fc.double({ min: 0.1, max: 600, noNaN: true }) })
    fc.assert(
      fc.property(
        fc.array(rowArb, { minLength: 1 }),
        fc.double({ min: 0.01, max: 3, noNaN: true }),
        (rows, usualRate) => {
          const pitch = tallyPitch(rows, usualRate, 230)
          expect(pitch).toBeLessThanOrEqual(9)
          for (const { strikes, hours } of rows) {
            expect(strikes * pitch).toBeLessThanOrEqual(231)
            expect(hours * usualRate * pitch).toBeLessThanOrEqual(231)
          }
        },
      ),
    )
  })
})

describe('the spindle’s scale', () => {
  it('begins at nothing, holds the highest rate, and has round ticks', () => {
    const scale = rateScale(1.37, 340)
    expect([scale.x(0), scale.x(1.37) <= 340]).toEqual([0, true])
    expect(scale.ticks.every((tick) => Math.abs(tick * 10 - Math.round(tick * 10)) < 1e-9)).toBe(true)
    expect(rateScale(0, 340).x(0.1)).toBeLessThanOrEqual(340)
  })
})

describe('lure drawings', () => {
  it('exist for every class, no two with one outline, each with its hardware', () => {
    const shapes = LURE_CLASSES.map((name) => shapeOf(name))
    expect(shapes.every(({ body, back, side }) => [body, back, side].every((path) => /^M.*Z$/.test(path)))).toBe(true)
    expect(new Set(shapes.map(({ body }) => body)).size).toBe(LURE_CLASSES.length)
    expect(
      shapes.every(
        ({ trebles, wires, blades, tailTreble }) =>
          trebles.length + wires.length + blades.length + (tailTreble ? 1 : 0) > 0,
      ),
    ).toBe(true)
  })
})

describe('marks on the strip', () => {
  it('never cover one another, however close the strikes', () => {
    const markArb = fc.record({
      x: fc.double({ min: 0, max: 400, noNaN: true }),
      footY: fc.double({ min: 150, max: 430, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(markArb, { maxLength: 40 }), (marks) => {
        const placed = placeMarks(marks.map((mark) => ({ mark: 0, ...mark })))
        expect(placed).toHaveLength(marks.length)
        for (const [i, a] of placed.entries())
          for (const b of placed.slice(i + 1))
            expect(
              Math.abs(a.x - b.x) >= 2 * HEAD.halfWidth || Math.abs(a.headY - b.headY) >= 2 * HEAD.halfHeight - 1e-9,
            ).toBe(true)
      }),
    )
  })
})

describe('the chart of a water', () => {
  it('puts a press back where it was drawn, at any zoom, and knows its scale', () => {
    const shore: [number, number][] = [
      [-85.14, 36.91],
      [-85.1, 36.97],
    ]
    for (const zoom of [1, 3]) {
      const { toPage, toPosition, kmPerUnit } = projectionOf(shore, 720, 460, zoom)
      for (const position of shore)
        toPosition(...toPage(position)).forEach((value, i) => expect(value).toBeCloseTo(position[i]!, 9))
      const [south, north] = [toPage([-85.12, 36.93]), toPage([-85.12, 36.95])]
      // 0.02° of latitude are 2.224 km on the sphere.
      expect((south[1] - north[1]) * kmPerUnit).toBeCloseTo(2.224, 1)
    }
    expect(projectionOf([], 100, 100).toPosition(50, 50).map(Math.abs)).toEqual(Array(2).fill(expect.closeTo(0, 9)))
  })
})

describe('the sky', () => {
  it('is dark at night whatever the cloud, and greyer by day the more of it', () => {
    expect(skyColour(0, 0)).toBe(skyColour(0, 1))
    expect(skyColour(1, 0)).not.toBe(skyColour(1, 1))
  })
})
