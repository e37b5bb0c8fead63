export { trackBottom } from './trackBottom.ts'
export { withTrackParts } from './trackParts.ts'
export { crossesItself, outlineOf, ringsOf } from './outline.ts'
export type { Outline } from './outline.ts'
