import { describe, expect, it } from 'vitest'
import { DAY_MS, isoUtc } from '../time/index.ts'
import { expectedWater } from './expectedWater.ts'

const NOW = Date.UTC(2026, 3, 20, 12)
const TRIPS = [{ id: 't', water: 'w' }]
const read = (daysBefore: number, waterTempC: number) => ({
  id: String(daysBefore),
  trip: 't',
  time: isoUtc(NOW - daysBefore * DAY_MS),
  waterTempC,
})
/** Three springs of 14 to 16 degrees at this time of the year. */
const YEARS = [365, 366, 730, 731, 1096].map((days, i) => read(days, 14 + (i % 3)))

describe('what a water will read', () => {
  it('is what it read lately with its trend, the more the fresher that is, else what is usual', () => {
    const rising = [9, 7, 5, 3, 1].map((days) => read(days, 12 - 0.2 * days))
    const fresh = expectedWater([...YEARS, ...rising], TRIPS, 'w', NOW)
    // Tomorrow it is 12.0 along the trend, a little drawn to the usual 15 (median of all near readings).
    expect(fresh.waterTempC).toBeGreaterThan(11.9)
    expect(fresh.waterTempC).toBeLessThan(12.6)
    const old = expectedWater([...YEARS, read(60, 5)], TRIPS, 'w', NOW)
    expect(old.waterTempC).toBeCloseTo(15, 1)
    expect(old.sd.waterTempC).toBeGreaterThan(fresh.sd.waterTempC)
  })

  it('follows no trend that two days make, nor one that no water has, and knows nothing of the future', () => {
    const jump = expectedWater([read(1, 20), read(2, 10)], TRIPS, 'w', NOW)
    expect(jump.waterTempC).toBeLessThan(20.5)
    const steep = expectedWater([read(20, 0), read(10, 10), read(1, 20)], TRIPS, 'w', NOW)
    expect(steep.waterTempC).toBeLessThan(20.5)
    expect(expectedWater([read(-3, 30)], TRIPS, 'w', NOW).waterTempC).toBeUndefined()
    expect(expectedWater([], TRIPS, 'w', NOW)).toEqual({ sd: { waterTempC: 3, visibilityM: 0.6 } })
  })
})
