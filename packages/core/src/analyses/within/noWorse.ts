import { lureOrDay } from './lureOrDay.ts'
import type { ComparedTrip } from './lureOrDay.ts'
import { NO_RATIO } from './pooled.ts'
import type { WithinRatio } from './randomTrip.ts'

/** Lower limits of a question whether A is no worse are one-sided at this chance of being wrong. */
const ONE_SIDED = 0.05
const MARGIN = 0.75

export interface NoWorse extends WithinRatio {
  readonly margin: number
  readonly verdict: 'no worse' | 'worse' | 'too early'
}

/**
 * Is A at least nearly as good as B? With equal rates the bigger lure is the better: a good bite is the moment to ask.
 *
 * Given      the comparison by trip; the margin below which A counts as worse (default ¾ of B's rate)
 * Returned   *no worse* when the one-sided 95 % lower limit lies above the margin; *worse* when the upper one lies below 1 and the ratio
 *            below the margin; else *too early*
 * Source     non-inferiority by one confidence limit (ICH E9); the margin is ours
 */
export function noWorse(trips: readonly ComparedTrip[], margin = MARGIN): NoWorse {
  const { within } = lureOrDay(trips, { confidence: 1 - 2 * ONE_SIDED })
  if (!within) return { ...NO_RATIO, margin, verdict: 'too early' }
  const worse = within.upper < 1 && (within.ratio ?? 0) < margin
  return { ...within, margin, verdict: within.lower > margin ? 'no worse' : worse ? 'worse' : 'too early' }
}
