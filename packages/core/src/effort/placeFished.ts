import type { Stint } from '../vocabulary/index.ts'

/** Where a stint was: its spot, else its kind of place. */
export const placeFished = ({ spot, structure }: Pick<Stint, 'spot' | 'structure'>): string | undefined =>
  spot ?? structure ?? undefined
