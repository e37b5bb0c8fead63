export { trackBottom } from './trackBottom.ts'
export { withTrackParts } from './withTrackParts.ts'
export { crossesItself, outlineOf, ringsOf } from './outline.ts'
export type { Outline } from './outline.ts'
