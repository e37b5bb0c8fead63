import { at } from '../checked/index.ts'

/** log10 of illuminance as a cubic in altitude/90, from an altitude up. */
interface Stretch {
  readonly fromDeg: number
  readonly coefficients: readonly [number, number, number, number]
}

/** Circular 171's program, sun. Coefficients from memory of it; the three published values are in the tests. */
const SUN: readonly Stretch[] = [
  { fromDeg: 20, coefficients: [3.74, 3.97, -4.07, 1.47] },
  { fromDeg: 5, coefficients: [3.05, 13.28, -45.98, 64.33] },
  { fromDeg: -0.8, coefficients: [2.88, 22.26, -207.64, 1034.3] },
  { fromDeg: -5, coefficients: [2.88, 21.81, -258.11, -858.36] },
  { fromDeg: -12, coefficients: [2.7, 12.17, -431.69, -1899.83] },
  { fromDeg: -18, coefficients: [13.84, 262.72, 1447.42, 2797.93] },
]
/** The same, a full moon. */
const FULL_MOON: readonly Stretch[] = [
  { fromDeg: 20, coefficients: [-1.95, 4.06, -4.24, 1.56] },
  { fromDeg: 5, coefficients: [-2.58, 12.58, -42.58, 59.06] },
  { fromDeg: -0.8, coefficients: [-2.79, 24.27, -252.95, 1321.29] },
]

/** Stars and airglow, moonless (of the same circular, from memory). */
export const STARLIGHT_LUX = 0.0005

function along(stretches: readonly Stretch[], altitudeDeg: number): number {
  const stretch = stretches.find(({ fromDeg }) => altitudeDeg >= fromDeg)
  if (!stretch) return 0
  const [a, b, c, d] = stretch.coefficients
  const x = altitudeDeg / 90
  return 10 ** (a + x * (b + x * (c + x * d)))
}

/**
 * Light of the sun on level ground or water under a clear sky, twilight too.
 *
 * Given      the sun's geometric altitude in degrees, −90 to 90
 * Returned   lux; 0 below −18°, where starlight takes over
 * Valid for  clear sky at sea level
 * Accuracy   within 5 % of the circular's tables; joins to 1.5 %
 * Source     Janiczek & DeYoung, US Naval Observatory Circular 171 (1987)
 */
export function clearSkyIlluminance(geometricAltitudeDeg: number): number {
  return along(SUN, checked(geometricAltitudeDeg))
}

/**
 * Light of the moon on level ground under a clear sky. The moon's changing distance (up to 13 % either way) is left out.
 *
 * Given      the moon's geometric altitude; elongation from the sun along the ecliptic, 0–360° (180 is full)
 * Returned   lux, about 0.27 from a full moon overhead
 * Source     Janiczek & DeYoung (1987), altitude and phase function from memory of it
 */
export function moonIlluminance(geometricAltitudeDeg: number, elongationDeg: number): number {
  return along(FULL_MOON, checked(geometricAltitudeDeg)) * phaseFunction(elongationDeg)
}

/** Share of a full moon's light: 1 at full, about 0.1 at the quarters. */
function phaseFunction(elongationDeg: number): number {
  const turn = ((elongationDeg % 360) + 360) % 360
  const e = ((turn > 180 ? 360 - turn : turn) * Math.PI) / 180
  if (e < 1e-6) return 0
  return 0.892 * Math.exp(-3.343 / Math.tan(e / 2) ** 0.632) + 0.0344 * (Math.sin(e) - e * Math.cos(e))
}

function checked(altitudeDeg: number): number {
  if (!(Math.abs(altitudeDeg) <= 90)) throw new RangeError(`altitude must be -90 to 90 degrees: ${altitudeDeg}`)
  return altitudeDeg
}

/**
 * Share of daylight that comes through cloud.
 *
 *   1 − 0.75·n^3.4
 *
 * Given      share of the sky covered, 0–1
 * Valid for  global irradiance by day; for lux, twilight and moon it is an extrapolation
 * Source     Kasten & Czeplak, Solar Energy 24 (1980) 177
 */
export function cloudTransmission(fraction: number): number {
  if (!(fraction >= 0 && fraction <= 1)) throw new RangeError(`cloud must be 0 to 1 of the sky: ${fraction}`)
  return 1 - 0.75 * fraction ** 3.4
}

export interface SkyLight {
  readonly sunAltitudeDeg: number
  readonly moonAltitudeDeg: number
  readonly moonElongationDeg: number
  /** Share of the sky covered, 0–1. */
  readonly cloud: number
}

/**
 * Light on the water from sun, moon and stars through the cloud.
 *
 * Given      altitudes and the moon’s elongation in degrees; the share of the sky covered, 0–1
 * Returned   lux
 * Accuracy   rough at night and under broken cloud: a factor of two
 * Source     the sum of `clearSkyIlluminance`, `moonIlluminance` and starlight, times `cloudTransmission`: see those
 */
export function surfaceIlluminance({ sunAltitudeDeg, moonAltitudeDeg, moonElongationDeg, cloud }: SkyLight): number {
  const clear =
    clearSkyIlluminance(sunAltitudeDeg) + moonIlluminance(moonAltitudeDeg, moonElongationDeg) + STARLIGHT_LUX
  return clear * cloudTransmission(cloud)
}

/** Altitudes at which the cubics of the sun meet; for the test of their joins. */
export const SUN_JOINS: readonly number[] = SUN.slice(0, -1).map((_, i) => at(SUN, i).fromDeg)
