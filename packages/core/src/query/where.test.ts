import { describe, expect, it } from 'vitest'
import { parseWhere, planFor, whereText } from './index.ts'

describe('filters', () => {
  it.each([
    ['speed=3', /no column speed/],
    ['water_temp_c=9', /water_temp_c is a number: give a range/],
    ['water_temp_c=9..4', /empty/],
    ['water_temp_c=..', /open on both sides/],
    ['lure', /write column=value/],
  ])('refuse %s with what to do', (text, message) => {
    expect(() => parseWhere(text)).toThrow(message)
  })
  it('are written as they are read', () => {
    const text = 'water=North Arm;water_temp_c=4..12;lure!=A,"B, red";wind_mps=..3'
    expect(whereText(parseWhere(text))).toBe(text)
  })
  it('name the band column of a continuous one', () => {
    expect(() => planFor({ by: ['water_temp_c'], where: [] })).toThrow(
      'water_temp_c is continuous: group by its band column temp_band',
    )
  })
})
