/** What makes a water, apart from the pages of waters: the deck carries no more than that. */
export { newWater, readWater } from '../NewWater.tsx'
export { zoneAt } from '../useZoneAt.ts'
