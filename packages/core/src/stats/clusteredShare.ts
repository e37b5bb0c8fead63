import { normalQuantile, tQuantile } from '../numerics/index.ts'
import { alphaOf } from './confidence.ts'
import type { Confidence, Interval } from './confidence.ts'
import { wilsonInterval } from './binomialInterval.ts'
import type { Counted } from './mantelHaenszelShareRatio.ts'

export interface ClusteredShare extends Interval {
  readonly share: number
  /** Independent trials that would tell as much: fewer than were counted where trips differ. */
  readonly effectiveTrials: number
}

/**
 * A share of trials that came in clusters (strikes of trips), with limits that allow for trips that differ.
 *
 *   v = G/(G−1) Σ(e_g − p·t_g)²/T²,  deff = v/(p(1−p)/T),  n* = T/deff · (z/t_{G−1})² where deff > 1, else T;  Wilson's interval at p·n* of n*
 *
 * Given      events e_g and trials t_g of each cluster
 * Returned   the share and its limits in [0, 1]; undefined without a trial. One cluster alone, or a share of none or all: as if trials stood alone
 * Source     effective sample size: Kish, Survey Sampling (1965) §8.2; its few degrees of freedom: Korn & Graubard, Surv. Methodol. 24 (1998) 193; limits: Wilson, JASA 22 (1927) 209
 */
export function clusteredShare(clusters: readonly Counted[], options: Confidence = {}): ClusteredShare | undefined {
  const alpha = alphaOf(options)
  const events = clusters.reduce((sum, one) => sum + one.events, 0)
  const trials = clusters.reduce((sum, one) => sum + one.trials, 0)
  if (trials === 0) return undefined
  const share = events / trials
  const variance =
    (clusters.length / (clusters.length - 1)) *
    clusters.reduce((sum, one) => sum + (one.events - share * one.trials) ** 2 / trials ** 2, 0)
  const alone = (share * (1 - share)) / trials
  const effect = clusters.length > 1 && alone > 0 ? Math.max(1, variance / alone) : 1
  const few = effect > 1 ? (normalQuantile(1 - alpha / 2) / tQuantile(1 - alpha / 2, clusters.length - 1)) ** 2 : 1
  const effectiveTrials = (trials / effect) * few
  return { share, effectiveTrials, ...wilsonInterval(share, effectiveTrials, alpha) }
}
