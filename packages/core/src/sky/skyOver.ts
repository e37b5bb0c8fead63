import { DAY_MS } from '../time/index.ts'
import { at } from '../checked/index.ts'
import type { EpochMs } from '../time/index.ts'
import { placeOf, siderealAngle } from './ephemeris.ts'
import type { SkyBody } from './ephemeris.ts'

const RADIAN = Math.PI / 180
/** Flattening of the WGS 84 ellipsoid. */
const FLATTENING = 1 / 298.257223563

/** A place's sky at any time: altitudes without refraction, in degrees. */
export interface Sky {
  readonly altitudeDeg: (body: SkyBody, ms: EpochMs) => number
}

/**
 * The sky over one place, made for asking often: one look at the ephemeris serves a day of it for every place.
 *
 * Given      latitude and longitude in degrees, north and east positive
 * Returned   topocentric geometric altitude of sun and moon at sea level, about a million a second
 * Accuracy   0.001° (sun) and 0.003° (moon) of `sunPosition` and `moonPosition`, 1900–2100, everywhere
 * Throws     RangeError for a place that is none
 */
export function skyOver(latitudeDeg: number, longitudeDeg: number): Sky {
  checkPlace(latitudeDeg, longitudeDeg)
  const [sin, cos] = [Math.sin(latitudeDeg * RADIAN), Math.cos(latitudeDeg * RADIAN)]
  const squash = (1 - FLATTENING) ** 2
  const curvature = 1 / Math.sqrt(cos * cos + squash * sin * sin)
  const longitude = longitudeDeg * RADIAN
  const place = new Float64Array(3)
  return {
    altitudeDeg: (body, ms) => {
      const angle = siderealAngle(ms) + longitude
      const toMeridian = Math.cos(angle)
      const toEast = Math.sin(angle)
      placeOf(body, ms, place)
      const dx = (place[0] ?? 0) - curvature * cos * toMeridian
      const dy = (place[1] ?? 0) - curvature * cos * toEast
      const dz = (place[2] ?? 0) - curvature * squash * sin
      const up = (cos * (toMeridian * dx + toEast * dy) + sin * dz) / Math.sqrt(dx * dx + dy * dy + dz * dz)
      return Math.asin(Math.max(-1, Math.min(1, up))) / RADIAN
    },
  }
}

/**
 * Asks for a place on Earth.
 *
 * Given      latitude and longitude, degrees
 * Throws     RangeError for a latitude beyond ±90 or a longitude beyond ±180, and for what is no number
 */
export function checkPlace(latitudeDeg: number, longitudeDeg: number): void {
  if (!(Math.abs(latitudeDeg) <= 90)) throw new RangeError(`latitude must be -90 to 90 degrees: ${latitudeDeg}`)
  if (!(Math.abs(longitudeDeg) <= 180)) throw new RangeError(`longitude must be -180 to 180 degrees: ${longitudeDeg}`)
}

/** Mean obliquity of the ecliptic at J2000 and its change a day: IAU 2006, linear term. */
const OBLIQUITY_DEG = 23.4392794
const OBLIQUITY_PER_DAY = -0.0130102 / 36_525
const J2000_MS = Date.UTC(2000, 0, 1, 12)

/**
 * How far the moon stands ahead of the sun along the ecliptic, as the almanacs count phases: 0 new, 90 first quarter, 180 full.
 *
 * Returned   degrees, 0–360
 * Accuracy   0.001° of the ephemeris
 */
export function moonElongation(ms: EpochMs): number {
  const tilt = (OBLIQUITY_DEG + ((ms - J2000_MS) / DAY_MS) * OBLIQUITY_PER_DAY) * RADIAN
  const longitude = (body: SkyBody): number => {
    const place = new Float64Array(3)
    placeOf(body, ms, place)
    return Math.atan2(at(place, 1) * Math.cos(tilt) + at(place, 2) * Math.sin(tilt), at(place, 0))
  }
  return ((((longitude('moon') - longitude('sun')) / RADIAN) % 360) + 360) % 360
}
