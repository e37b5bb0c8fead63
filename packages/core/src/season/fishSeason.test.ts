import { describe, expect, it } from 'vitest'
import { fishSeason } from './index.ts'

describe('fishSeason', () => {
  // Common practice of the trade, no source: temperatures in °F, trend a day in °C.
  it.each([
    [41, null, 1, 36, 'winter'],
    [52, 0.2, 3, 36, 'pre-spawn'],
    [64, 0.2, 4, 36, 'spawn'],
    [72, 0.2, 5, 36, 'post-spawn'],
    [82, 0, 7, 36, 'summer'],
    [64, -0.2, 10, 36, 'autumn'],
    [50, -0.2, 11, 36, 'late autumn'],
    // The trend tells spring from autumn; without one the half of the year does.
    [52, -0.2, 3, 36, 'late autumn'],
    [52, null, 3, 36, 'pre-spawn'],
    [52, null, 11, 36, 'late autumn'],
    // South of the equator March is autumn.
    [64, null, 3, -30, 'autumn'],
    [64, null, 10, -30, 'spawn'],
    [64, null, 3, null, 'spawn'],
  ] as const)('calls %i °F with a trend of %s in month %i at latitude %s %s', (f, trendCPerDay, month, latitude, season) => {
    expect(fishSeason({ waterTempC: ((f - 32) * 5) / 9, trendCPerDay, month, latitude })).toBe(season)
  })
})
