import type { BagEvent } from '../decisions/index.ts'
import { toSi } from '../units/index.ts'
import type { Trip } from '../vocabulary/index.ts'

/** What the scale of an event tells apart, for its bags; nothing where nobody said. */
export function scaleOf({ scaleStep }: Trip): Pick<BagEvent, 'scaleG'> {
  const [step, unit] = scaleStep?.split(' ') ?? []
  return step && unit ? { scaleG: toSi(Number(step), unit === 'oz' ? 'oz' : 'g') } : {}
}
