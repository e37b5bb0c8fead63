import { describe, expect, it } from 'vitest'
import { toSi } from '../units/units.ts'
import { DEFAULT_BANDS } from './bands.ts'
import { bandPlace, bookBands, edgesOfLabel } from './bookBands.ts'
import { JSON_SHAPES } from './jsonShapes.ts'

const F = (edges: readonly number[]): number[] => edges.map((edge) => toSi(edge, 'F'))

describe('a book’s bands', () => {
  const own = { temp_band: F([41.5, 50, 60]), clarity_band: [0.5, 1, 2, 3], pause_band: [2, 4] }
  const bands = bookBands(own)

  it('are built in but for those that it sets, which are named by their edges', () => {
    expect(bands.temp_band.labels).toEqual(['<41.5F', '41.5..50F', '50..60F', '>=60F'])
    expect(bands.clarity_band).toMatchObject({ edges: [0.5, 1, 2, 3], labels: DEFAULT_BANDS.clarity_band.labels })
    expect(bands.pause_band.labels).toEqual(['<2 s', '2–4 s', '>=4 s'])
    expect(bands.sky_band).toBe(DEFAULT_BANDS.sky_band)
    expect(bookBands({ wind_band: [1, 2, 3, 4, 5] }).wind_max_band.edges).toEqual([1, 2, 3, 4, 5])
    expect(bookBands(undefined)).toEqual(bookBands({}))
  })

  it.each([
    ['an edge after a larger one', { temp_band: [10, 5] }],
    ['no edge', { temp_band: [] }],
    ['a word for an edge', { temp_band: ['cold'] }],
    ['an edge too few for the words', { clarity_band: [1, 2, 3] }],
    ['thirty edges', { temp_band: Array.from({ length: 30 }, (_, i) => i) }],
    ['no number', { depth_band: [Number.NaN] }],
  ])('refuse %s, and stay as built in where such a one is stored', (_, set) => {
    expect(JSON_SHAPES.bands.holds(set)).toBe(false)
    expect(bookBands(set)).toEqual(bookBands({}))
  })

  it('leave what a later book may know of alone', () => {
    expect(JSON_SHAPES.bands.holds({ ...own, tide_band: 'by the moon' })).toBe(true)
    expect(bookBands({ __proto__: [1], toString: [2] })).toEqual(bookBands({}))
  })

  it('stand in the order of their edges, whatever these are', () => {
    for (const name of ['temp_band', 'clarity_band', 'wind_band', 'pause_band'] as const) {
      const places = bands[name].labels.map((label) => bandPlace(name, label) ?? NaN)
      expect(places).toEqual([...places].sort((a, b) => a - b))
      expect(new Set(places).size).toBe(places.length)
    }
    expect([edgesOfLabel('<41.5F'), edgesOfLabel('2–4 s'), edgesOfLabel('>=-4F'), edgesOfLabel('clear')]).toEqual([
      { from: null, to: 41.5 },
      { from: 2, to: 4 },
      { from: -4, to: null },
      undefined,
    ])
  })
})
