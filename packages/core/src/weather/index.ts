export { beaufort } from './beaufort.ts'
export { pressureTendency } from './pressureTendency.ts'
export { FRONT_THRESHOLDS, frontPhase } from './frontPhase.ts'
export type { FrontPhase, FrontState, FrontThresholds, WeatherReading } from './frontPhase.ts'
