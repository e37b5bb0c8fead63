export { WaterFields, newWater, readWater } from './NewWater.tsx'
export type { WaterDraft } from './NewWater.tsx'
export { WaterPage } from './WaterPage.tsx'
export { WatersPage } from './WatersPage.tsx'
