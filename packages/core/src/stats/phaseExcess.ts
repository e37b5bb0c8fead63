/** Strikes of one stint or cadence: how many of how many came in the phase, and its share of the time. */
export interface PhaseCount {
  readonly strikes: number
  readonly inPhase: number
  /** Share of the fishing time spent in the phase, 0–1. */
  readonly timeShare: number
}

export interface PhaseExcess {
  readonly strikes: number
  readonly inPhase: number
  /** Strikes that the phase's share of the time would have brought. */
  readonly expected: number
  /** Strikes in the phase over what its time would have brought; null where that is none. */
  readonly ratio: number | null
  /** Two-sided. */
  readonly pValue: number
  readonly pMore: number
  readonly pFewer: number
}

/**
 * Do more strikes come in a phase (on the pause, on the fall) than the time spent in it would bring?
 *
 *   Σ(x − p_i) over strikes, each against its own stint's share of time; exact Poisson-binomial tails
 *
 * Given      strikes by stint with the share of time; strikes whose phase is not known left out by the caller
 * Throws     RangeError for a share outside 0–1, or more strikes in the phase than in all
 * Source     Poisson (1837); exact by convolution: Hong, Comput. Stat. Data Anal. 59 (2013) 41
 */
export function phaseExcess(counts: readonly PhaseCount[]): PhaseExcess {
  let distribution = [1]
  let [strikes, inPhase, expected] = [0, 0, 0]
  for (const one of counts) {
    if (!(one.timeShare >= 0 && one.timeShare <= 1))
      throw new RangeError(`a share of time lies between 0 and 1: ${one.timeShare}`)
    if (one.inPhase > one.strikes)
      throw new RangeError(`${one.inPhase} strikes in the phase are more than ${one.strikes} in all`)
    strikes += one.strikes
    inPhase += one.inPhase
    expected += one.strikes * one.timeShare
    for (let i = 0; i < one.strikes; i++) distribution = withOne(distribution, one.timeShare)
  }
  const sum = (from: number, to: number): number =>
    Math.min(
      1,
      distribution.slice(from, to).reduce((total, p) => total + p, 0),
    )
  const [pMore, pFewer] = [sum(inPhase, distribution.length), sum(0, inPhase + 1)]
  return {
    strikes,
    inPhase,
    expected,
    ratio: expected > 0 ? inPhase / expected : null,
    pMore,
    pFewer,
    pValue: Math.min(1, 2 * Math.min(pMore, pFewer)),
  }
}

function withOne(distribution: readonly number[], p: number): number[] {
  const next = new Array<number>(distribution.length + 1).fill(0)
  distribution.forEach((chance, k) => {
    next[k]! += chance * (1 - p)
    next[k + 1]! += chance * p
  })
  return next
}
