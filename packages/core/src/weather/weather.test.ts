import { describe, expect, it } from 'vitest'
import { DAY_MS, HOUR_MS } from '../time/index.ts'
import { beaufort, frontPhase, pressureTendency } from './index.ts'
import type { WeatherReading } from './index.ts'

describe('beaufort', () => {
  it('has the forces of the WMO’s table at both ends of each', () => {
    // WMO Beaufort scale, m/s at 10 m, from memory of the table (reference/wind_cloud_tables.json).
    const table = [
      [0, 0.2],
      [0.3, 1.5],
      [1.6, 3.3],
      [3.4, 5.4],
      [5.5, 7.9],
      [8, 10.7],
      [10.8, 13.8],
      [13.9, 17.1],
      [17.2, 20.7],
      [20.8, 24.4],
      [24.5, 28.4],
      [28.5, 32.6],
      [32.7, 60],
    ] as const
    table.forEach(([from, to], force) =>
      expect([beaufort(from), beaufort(to)], `force ${force}`).toEqual([force, force]),
    )
    expect(() => beaufort(-1)).toThrow(/0 m\/s or more/)
  })
})

const hourly = (values: readonly number[]): { ms: number; value: number }[] =>
  values.map((value, i) => ({ ms: i * HOUR_MS, value }))

describe('pressureTendency', () => {
  it('is the change over three hours of a series made in steps of a tenth', () => {
    expect(
      pressureTendency(hourly([1010, 1009.9, 1009.8, 1009.7, 1009.6])).map(({ value }) => Math.round(value * 10) / 10),
    ).toEqual([-0.3, -0.3, -0.3, -0.3])
  })

  it('interpolates three hours back, scales what is nearer, and is silent over long gaps', () => {
    const at = (hour: number, value: number): { ms: number; value: number } => ({ ms: hour * HOUR_MS, value })
    expect(pressureTendency([at(0, 1010), at(2, 1012), at(4, 1012)]).at(-1)?.value).toBeCloseTo(1, 9)
    expect(pressureTendency([at(0, 1010), at(1.5, 1009)])).toEqual([{ ms: 1.5 * HOUR_MS, value: -2 }])
    expect(pressureTendency([at(0, 1010), at(9, 1000), at(9.5, 1000)])).toEqual([])
  })
})

/** Three-hourly readings through a front, worked by hand: it falls for a day, turns at hour 24, rises, and clears. */
const FRONT: readonly WeatherReading[] = Array.from({ length: 33 }, (_, i) => {
  const hour = 3 * i
  const pressureHpa = hour <= 24 ? 1018 - 0.5 * hour : Math.min(1024, 1006 + 0.75 * (hour - 24))
  return {
    ms: hour * HOUR_MS,
    pressureHpa,
    cloudPct: hour < 12 ? 40 : hour < 36 ? 95 : 5,
    windMps: hour < 36 ? 7 : 2,
    windFromDeg: hour < 24 ? 200 : 320,
    precipitation: hour >= 18 && hour < 30 ? 'rain' : 'none',
  }
})
const phaseAtHour = (hour: number, readings = FRONT): string | undefined =>
  frontPhase(readings).find(({ ms }) => ms === hour * HOUR_MS)?.value.phase

describe('frontPhase', () => {
  it.each([
    [6, 'falling'],
    [21, 'falling'],
    [27, 'passage'],
    [33, 'post-front unsettled'],
    [48, 'post-front bright'],
    [69, 'post-front bright'],
    [78, 'stable'],
  ])('has the day at hour %i of a front worked by hand as %s', (hour, phase) => {
    expect(phaseAtHour(hour)).toBe(phase)
  })

  it('does not see what was not read', () => {
    expect(frontPhase(FRONT.slice(0, 1))).toEqual([])
    expect(frontPhase(FRONT.map(({ ms, cloudPct }) => ({ ms, cloudPct })))).toEqual([])
    expect(
      phaseAtHour(
        48,
        FRONT.map((reading) => (reading.ms > 36 * HOUR_MS ? { ...reading, cloudPct: undefined } : reading)),
      ),
    ).toBe('post-front unsettled')
  })

  it('takes a sharp turn of the wind in the rain for a passage when pressure was read too seldom', () => {
    const winds = FRONT.filter(({ ms }) => ms >= 18 * HOUR_MS && ms <= 30 * HOUR_MS).map((reading) => ({
      ...reading,
      pressureHpa: 1010,
    }))
    expect(frontPhase(winds).at(-1)?.value).toMatchObject({ phase: 'passage', passedMs: DAY_MS })
  })
})
