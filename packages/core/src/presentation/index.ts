export { levelOf, workingDepth, workingDepthM } from './level.ts'
export type { Level, WorkingDepth } from './level.ts'
export { matchesPrey, preyOf } from './prey.ts'
