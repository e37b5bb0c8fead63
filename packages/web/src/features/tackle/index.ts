export { LureFields, newLure, readLure } from './NewLure.tsx'
export type { LureDraft } from './NewLure.tsx'
