/** Every spectrum here runs from 380 to 780 nm in steps of 10 nm. */
export const WAVELENGTHS_NM: readonly number[] = Array.from({ length: 41 }, (_, i) => 380 + 10 * i)

/** A value at each of the wavelengths. */
export type Spectrum = readonly number[]
/**
 * A value at each of the wavelengths, by a function of the wavelength.
 *
 * Given      a function of the wavelength in nm and of its place in `WAVELENGTHS_NM`
 * Returned   its values, in that order
 */
export const spectrum = (of: (wavelengthNm: number, index: number) => number): Spectrum => WAVELENGTHS_NM.map(of)

/** Absorption of pure water, 1/m: Pope & Fry, Appl. Opt. 36 (1997) 8710, to 720 nm; Smith & Baker, Appl. Opt. 20 (1981) 177, beyond. Typed from memory of the tables. */
export const PURE_WATER: Spectrum = [
  0.01137, 0.00851, 0.00663, 0.00473, 0.00454, 0.00495, 0.00635, 0.00922, 0.00979, 0.0106, 0.0127, 0.015, 0.0204,
  0.0325, 0.0409, 0.0434, 0.0474, 0.0565, 0.0619, 0.0695, 0.0896, 0.1351, 0.2224, 0.2644, 0.2755, 0.2916, 0.3108, 0.34,
  0.41, 0.439, 0.465, 0.516, 0.624, 0.827, 1.231, 1.799, 2.38, 2.47, 2.55, 2.51, 2.36,
]

/** Daylight, relative power: CIE standard illuminant D65 (from memory of the table). Its chromaticity is in the tests. Dusk is bluer. */
export const DAYLIGHT: Spectrum = [
  49.98, 54.65, 82.75, 91.49, 93.43, 86.68, 104.86, 117.01, 117.81, 114.86, 115.92, 108.81, 109.35, 107.8, 104.79,
  107.69, 104.41, 104.05, 100, 96.33, 95.79, 88.69, 90.01, 89.6, 87.7, 83.29, 83.7, 80.03, 80.21, 82.28, 78.28, 69.72,
  71.61, 74.35, 61.6, 69.89, 75.09, 63.59, 46.42, 66.81, 63.38,
]

/** CIE 1931 2° colour-matching functions (from memory of the table). `y` is V(λ), the eye by day. */
export const CIE_1931: { readonly x: Spectrum; readonly y: Spectrum; readonly z: Spectrum } = {
  x: [
    0.0014, 0.0042, 0.0143, 0.0435, 0.1344, 0.2839, 0.3483, 0.3362, 0.2908, 0.1954, 0.0956, 0.032, 0.0049, 0.0093,
    0.0633, 0.1655, 0.2904, 0.4334, 0.5945, 0.7621, 0.9163, 1.0263, 1.0622, 1.0026, 0.8544, 0.6424, 0.4479, 0.2835,
    0.1649, 0.0874, 0.0468, 0.0227, 0.0114, 0.0058, 0.0029, 0.0014, 0.0007, 0.0003, 0.0002, 0.0001, 0,
  ],
  y: [
    0, 0.0001, 0.0004, 0.0012, 0.004, 0.0116, 0.023, 0.038, 0.06, 0.091, 0.139, 0.208, 0.323, 0.503, 0.71, 0.862, 0.954,
    0.995, 0.995, 0.952, 0.87, 0.757, 0.631, 0.503, 0.381, 0.265, 0.175, 0.107, 0.061, 0.032, 0.017, 0.0082, 0.0041,
    0.0021, 0.001, 0.0005, 0.0002, 0.0001, 0.0001, 0, 0,
  ],
  z: [
    0.0065, 0.0201, 0.0679, 0.2074, 0.6456, 1.3856, 1.7471, 1.7721, 1.6692, 1.2876, 0.813, 0.4652, 0.272, 0.1582,
    0.0782, 0.0422, 0.0203, 0.0087, 0.0039, 0.0021, 0.0017, 0.0011, 0.0008, 0.0003, 0.0002, 0, 0, 0, 0, 0, 0, 0, 0, 0,
    0, 0, 0, 0, 0, 0, 0,
  ],
}
