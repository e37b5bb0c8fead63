export { BoardPage } from './BoardPage.tsx'
export { CONFIDENCE } from './useBoard.ts'
export { useNaming } from './useNaming.ts'
export type { Naming } from './useNaming.ts'
