const RADIAN = Math.PI / 180
/** Refractive index of fresh water against air, in the middle of the spectrum. */
export const WATER_INDEX = 1.333
/** What a flat surface lets in of a uniformly bright sky. */
const DIFFUSE_TRANSMISSION = 0.934
/** From this cover up no direct light is left. (ours) */
const NO_SUN_CLOUD = 0.9

/**
 * Share of unpolarised light that a flat water surface throws back (Fresnel).
 *
 * Given      angle from the vertical in degrees, 0–90
 * Source     Fresnel's equations; 2.04 % at normal incidence for an index of 1.333
 */
export function fresnelReflectance(incidenceDeg: number): number {
  if (!(incidenceDeg >= 0 && incidenceDeg <= 90))
    throw new RangeError(`the angle from the vertical must be 0 to 90 degrees: ${incidenceDeg}`)
  const cosIn = Math.cos(incidenceDeg * RADIAN)
  const cosUnder = Math.sqrt(1 - (Math.sin(incidenceDeg * RADIAN) / WATER_INDEX) ** 2)
  const across = (cosIn - WATER_INDEX * cosUnder) / (cosIn + WATER_INDEX * cosUnder)
  const along = (cosUnder - WATER_INDEX * cosIn) / (cosUnder + WATER_INDEX * cosIn)
  return (across * across + along * along) / 2
}

/**
 * Share of the daylight that comes straight from the sun.
 *
 * Given      the sun's geometric altitude in degrees, cloud as a share of the sky (0–1)
 * Accuracy   rough: used as a share only; less of it in proportion to cloud, none from nine tenths up (ours)
 * Source     IES clear-sky figures (direct normal 127.5·e^(−0.21/sin h), sky 0.8 + 15.5·√sin h, klx), from memory
 */
export function directShare(sunAltitudeDeg: number, cloud: number): number {
  if (sunAltitudeDeg <= 0 || cloud >= NO_SUN_CLOUD) return 0
  const sin = Math.sin(sunAltitudeDeg * RADIAN)
  const direct = 127.5 * Math.exp(-0.21 / sin) * sin
  return (direct / (direct + 0.8 + 15.5 * Math.sqrt(sin))) * (1 - cloud)
}

/**
 * Share of the light on the water that goes in: the direct part by Fresnel, the rest as of a uniform sky on flat water.
 *
 * Given      the sun's geometric altitude in degrees, cloud as a share of the sky (0–1)
 * Valid for  flat water; waves let more of a low sun in
 */
export function surfaceTransmission(sunAltitudeDeg: number, cloud: number): number {
  const direct = directShare(sunAltitudeDeg, cloud)
  const straightIn = direct > 0 ? 1 - fresnelReflectance(90 - sunAltitudeDeg) : 0
  return direct * straightIn + (1 - direct) * DIFFUSE_TRANSMISSION
}

/**
 * Cosine of the sunlight’s angle from the vertical under the surface.
 *
 * Given      the sun’s altitude in degrees
 * Returned   at least 0.661, for a sun on the horizon
 * Source     Snell’s law with a refractive index of 1.333
 */
export const cosineUnder = (sunAltitudeDeg: number): number =>
  Math.sqrt(1 - (Math.cos(Math.max(0, sunAltitudeDeg) * RADIAN) / WATER_INDEX) ** 2)
