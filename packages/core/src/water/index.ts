export { diffuseAttenuation } from './diffuseAttenuation.ts'
export {
  WATER_TINTS,
  attenuationSpectrum,
  daylightLeft,
  photopicTransmission,
  tintOf,
  waterSpectrum,
} from './attenuationSpectrum.ts'
export type { WaterSpectrum, WaterTint } from './attenuationSpectrum.ts'
export { lightAtDepth } from './lightAtDepth.ts'
export type { UnderwaterLight } from './lightAtDepth.ts'
export { BASS_CONES_NM, coneSensitivity } from './bassEye.ts'
export type { Background, ConeContrast } from './bassEye.ts'
export { COLOUR_FLOOR_LUX, shadeAtDepth, waterBodyColour } from './shadeAtDepth.ts'
export type { Shade, ShadeOptions } from './shadeAtDepth.ts'
export { CIE_1931, DAYLIGHT, PURE_WATER, WAVELENGTHS_NM } from './spectra.ts'
export { fresnelReflectance, surfaceTransmission } from './surface.ts'
