export type { Contrast } from './contrast.ts'
export type { PatternFacts, PatternLure } from './patternFacts.ts'
export { patternsOfWater } from './patternsOfWater.ts'
export type { KnownPattern, PatternsOptions, WaterPattern } from './patternsOfWater.ts'
