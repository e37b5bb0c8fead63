import { LEAST, benjaminiHochberg, strengthOf } from '@jotbook/core'
import type { AroundChange } from '@jotbook/core'
import type { Evidence } from '../../charts/EvidenceLine.tsx'

/** The words of a judgement, as they come from core. */
export type Judgement = 'strong' | 'leaning' | 'no difference shown' | 'too early' | 'cannot tell'

export const evidenceOf = (judgement: Judgement): Evidence =>
  judgement === 'strong' || judgement === 'leaning' ? judgement : 'none'

type InsideOut = Pick<AroundChange['after'], 'inside' | 'outside' | 'trips' | 'ratio'>

/** Some hours against the rest of the same trips, several such at once: by the same floors as the board, and with all of them to pick from. */
export function judged(all: readonly InsideOut[]): Judgement[] {
  const early = all.map(isEarly)
  const adjusted = benjaminiHochberg(all.filter((_, i) => !early[i]).map(({ ratio }) => ratio.pValue))
  let next = 0
  return early.map((one) => (one ? 'too early' : strengthOf(adjusted[next++] ?? 1)))
}

function isEarly({ inside, outside, trips }: InsideOut): boolean {
  const usual = outside.exposureHours > 0 ? outside.events / outside.exposureHours : 0
  return (
    inside.exposureHours < LEAST.hours ||
    trips < LEAST.trips ||
    Math.max(inside.events, usual * inside.exposureHours) < LEAST.expected
  )
}
