import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { LURE_CLASSES } from '@jotbook/core'
import { rateScale } from './Spindle.tsx'
import { tallyPitch } from './Tally.tsx'
import { shapeOf } from './lures/shapes.ts'
import { skyColour } from './dayStrip/surface.ts'

describe('the tally', () => {
  it('fits the longest row of a board, and is never finer than it need be', () => {
    const rowArb = fc.record({ strikes: fc.nat(400), hours: fc.double({ min: 0.1, max: 600, noNaN: true }) })
    fc.assert(
      fc.property(fc.array(rowArb, { minLength: 1 }), fc.double({ min: 0.01, max: 3, noNaN: true }), (rows, usualRate) => {
        const pitch = tallyPitch(rows, usualRate, 230)
        expect(pitch).toBeLessThanOrEqual(9)
        for (const { strikes, hours } of rows) {
          expect(strikes * pitch).toBeLessThanOrEqual(231)
          expect(hours * usualRate * pitch).toBeLessThanOrEqual(231)
        }
      }),
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
  it('exist for every class, and those drawn after their own build share no outline', () => {
    const outlines = new Map(LURE_CLASSES.map((name) => [name as string, shapeOf(name).body]))
    expect([...outlines.values()].every((path) => /^M.*Z$/.test(path))).toBe(true)
    const own = ['suspending jerkbait', 'flat-sided crankbait', 'spinnerbait', 'tube'].map((name) => outlines.get(name))
    expect(new Set(own).size).toBe(4)
  })
})

describe('the sky', () => {
  it('is dark at night whatever the cloud, and greyer by day the more of it', () => {
    expect(skyColour(0, 0)).toBe(skyColour(0, 1))
    expect(skyColour(1, 0)).not.toBe(skyColour(1, 1))
  })
})
