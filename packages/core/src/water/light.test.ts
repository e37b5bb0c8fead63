import { describe, expect, it } from 'vitest'
import { at } from '../checked/index.ts'
import {
  BASS_CONES_NM,
  CIE_1931,
  DAYLIGHT,
  PURE_WATER,
  WATER_TINTS,
  WAVELENGTHS_NM,
  attenuationSpectrum,
  coneSensitivity,
  daylightLeft,
  diffuseAttenuation,
  fresnelReflectance,
  lightAtDepth,
  photopicTransmission,
  shadeAtDepth,
  surfaceTransmission,
} from './index.ts'

const nm = (wavelength: number): number => WAVELENGTHS_NM.indexOf(wavelength)

describe('daylightLeft', () => {
  it('keeps to the water’s own spectrum within 1 %, between its steps too, and never grows with depth', () => {
    for (const tint of WATER_TINTS)
      for (let visibilityM = 0.3; visibilityM < 6; visibilityM *= 1.173) {
        const water = attenuationSpectrum(visibilityM, tint)
        for (const depthM of [0.5, 1, 2].map((seen) => seen * visibilityM)) {
          expect(
            daylightLeft(visibilityM, tint, depthM) / photopicTransmission(water, depthM),
            `${tint} ${visibilityM} m`,
          ).toBeCloseTo(1, 2)
          expect(daylightLeft(visibilityM, tint, depthM)).toBeLessThan(daylightLeft(visibilityM, tint, depthM / 2))
        }
      }
    expect(daylightLeft(0.01, 'clay', 1000)).toBe(0)
  })
})

describe('the surface', () => {
  it('throws back what Fresnel’s equations say', () => {
    expect(fresnelReflectance(0)).toBeCloseTo(0.0204, 4)
    expect(fresnelReflectance(90)).toBeCloseTo(1, 9)
    // At Brewster’s angle half of the reflected light is the across part alone: 1/2·((n²−1)/(n²+1))².
    expect(fresnelReflectance((Math.atan(1.333) * 180) / Math.PI)).toBeCloseTo(
      0.5 * ((1.333 ** 2 - 1) / (1.333 ** 2 + 1)) ** 2,
      9,
    )
  })

  it('lets a uniform sky in by 0.934, and a high sun by more than a low one', () => {
    expect([surfaceTransmission(-3, 0), surfaceTransmission(50, 0.95)]).toEqual([0.934, 0.934])
    expect(surfaceTransmission(70, 0)).toBeGreaterThan(0.96)
    expect(surfaceTransmission(8, 0)).toBeLessThan(0.934)
  })
})

describe('lightAtDepth', () => {
  const murk = { visibilityM: 1, depthM: 1, sunAltitudeDeg: -5, cloud: 0 }

  it('is the closed form for diffuse light: exp(−Kd·z), the hundredth part at 4.605 / Kd', () => {
    expect(lightAtDepth(murk)).toBeCloseTo(Math.exp(-1.44), 12)
    expect(lightAtDepth({ ...murk, depthM: Math.log(100) / diffuseAttenuation(1) })).toBeCloseTo(0.01, 12)
    expect(lightAtDepth({ ...murk, depthM: 0 })).toBe(1)
    expect(() => lightAtDepth({ ...murk, depthM: -1 })).toThrow(/0 m or more/)
  })

  it('reaches deeper from a high sun than from a low one', () => {
    const at2m = (sunAltitudeDeg: number): number =>
      lightAtDepth({ visibilityM: 3, depthM: 2, sunAltitudeDeg, cloud: 0 })
    expect(at2m(80)).toBeGreaterThan(at2m(-1))
    expect(at2m(80)).toBeGreaterThan(at2m(15))
  })
})

describe('the water’s spectrum', () => {
  it('is never clearer than pure water, and loses PAR as the visibility says', () => {
    // Pope & Fry (1997).
    expect([500, 600, 650].map((wavelength) => at(PURE_WATER, nm(wavelength)))).toEqual([0.0204, 0.2224, 0.34])
    for (const tint of WATER_TINTS) {
      for (const visibilityM of [0.3, 1, 2.5, 8]) {
        const { perM, clearerThanModel } = attenuationSpectrum(visibilityM, tint)
        expect(clearerThanModel).toBe(false)
        perM.forEach((value, i) => expect(value).toBeGreaterThanOrEqual(at(PURE_WATER, i)))
        const depthM = Math.log(100) / diffuseAttenuation(visibilityM)
        const photons = (depth: number): number =>
          WAVELENGTHS_NM.reduce(
            (sum, wavelength, i) =>
              sum +
              (wavelength >= 400 && wavelength <= 700
                ? at(DAYLIGHT, i) * wavelength * Math.exp(-at(perM, i) * depth)
                : 0),
            0,
          )
        expect(photons(depthM) / photons(0)).toBeCloseTo(0.01, 5)
      }
    }
    expect(attenuationSpectrum(200, 'clear')).toEqual({ perM: PURE_WATER, clearerThanModel: true })
  })

  it('takes the blue out of tea-coloured water and the red out of clear', () => {
    const [tea, clear] = [attenuationSpectrum(2, 'tea').perM, attenuationSpectrum(8, 'clear').perM]
    expect(at(tea, nm(450))).toBeGreaterThan(3 * at(tea, nm(600)))
    expect(at(clear, nm(650))).toBeGreaterThan(2 * at(clear, nm(500)))
  })
})

describe('colour', () => {
  it('rests on the CIE’s tables: daylight lies at x 0.3127, y 0.3290, equal energy at a third', () => {
    const xyOf = (light: (i: number) => number): [number, number] => {
      const sum = (curve: readonly number[]): number => curve.reduce((total, value, i) => total + value * light(i), 0)
      const [x, y, z] = [sum(CIE_1931.x), sum(CIE_1931.y), sum(CIE_1931.z)]
      return [x / (x + y + z), y / (x + y + z)]
    }
    expect(xyOf((i) => at(DAYLIGHT, i))).toEqual([expect.closeTo(0.3127, 3), expect.closeTo(0.329, 3)])
    expect(xyOf(() => 1)).toEqual([expect.closeTo(1 / 3, 3), expect.closeTo(1 / 3, 3)])
  })

  it('is unchanged at no depth, and red is what green water takes first', () => {
    const green = attenuationSpectrum(5, 'green')
    for (const colour of ['#d01858', '#c8e000', '#ffffff', '#203040'])
      expect(shadeAtDepth(colour, 0, green).seen).toBe(colour)
    const left = (colour: string): number =>
      channels(shadeAtDepth(colour, 4, green).seen).reduce((sum, value) => sum + value, 0)
    expect(left('#ff0000')).toBeLessThan(left('#00ff00'))
    expect(left('#ff0000')).toBeLessThan(left('#ffff00'))
    expect(photopicTransmission(green, 2)).toBeLessThan(photopicTransmission(green, 1))
    expect(() => shadeAtDepth('red', 1, green)).toThrow(/#rrggbb/)
  })

  it('is not claimed where it is too dark to see one', () => {
    const mud = attenuationSpectrum(0.3, 'clay')
    expect(shadeAtDepth('#ff0000', 6, mud)).toMatchObject({ seen: null, bass: null })
  })

  it('stands out to a bass by two cones with their peaks where they were measured', () => {
    // Mitchem et al. (2019): 535 and 614 nm; template of Govardovskii et al. (2000).
    for (const peak of Object.values(BASS_CONES_NM)) {
      const best = Array.from({ length: 300 }, (_, i) => 400 + i).reduce((a, b) =>
        coneSensitivity(peak, b) > coneSensitivity(peak, a) ? b : a,
      )
      expect(Math.abs(best - peak)).toBeLessThanOrEqual(1)
      expect(coneSensitivity(peak, peak)).toBeCloseTo(1, 2)
    }
    const { bass } = shadeAtDepth('#000000', 1, attenuationSpectrum(2, 'green'), { background: 'surface' })
    expect(bass).toEqual({ green: -1, red: -1 })
  })
})

const channels = (hex: string | null): number[] =>
  (hex?.match(/[0-9a-f]{2}/g) ?? []).map((part) => Number.parseInt(part, 16))
