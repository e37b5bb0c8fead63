export { WaterFields, deviceZone, newWater, readWater } from './NewWater.tsx'
export type { WaterDraft } from './NewWater.tsx'
