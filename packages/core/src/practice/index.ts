import { BIG_BAITS_AND_JIGS } from './bigBaitsAndJigs.ts'
import type { Claim } from './claim.ts'
import { COLOURS } from './colours.ts'
import { HARD_BAITS } from './hardBaits.ts'
import { HOOKS_AND_LINES } from './hooksAndLines.ts'
import { SURFACE_AND_PLACES } from './surfaceAndPlaces.ts'
import { WEATHER_AND_DEPTH } from './weatherAndDepth.ts'

export { ALL_OTHERS, CLAIM_OUTCOMES, NOT_BETTER, SAME_BODY, SAME_MARGIN } from './claim.ts'
export type { Claim, ClaimOutcome } from './claim.ts'

export { ownClaim } from './ownClaim.ts'

/** Every rule of the trade that the book puts on trial. */
export const CLAIMS: readonly Claim[] = [
  ...HARD_BAITS,
  ...COLOURS,
  ...BIG_BAITS_AND_JIGS,
  ...WEATHER_AND_DEPTH,
  ...SURFACE_AND_PLACES,
  ...HOOKS_AND_LINES,
]
