export { beaufort } from './beaufort.ts'
export { pressureTendency } from './tendency.ts'
export { FRONT_THRESHOLDS, frontPhase } from './front.ts'
export type { FrontPhase, FrontState, FrontThresholds, WeatherReading } from './front.ts'
