import { describe, expect, it } from 'vitest'
import { crossesItself, outlineOf, ringsOf } from './index.ts'

const square = (west: number, south: number): number[][] => [
  [west, south],
  [west + 1, south],
  [west + 1, south + 1],
  [west, south],
]

describe('a shore', () => {
  it('is a polygon with islands, or several of them', () => {
    const one = { type: 'Polygon', coordinates: [square(0, 0), square(0.2, 0.2)] }
    const two = { type: 'MultiPolygon', coordinates: [[square(0, 0)], [square(3, 3), square(3.1, 3.1)]] }
    expect(outlineOf(one)).toEqual(one)
    expect([ringsOf(outlineOf(one)).length, ringsOf(outlineOf(two)).length, ringsOf(null)]).toEqual([2, 3, []])
  })

  it('is noticed when it crosses itself', () => {
    const ring = (corners: number[][]): unknown => ({ type: 'Polygon', coordinates: [corners] })
    expect(crossesItself(ring(square(0, 0)))).toBe(false)
    expect(
      crossesItself(
        ring([
          [0, 0],
          [1, 1],
          [1, 0],
          [0, 1],
          [0, 0],
        ]),
      ),
    ).toBe(true)
  })

  it.each([
    ['nothing', null],
    ['a point', { type: 'Point', coordinates: [0, 0] }],
    ['a ring of three', { type: 'Polygon', coordinates: [square(0, 0).slice(0, 3)] }],
    ['no ring', { type: 'Polygon', coordinates: [] }],
    ['places off the globe', { type: 'Polygon', coordinates: [square(180, 89.5)] }],
    ['words for degrees', { type: 'Polygon', coordinates: [square(0, 0).map(() => ['east', 'north'])] }],
    ['parts that are none', { type: 'MultiPolygon', coordinates: [[square(0, 0)], 'x'] }],
  ])('is not %s', (_what, geometry) => expect(outlineOf(geometry)).toBeUndefined())
})
