import { describe, expect, it } from 'vitest'
import { drawNormal, seededRandom } from '../numerics/index.ts'
import { fishSeason, fishYear } from './index.ts'

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
    // About the turn of the year the trend tells which way it goes; else the half of the year does, whatever two warm days say.
    [52, -0.2, 1, 36, 'late autumn'],
    [47, 0.2, 1, 36, 'pre-spawn'],
    [52, -0.2, 3, 36, 'pre-spawn'],
    [52, 0.3, 11, 36, 'late autumn'],
    [52, 0.3, 5, -36, 'late autumn'],
    [52, null, 3, 36, 'pre-spawn'],
    [52, null, 11, 36, 'late autumn'],
    // South of the equator March is autumn.
    [64, null, 3, -30, 'autumn'],
    [64, null, 10, -30, 'spawn'],
    [64, null, 3, null, 'spawn'],
  ] as const)(
    'calls %i °F with a trend of %s in month %i at latitude %s %s',
    (f, trendCPerDay, month, latitude, season) => {
      expect(fishSeason({ waterTempC: ((f - 32) * 5) / 9, trendCPerDay, month, latitude })).toBe(season)
    },
  )

  // Made years: a yearly course whose coldest day lies in early February (August in the south), with spells of weather on top.
  it.each([
    ['north', 40, 0],
    ['south', -35, 182],
  ] as const)('goes through the year in order in the %s, whatever the weather does', (_name, latitude, shift) => {
    const random = seededRandom(7)
    const order = ['winter', 'pre-spawn', 'spawn', 'post-spawn', 'summer', 'autumn', 'late autumn']
    const spell = Array.from({ length: 60 }, () => drawNormal(random))
    const seasons = Array.from({ length: 365 }, (_, day) => {
      const at = (d: number): number =>
        15 - 12 * Math.cos((2 * Math.PI * (d - 35 - shift)) / 365) + 0.8 * (spell[Math.floor((d + 60) / 8)] ?? 0)
      const month = new Date(Date.UTC(2025, 0, 1 + day)).getUTCMonth() + 1
      const trendCPerDay = (at(day) - at(day - 20)) / 20
      return {
        month: shift > 0 ? ((month + 5) % 12) + 1 : month,
        season: fishSeason({ waterTempC: at(day), trendCPerDay, month, latitude }),
      }
    })
    const spring = new Set(order.slice(1, 4))
    const autumn = new Set(order.slice(5))
    for (const { month, season } of seasons) {
      if (month >= 9) expect(spring.has(season), `${month} ${season}`).toBe(false)
      if (month >= 3 && month <= 6) expect(autumn.has(season), `${month} ${season}`).toBe(false)
    }
    expect(new Set(seasons.map(({ season }) => season))).toEqual(new Set(order))
  })
})

describe('fishYear', () => {
  // A water of the north: 4 °C at the turn of January, 28 °C half a year later.
  const course = Array.from({ length: 365 }, (_, day) => ({
    day,
    waterTempC: 16 - 12 * Math.cos((2 * Math.PI * (day - 15)) / 365),
  }))

  it('goes through the year in order, every day told, winter at both ends', () => {
    const year = fishYear(course, 36)
    expect(year.map(({ season }) => season)).toEqual([
      'winter',
      'pre-spawn',
      'spawn',
      'post-spawn',
      'summer',
      'autumn',
      'late autumn',
      'winter',
    ])
    expect(year[0]!.fromDay).toBe(0)
    expect(year.at(-1)!.toDay).toBe(365)
    for (const [i, { fromDay }] of year.slice(1).entries()) expect(fromDay).toBe(year[i]!.toDay)
  })

  it('tells nothing of weeks nobody read, and joins nothing across them', () => {
    const summer = course.filter(({ day }) => (day > 185 && day < 195) || (day > 215 && day < 225))
    expect(fishYear(summer, 36)).toHaveLength(2)
    expect(fishYear([], 36)).toEqual([])
  })
})
