import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sunAltitudeCrossings } from './sunAltitudeCrossings.ts'
import {
  SUN_JOINS,
  clearSkyIlluminance,
  cloudTransmission,
  moonIlluminance,
  surfaceIlluminance,
} from './illuminance.ts'
import { moonPhase, moonPosition, moonTimes } from './moon.ts'
import { moonElongation, skyOver } from './skyOver.ts'
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
    expect(sunTimes(new Date('2026-06-21T00:00:00Z'), 70, 20)).toMatchObject({
      sunrise: null,
      sunset: null,
      civilDawn: null,
    })
    expect(sunTimes(new Date('2026-12-21T00:00:00Z'), 75, 20)).toMatchObject({ sunrise: null, sunset: null })
  })
})

describe('sunAltitudeCrossings', () => {
  it('finds where the altitude is, to its own millisecond', () => {
    const [from, to] = [Date.parse('2026-03-14T05:00:00Z'), Date.parse('2026-03-15T05:00:00Z')]
    const found = sunAltitudeCrossings(skyOver(36.94, -85.12), from, to, [-6, 0, 15, 40])
    expect(found).toHaveLength(8)
    for (const ms of found) {
      const altitude = sunPosition(new Date(ms), 36.94, -85.12).altitudeDeg
      expect(Math.min(...[-6, 0, 15, 40].map((edge) => Math.abs(edge - altitude)))).toBeLessThan(1e-5)
    }
  })

  it('does not miss a short visit over an altitude at noon', () => {
    const noonDay: [number, number] = [Date.parse('2026-12-21T00:00:00Z'), Date.parse('2026-12-22T00:00:00Z')]
    const highest = Math.max(
      ...Array.from({ length: 1440 }, (_, i) => sunPosition(new Date(noonDay[0] + i * 60_000), 50, 0).altitudeDeg),
    )
    expect(sunAltitudeCrossings(skyOver(50, 0), ...noonDay, [highest - 0.0005])).toHaveLength(2)
  })
})

describe('skyOver', () => {
  it('stays within its stated bound of the ephemeris, anywhere, for two centuries', () => {
    const place = fc.record({
      ms: fc.integer({ min: Date.UTC(1900, 0), max: Date.UTC(2100, 0) }),
      lat: fc.double({ min: -90, max: 90, noNaN: true }),
      lon: fc.double({ min: -180, max: 180, noNaN: true }),
    })
    fc.assert(
      fc.property(place, ({ ms, lat, lon }) => {
        const sky = skyOver(lat, lon)
        expect(Math.abs(sky.altitudeDeg('sun', ms) - sunPosition(new Date(ms), lat, lon).altitudeDeg)).toBeLessThan(
          0.001,
        )
        expect(Math.abs(sky.altitudeDeg('moon', ms) - moonPosition(new Date(ms), lat, lon).altitudeDeg)).toBeLessThan(
          0.003,
        )
      }),
      { numRuns: 300 },
    )
  })

  // The sun stands overhead at local noon of an equinox on the equator (2026-03-20 14:46 UTC; the longitude where it is noon then).
  it('sees the sun pass overhead on the equator', () => {
    expect(skyOver(0, -39.6).altitudeDeg('sun', Date.parse('2026-03-20T14:46:00Z'))).toBeGreaterThan(89.7)
  })
})

describe('the moon', () => {
  it('has the phase that the almanacs give', () => {
    // Meeus, Astronomical Algorithms, examples 48.a, 49.a, 49.b; eclipses of 2024-04-08 and 2000-01-21 (reference/solar_moon.json).
    expect(moonPhase(new Date('1992-04-11T23:59:00Z')).lit).toBeCloseTo(0.6786, 3)
    const phases: [string, number][] = [
      ['1977-02-18T03:36:54Z', 0],
      ['2044-01-21T23:46:50Z', 270],
      ['2024-04-08T18:21:00Z', 0],
      ['2000-01-21T04:40:00Z', 180],
    ]
    for (const [time, phase] of phases) {
      const off = ((moonElongation(Date.parse(time)) - phase + 540) % 360) - 180
      // It moves half a degree an hour: a minute is 0.0085°.
      expect(Math.abs(off), time).toBeLessThan(0.013)
    }
  })

  it('rises and sets where it stands on the horizon', () => {
    const { moonrise, moonset } = moonTimes(new Date('2026-03-14T05:00:00Z'), 36.94, -85.12)
    for (const time of [moonrise, moonset])
      expect(Math.abs(moonPosition(new Date(time ?? ''), 36.94, -85.12).altitudeDeg)).toBeLessThan(1)
  })
})

describe('light on the water', () => {
  it('is that of US Naval Observatory Circular 171, without steps', () => {
    expect([0, -6, -12].map(clearSkyIlluminance)).toEqual([
      expect.closeTo(758.6, 1),
      expect.closeTo(3.412, 3),
      expect.closeTo(0.0081, 4),
    ])
    for (const join of SUN_JOINS)
      expect(clearSkyIlluminance(join) / clearSkyIlluminance(join - 1e-9)).toBeCloseTo(1, 1.5)
    for (let altitude = -17.9; altitude < 89.8; altitude += 0.1)
      expect(clearSkyIlluminance(altitude + 0.1)).toBeGreaterThan(clearSkyIlluminance(altitude))
    expect(() => clearSkyIlluminance(91)).toThrow(/-90 to 90 degrees: 91/)
  })

  it('comes from the moon too: about a quarter of a lux when it is full and overhead, a tenth of that at the quarters', () => {
    // The circular's table gives 0.267 lux for a full moon at the zenith (from memory).
    expect(moonIlluminance(90, 180)).toBeCloseTo(0.267, 2)
    expect(moonIlluminance(90, 90) / moonIlluminance(90, 180)).toBeCloseTo(0.1, 1)
    expect(moonIlluminance(90, 359.9999999)).toBe(0)
    const night = { sunAltitudeDeg: -40, moonAltitudeDeg: 60, cloud: 0 }
    expect(surfaceIlluminance({ ...night, moonElongationDeg: 180 })).toBeGreaterThan(
      100 * surfaceIlluminance({ ...night, moonElongationDeg: 1 }),
    )
  })

  it('comes through cloud as Kasten & Czeplak measured', () => {
    expect([0, 0.5, 1].map(cloudTransmission)).toEqual([1, expect.closeTo(0.929, 3), 0.25])
    expect(() => cloudTransmission(1.1)).toThrow(/0 to 1/)
  })
})
