import { describe, expect, it } from 'vitest'
import { sunAltitudeCrossings } from './altitudeCrossings.ts'
import { sunPosition, sunTimes } from './sun.ts'

describe('sunPosition', () => {
  // Reda & Andreas, NREL/TP-560-34302 (2004, rev. 2008), worked example.
  it('agrees with the NREL SPA worked example', () => {
    const sun = sunPosition(new Date('2003-10-17T12:30:30-07:00'), 39.742476, -105.1786)
    expect(Math.abs(90 - sun.altitudeDeg - 50.12795)).toBeLessThan(0.005)
    expect(Math.abs(90 - sun.apparentAltitudeDeg - 50.11162)).toBeLessThan(0.05)
    expect(Math.abs(sun.azimuthDeg - 194.34024)).toBeLessThan(0.005)
  })

  it('refuses a place that is none', () => {
    expect(() => sunPosition(new Date(0), 91, 0)).toThrow(/-90 to 90 degrees: 91/)
  })
})

const seconds = (a: string | null, b: string): number => Math.abs(Date.parse(a ?? '') - Date.parse(b)) / 1000

describe('sunTimes', () => {
  it('gives sunrise and sunset of the SPA example’s place to the almanac’s minute', () => {
    // Sunrise from the worked example; sunset of local 17 October as three methods agree on it (reference/solar_moon.json).
    const times = sunTimes(new Date('2003-10-17T00:00:00-06:00'), 39.742476, -105.1786)
    expect(seconds(times.sunrise, '2003-10-17T06:12:43-07:00')).toBeLessThan(60)
    expect(seconds(times.sunset, '2003-10-18T00:18:51Z')).toBeLessThan(60)
  })

  it('says when the sun does not rise or set', () => {
    expect(sunTimes(new Date('2026-06-21T00:00:00Z'), 70, 20)).toMatchObject({ sunrise: null, sunset: null, civilDawn: null })
    expect(sunTimes(new Date('2026-12-21T00:00:00Z'), 75, 20)).toMatchObject({ sunrise: null, sunset: null })
  })
})

describe('sunAltitudeCrossings', () => {
  it('finds where the altitude is, to its own millisecond', () => {
    const [from, to] = [Date.parse('2026-03-14T05:00:00Z'), Date.parse('2026-03-15T05:00:00Z')]
    const found = sunAltitudeCrossings(from, to, 36.94, -85.12, [-6, 0, 15, 40])
    expect(found).toHaveLength(8)
    for (const ms of found) {
      const altitude = sunPosition(new Date(ms), 36.94, -85.12).altitudeDeg
      expect(Math.min(...[-6, 0, 15, 40].map((edge) => Math.abs(edge - altitude)))).toBeLessThan(1e-5)
    }
  })

  it('does not miss a short visit over an altitude at noon', () => {
    const noonDay: [number, number] = [Date.parse('2026-12-21T00:00:00Z'), Date.parse('2026-12-22T00:00:00Z')]
    const highest = Math.max(...Array.from({ length: 1440 }, (_, i) => sunPosition(new Date(noonDay[0] + i * 60_000), 50, 0).altitudeDeg))
    expect(sunAltitudeCrossings(...noonDay, 50, 0, [highest - 0.0005])).toHaveLength(2)
  })
})
