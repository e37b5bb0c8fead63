import { at } from '../checked/index.ts'
import { BoundedCache, findRootFromZero } from '../numerics/index.ts'
import { diffuseAttenuation } from './diffuseAttenuation.ts'
import { CIE_1931, DAYLIGHT, PURE_WATER, WAVELENGTHS_NM, spectrum } from './spectra.ts'
import type { Spectrum } from './spectra.ts'

/** What colours a water, as shares at 440 nm. The mixtures are ours and rough: only a spectrometer knows a water's own. */
interface Mixture {
  /** Dissolved: tannin, humic matter. */
  readonly dissolved: number
  readonly mineral: number
  readonly algae: number
}

export const WATER_TINTS = ['clear', 'green', 'tea', 'clay'] as const
export type WaterTint = (typeof WATER_TINTS)[number]
const MIXTURES: Readonly<Record<WaterTint, Mixture>> = {
  clear: { dissolved: 0.35, mineral: 0.35, algae: 0.3 },
  green: { dissolved: 0.3, mineral: 0.2, algae: 0.5 },
  tea: { dissolved: 0.9, mineral: 0.05, algae: 0.05 },
  clay: { dissolved: 0.2, mineral: 0.75, algae: 0.05 },
}

/** Bricaud, Morel & Prieur, Limnol. Oceanogr. 26 (1981) 43: slope 0.014 a nanometre. */
const DISSOLVED = spectrum((nm) => Math.exp(-0.014 * (nm - 440)))
/** Mineral particles scatter all colours and swallow the blue ones a little (shape ours). */
const MINERAL = spectrum((nm) => 0.35 * Math.exp(-0.011 * (nm - 440)) + 0.65 * Math.sqrt(440 / nm))
/** Pigment's two peaks over the scattering of cells (shape ours). */
const ALGAE = spectrum(
  (nm) => 0.55 * Math.exp(-(((nm - 440) / 35) ** 2)) + 0.3 * Math.exp(-(((nm - 675) / 14) ** 2)) + 0.45 * (440 / nm),
)

const shapeOf = ({ dissolved, mineral, algae }: Mixture): Spectrum =>
  spectrum((_, i) => dissolved * at(DISSOLVED, i) + mineral * at(MINERAL, i) + algae * at(ALGAE, i))

/** Photons of daylight: what Kd(PAR) counts, 400–700 nm. */
const PHOTONS = spectrum((nm, i) => (nm < 400 || nm > 700 ? 0 : at(DAYLIGHT, i) * nm))
/** Daylight as the eye weighs it. */
const SEEN = spectrum((_, i) => at(DAYLIGHT, i) * at(CIE_1931.y, i))

/** Share of weighted light left after an optical path. */
function shareLeft(weights: Spectrum, perM: Spectrum, depthM: number): number {
  let [left, all] = [0, 0]
  for (let i = 0; i < weights.length; i++) {
    left += at(weights, i) * Math.exp(-at(perM, i) * depthM)
    all += at(weights, i)
  }
  return left / all
}

export interface WaterSpectrum {
  /** Diffuse attenuation at each of `WAVELENGTHS_NM`, 1/m. */
  readonly perM: Spectrum
  /** The visibility given is more than pure water allows under this model: pure water stands in. */
  readonly clearerThanModel: boolean
}

const ONE_PERCENT = Math.log(100)

/**
 * How fast each wavelength is lost going down, from how far down one sees and the water's tint.
 *
 *   Kd(λ) = a_w(λ) + A·shape(λ), with A such that one photon of daylight in a hundred reaches 4.605 / Kd(PAR)
 *
 * Given      visibility in metres (> 0), tint
 * Returned   never less than pure water's absorption at any wavelength
 * Valid for  a picture of the water's colour; particles and algae are rough
 * Source     pure water Pope & Fry (1997) and Smith & Baker (1981); dissolved colour Bricaud et al. (1981); the rest ours
 */
export function attenuationSpectrum(visibilityM: number, tint: WaterTint): WaterSpectrum {
  const depthM = ONE_PERCENT / diffuseAttenuation(visibilityM)
  const shape = shapeOf(MIXTURES[tint])
  const withAmount = (amount: number): Spectrum => spectrum((_, i) => at(PURE_WATER, i) + amount * at(shape, i))
  const left = (amount: number): number => shareLeft(PHOTONS, withAmount(amount), depthM)
  if (left(0) <= 0.01) return { perM: PURE_WATER, clearerThanModel: true }
  return { perM: withAmount(findRootFromZero((amount) => left(amount) - 0.01)), clearerThanModel: false }
}

/** A water already worked out, with what is left of the daylight at the depths asked for. */
interface KnownWater extends WaterSpectrum {
  readonly leftAtM: BoundedCache<number, number>
}

/** From a hand’s breadth to a hundred metres. */
const MOST_WATERS = 400
const MOST_DEPTHS = 500
/** Waters already worked out, by tint and by steps of 2 % of the visibility. */
const known: Readonly<Record<WaterTint, BoundedCache<number, KnownWater>>> = {
  clear: new BoundedCache(MOST_WATERS),
  green: new BoundedCache(MOST_WATERS),
  tea: new BoundedCache(MOST_WATERS),
  clay: new BoundedCache(MOST_WATERS),
}
const SIGHT_STEP = Math.log(1.02)

const waterAtStep = (step: number, tint: WaterTint): KnownWater =>
  known[tint].get(step, () => ({
    ...attenuationSpectrum(Math.exp(step * SIGHT_STEP), tint),
    leftAtM: new BoundedCache(MOST_DEPTHS),
  }))

/**
 * As `attenuationSpectrum`, of the visibility rounded to 2 %: for asking often.
 *
 * Given      visibility in metres; the tint
 * Accuracy   2 % of the visibility
 */
export const waterSpectrum = (visibilityM: number, tint: WaterTint): WaterSpectrum =>
  waterAtStep(Math.round(Math.log(visibilityM) / SIGHT_STEP), tint)

/**
 * Share of the daylight, as the eye by day weighs it, that is left of what goes in at a depth.
 *
 *   Σ V·E·exp(−K·z) / Σ V·E
 *
 * Given      the water’s attenuation, 1/m; depth in metres
 * Source     Beer–Lambert; V: CIE 1924, as in `spectra`
 */
export const photopicTransmission = (water: WaterSpectrum, depthM: number): number =>
  shareLeft(SEEN, water.perM, depthM)

/**
 * As `photopicTransmission` of `attenuationSpectrum`, made for asking often: between steps of 2 % of the visibility the logarithm of
 * what is left goes straight, so that it changes without jumps as the water clears.
 *
 * Given      visibility and depth in metres, the tint
 * Returned   the share of daylight that is left, 0 to 1
 * Accuracy   1 % of what is left, down to the depth where one photon in ten thousand is
 */
export function daylightLeft(visibilityM: number, tint: WaterTint, depthM: number): number {
  const place = Math.log(visibilityM) / SIGHT_STEP
  const step = Math.floor(place)
  const [dimmer, brighter] = [leftAtStep(step, tint, depthM), leftAtStep(step + 1, tint, depthM)]
  return dimmer === 0 ? 0 : dimmer * (brighter / dimmer) ** (place - step)
}

function leftAtStep(step: number, tint: WaterTint, depthM: number): number {
  const water = waterAtStep(step, tint)
  return water.leftAtM.get(depthM, () => photopicTransmission(water, depthM))
}

/**
 * A tint as it was read, or the tint of most fishing water where none was.
 *
 * Given      what was read, of any type
 * Returned   a tint that is known; green where it is none
 * Source     common practice, no source
 */
export const tintOf = (word: unknown): WaterTint => WATER_TINTS.find((tint) => tint === word) ?? 'green'

/**
 * Daylight left at each wavelength at a depth.
 *
 * Given      the water’s attenuation, 1/m; depth in metres
 * Returned   relative power
 * Source     Beer–Lambert; daylight: CIE D65, as in `spectra`
 */
export const daylightAt = (water: WaterSpectrum, depthM: number): Spectrum =>
  WAVELENGTHS_NM.map((_, i) => at(DAYLIGHT, i) * Math.exp(-at(water.perM, i) * depthM))
