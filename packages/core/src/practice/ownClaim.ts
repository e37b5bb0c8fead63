import type { RecordOf } from '../vocabulary/index.ts'
import { ALL_OTHERS, CLAIM_OUTCOMES } from './claim.ts'
import type { Claim } from './claim.ts'

/** An angler's own rule as a claim. Throws RangeError for an outcome that is none. */
export function ownClaim({
  id,
  name,
  condition,
  lure,
  against,
  outcome,
  dispute,
  multiplier,
  since,
}: RecordOf<'claim'>): Claim {
  const asked = outcome ? CLAIM_OUTCOMES.find((one) => one === outcome) : 'rate'
  if (!asked) throw new RangeError(`${name}: an outcome is one of ${CLAIM_OUTCOMES.join(', ')}, not "${outcome}"`)
  return {
    id,
    says: name,
    when: condition ?? '',
    lure: lure ?? '',
    against: against || ALL_OTHERS,
    outcome: asked,
    ...(dispute ? { dispute } : {}),
    ...(since ? { since } : {}),
    ...(multiplier == null ? {} : { multiplier }),
  }
}
