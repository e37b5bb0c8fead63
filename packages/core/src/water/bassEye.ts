import { at } from '../checked/index.ts'
import type { WaterSpectrum } from './attenuationSpectrum.ts'
import { WAVELENGTHS_NM, spectrum } from './spectra.ts'
import type { Spectrum } from './spectra.ts'

/** What a lure is seen against. */
export type Background = 'open water' | 'bottom' | 'surface'

/** (lure − background) / background, as each cone counts light: 0 is invisible, negative darker. */
export interface ConeContrast {
  readonly green: number
  readonly red: number
}

/** Peaks of the two cones of largemouth bass: Mitchem et al., Curr. Zool. 65 (2019) 43. */
export const BASS_CONES_NM = { green: 535, red: 614 } as const

/**
 * How strongly a pigment of the A2 kind answers to a wavelength.
 *
 * Returned   about 1 at the peak
 * Source     Govardovskii et al., Visual Neurosci. 17 (2000) 509, alpha band; constants from memory
 */
export function coneSensitivity(peakNm: number, wavelengthNm: number): number {
  const x = peakNm / wavelengthNm
  const a = 0.875 + 0.0268 * Math.exp((peakNm - 665) / 40.7)
  const steep = 62.7 + 1.834 * Math.exp((peakNm - 625) / 54.2)
  return 1 / (Math.exp(steep * (a - x)) + Math.exp(20.85 * (0.9101 - x)) + Math.exp(-10.37 * (1.1123 - x)) + 0.5343)
}

const CONES = {
  green: spectrum((nm) => coneSensitivity(BASS_CONES_NM.green, nm)),
  red: spectrum((nm) => coneSensitivity(BASS_CONES_NM.red, nm)),
}

/** Light that comes back from the background, as a share of the light that falls. All three are ours and rough. */
function backgroundOf(kind: Background, { perM }: WaterSpectrum): Spectrum {
  if (kind === 'surface') return spectrum(() => 1)
  if (kind === 'bottom') return spectrum((nm) => 0.08 + (0.1 * (nm - 380)) / 400)
  const clearest = Math.min(...perM)
  return spectrum((_, i) => (0.06 * clearest) / at(perM, i))
}

/**
 * Contrast of a surface against a background to a bass, cone by cone.
 *
 *   (caught from the surface − caught from the background) / caught from the background, photons weighed by the cone
 *
 * Given      what the surface reflects and the light there, by wavelength; the water; what lies behind
 * Accuracy   fish vision is known roughly: more or less, not a measurement
 * Source     cones as in `BASS_CONES_NM`; backgrounds ours and rough
 */
export function bassContrast(
  reflects: Spectrum,
  light: Spectrum,
  water: WaterSpectrum,
  kind: Background,
): ConeContrast {
  const background = backgroundOf(kind, water)
  const caught = (cone: Spectrum, surface: Spectrum): number =>
    WAVELENGTHS_NM.reduce((sum, nm, i) => sum + at(cone, i) * at(surface, i) * at(light, i) * nm, 0)
  const contrast = (cone: Spectrum): number => {
    const behind = caught(cone, background)
    return (caught(cone, reflects) - behind) / behind
  }
  return { green: contrast(CONES.green), red: contrast(CONES.red) }
}
