export { sunPosition, sunTimes } from './sun.ts'
export type { SunPosition, SunTimes } from './sun.ts'
export { sunAltitudeCrossings } from './altitudeCrossings.ts'
