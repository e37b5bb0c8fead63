import { at } from '../checked/index.ts'
import { daylightAt, photopicTransmission } from './attenuationSpectrum.ts'
import type { WaterSpectrum } from './attenuationSpectrum.ts'
import { bassContrast } from './bassEye.ts'
import type { Background, ConeContrast } from './bassEye.ts'
import { CIE_1931, DAYLIGHT, WAVELENGTHS_NM, spectrum } from './spectra.ts'
import type { Spectrum } from './spectra.ts'

/** Under this light the eye by day gives out, and no colour is claimed (ours; cones fade between about 3 and 0.01 lux). */
export const COLOUR_FLOOR_LUX = 0.1

/** Three smooth bands that add up to one: a paint of a given sRGB colour. Real paints of that colour differ. */
const rise = (nm: number, centre: number): number => 1 / (1 + Math.exp(-(nm - centre) / 12))
const BANDS: readonly [Spectrum, Spectrum, Spectrum] = [
  spectrum((nm) => rise(nm, 585)),
  spectrum((nm) => rise(nm, 490) - rise(nm, 585)),
  spectrum((nm) => 1 - rise(nm, 490)),
]

type Triple = readonly [number, number, number]
type Matrix = readonly [Triple, Triple, Triple]

/** Linear sRGB from XYZ (IEC 61966-2-1). */
const FROM_XYZ: Matrix = [
  [3.2406, -1.5372, -0.4986],
  [-0.9689, 1.8758, 0.0415],
  [0.0557, -0.204, 1.057],
]

const dot = (a: Triple, b: Triple): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
const times = (m: Matrix, v: Triple): Triple => [dot(m[0], v), dot(m[1], v), dot(m[2], v)]
const column = (m: Matrix, i: 0 | 1 | 2): Triple => [m[0][i], m[1][i], m[2][i]]
const product = (a: Matrix, b: Matrix): Matrix => {
  const columns = ([0, 1, 2] as const).map((i) => times(a, column(b, i))) as unknown as Matrix
  return [
    [columns[0][0], columns[1][0], columns[2][0]],
    [columns[0][1], columns[1][1], columns[2][1]],
    [columns[0][2], columns[1][2], columns[2][2]],
  ]
}

function inverse([[a, b, c], [d, e, f], [g, h, i]]: Matrix): Matrix {
  const det = a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
  return [
    [(e * i - f * h) / det, (c * h - b * i) / det, (b * f - c * e) / det],
    [(f * g - d * i) / det, (a * i - c * g) / det, (c * d - a * f) / det],
    [(d * h - e * g) / det, (b * g - a * h) / det, (a * e - b * d) / det],
  ]
}

/** XYZ of light thrown back by a surface, the surface light's own white at Y = 1. */
function tristimulus(light: Spectrum, reflects: Spectrum): Triple {
  const sum = (weights: Spectrum): number =>
    WAVELENGTHS_NM.reduce((total, _, i) => total + at(light, i) * at(reflects, i) * at(weights, i), 0)
  const white = WAVELENGTHS_NM.reduce((total, _, i) => total + at(DAYLIGHT, i) * at(CIE_1931.y, i), 0)
  return [sum(CIE_1931.x) / white, sum(CIE_1931.y) / white, sum(CIE_1931.z) / white]
}

/** From the amounts of the three bands to linear sRGB under a light. */
function bandsUnder(light: Spectrum): Matrix {
  const [r, g, b] = BANDS.map((band) => times(FROM_XYZ, tristimulus(light, band))) as unknown as Matrix
  return [
    [r[0], g[0], b[0]],
    [r[1], g[1], b[1]],
    [r[2], g[2], b[2]],
  ]
}

const AT_SURFACE = inverse(bandsUnder(DAYLIGHT))

const toLinear = (value: number): number => (value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4)
const fromLinear = (value: number): number => (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055)

function readHex(colour: string): Triple {
  const parts = /^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})$/i.exec(colour)
  if (!parts) throw new RangeError(`a colour is written #rrggbb: ${colour}`)
  return parts.slice(1).map((part) => toLinear(Number.parseInt(part, 16) / 255)) as unknown as Triple
}

const hex = (linear: Triple): string =>
  `#${linear
    .map((value) =>
      Math.round(255 * fromLinear(Math.max(0, Math.min(1, value))))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`

export interface ShadeOptions {
  /** Lux just under the surface; default bright day. */
  readonly surfaceLux?: number
  readonly background?: Background
}

export interface Shade {
  /** As a person sees it, `#rrggbb`; null where it is too dark to claim a colour. */
  readonly seen: string | null
  /** Lux at the depth. */
  readonly lux: number
  /** How far it stands out to a bass, cone by cone. */
  readonly bass: ConeContrast | null
}

/**
 * The shade a colour takes at a depth, to a person adapted to the white at the surface, and its contrast to a bass.
 *
 * Given      colour `#rrggbb` as in white light, depth in metres, the water's spectrum
 * Returned   the shade with its brightness brought up to that of a white thing there, so that hue can be told; at zero depth the
 *            colour unchanged; no colour under 0.1 lux
 * Valid for  a picture: paints of one colour differ in spectrum, and the eye adapts under water
 * Source     CIE 1931, sRGB (IEC 61966-2-1); bass: see `bassContrast`
 */
export function shadeAtDepth(
  colour: string,
  depthM: number,
  water: WaterSpectrum,
  { surfaceLux = 20_000, background = 'open water' }: ShadeOptions = {},
): Shade {
  const amounts = readHex(colour)
  const lux = surfaceLux * photopicTransmission(water, depthM)
  if (lux < COLOUR_FLOOR_LUX) return { seen: null, lux, bass: null }
  const light = daylightAt(water, depthM)
  const change = product(bandsUnder(light), AT_SURFACE)
  const bands = times(AT_SURFACE, amounts)
  const reflects = spectrum((_, i) =>
    Math.max(0, bands[0] * at(BANDS[0], i) + bands[1] * at(BANDS[1], i) + bands[2] * at(BANDS[2], i)),
  )
  const brightness = photopicTransmission(water, depthM)
  const shade = times(change, amounts).map((value) => value / brightness) as unknown as Triple
  return { seen: hex(shade), lux, bass: bassContrast(reflects, light, water, background) }
}

/**
 * The colour of the water itself, looking into it from a depth: what it throws back of the light that is left there.
 *
 * Given      brightness wanted, 0–1 (luminance of white is 1): how bright it looks depends on the eye, its hue on the water
 * Returned   `#rrggbb`
 * Method     back-scatter taken as the same at all wavelengths, so that what comes back goes as 1 / Kd(λ); rough
 */
export function waterBodyColour(water: WaterSpectrum, depthM: number, brightness: number): string {
  const returned = spectrum((_, i) => 1 / at(water.perM, i))
  const [x, y, z] = tristimulus(daylightAt(water, depthM), returned)
  return hex(times(FROM_XYZ, [(x / y) * brightness, brightness, (z / y) * brightness]))
}
