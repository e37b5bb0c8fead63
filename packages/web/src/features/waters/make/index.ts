/** What makes a water, apart from the pages of waters: the deck carries no more than that. */
export { newWater, readWater } from '../NewWaterFields.tsx'
export { zoneAt } from '../useZoneAt.ts'
