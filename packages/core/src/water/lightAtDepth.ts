import { diffuseAttenuation } from './diffuseAttenuation.ts'
import { cosineUnder, directShare } from './surface.ts'

/** Mean cosine of diffuse light under the surface. */
const DIFFUSE_COSINE = 0.86
/** Scattering over absorption of ordinary fishing water (ours: Kirk's range for lakes is about 2 to 15). */
const SCATTERING_OVER_ABSORPTION = 5

/** How strongly light that slants by a cosine is taken away, against light straight down with no scattering. Kirk, Limnol. Oceanogr. 29 (1984) 350, mean to the 1 % depth. */
const slant = (cosine: number): number => Math.sqrt(1 + (0.473 * cosine - 0.218) * SCATTERING_OVER_ABSORPTION) / cosine

/** Attenuation for light of a cosine, over that for diffuse light, for which the visibility was read. */
const slantRatio = (cosine: number): number => slant(cosine) / slant(DIFFUSE_COSINE)

export interface UnderwaterLight {
  readonly visibilityM: number
  /** Below the surface, vertical: attenuation is per vertical metre already. */
  readonly depthM: number
  readonly sunAltitudeDeg: number
  /** Share of the sky covered, 0–1. */
  readonly cloud: number
}

/**
 * Light left at a depth, as a share of the light just under the surface.
 *
 *   E(z)/E(0⁻) = exp(−Kd(μ0)·z), direct and diffuse light each by its own μ0
 *
 * Returned   0–1, of the whole visible spectrum; lux under water come from the spectrum (`photopicTransmission`)
 * Throws     RangeError for a negative depth or a visibility that is not positive
 * Source     Kirk (1984); the ratio of scattering to absorption is ours
 */
export function lightAtDepth({ visibilityM, depthM, sunAltitudeDeg, cloud }: UnderwaterLight): number {
  if (!(depthM >= 0)) throw new RangeError(`depth must be 0 m or more: ${depthM}`)
  const k = diffuseAttenuation(visibilityM) * depthM
  const direct = directShare(sunAltitudeDeg, cloud)
  const straight = direct > 0 ? direct * Math.exp(-k * slantRatio(cosineUnder(sunAltitudeDeg))) : 0
  return straight + (1 - direct) * Math.exp(-k)
}
