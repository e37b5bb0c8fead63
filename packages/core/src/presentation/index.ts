export { levelOf, workingDepthM } from './level.ts'
export type { Level } from './level.ts'
export { matchesPrey, preyOf } from './prey.ts'
