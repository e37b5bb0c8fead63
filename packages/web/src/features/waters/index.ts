export { NewWaterFields, newWater, readWater } from './NewWaterFields.tsx'
export type { WaterDraft } from './NewWaterFields.tsx'
export { WaterPage } from './WaterPage.tsx'
export { WatersPage } from './WatersPage.tsx'
