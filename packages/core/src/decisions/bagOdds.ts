export interface BagOdds {
  readonly name: string
  /** Grams of the final bag. */
  readonly mean: number
  readonly p10: number
  readonly p50: number
  readonly p90: number
  readonly chanceLimit: number
  /** Null where no target was given. */
  readonly chanceTarget: number | null
  /** Final bags that are as likely as each other, rising. */
  readonly bags: readonly number[]
  /** Of the mean, from the number of runs. */
  readonly meanError: number
  /** The best of the others, and by how much this one beats it; the error is of the difference, whose luck is shared. */
  readonly against: { readonly name: string; readonly difference: number; readonly error: number } | null
}

/** Final bags of as many runs, in grams, run by run the same days for every strategy. */
export interface PlayedBags {
  readonly name: string
  readonly totalsG: Float64Array
  readonly chanceLimit: number
}

const BAGS = 100
/** Sums of ounces in grams miss a target they are equal to by so little. */
const ROUNDING_G = 1e-6

/**
 * What the bags of all runs tell of each strategy, and of each against the best of the others.
 *
 * Given      bags in grams, run by run the same days for all; a weight to reach
 * Returned   in their order; a quantile is a bag that came
 * Accuracy   `meanError` and the error of the difference, which is that of paired runs
 * Source     paired differences: Glasserman & Yao, Manage. Sci. 38 (1992) 884
 */
export function oddsOf(played: readonly PlayedBags[], targetG?: number): BagOdds[] {
  const means = played.map(({ totalsG }) => momentsOf(totalsG.length, (run) => totalsG[run]!))
  return played.map(({ name, totalsG, chanceLimit }, s) => {
    const runs = totalsG.length
    const sorted = Float64Array.from(totalsG).sort()
    const quantile = (share: number): number => sorted[Math.min(runs - 1, Math.floor(share * runs))]!
    const { mean, error } = means[s]!
    return {
      name,
      mean,
      p10: quantile(0.1),
      p50: quantile(0.5),
      p90: quantile(0.9),
      bags: Array.from({ length: BAGS }, (_, i) => quantile((i + 0.5) / BAGS)),
      chanceLimit,
      chanceTarget: targetG === undefined ? null : shareFrom(sorted, targetG - ROUNDING_G),
      meanError: error,
      against: againstBest(played, means, s),
    }
  })
}

function againstBest(played: readonly PlayedBags[], means: readonly Moments[], s: number): BagOdds['against'] {
  const others = [...played.keys()].filter((other) => other !== s)
  if (others.length === 0) return null
  const best = others.reduce((most, other) => (means[other]!.mean > means[most]!.mean ? other : most))
  const [own, rival] = [played[s]!.totalsG, played[best]!]
  const { mean, error } = momentsOf(own.length, (run) => own[run]! - rival.totalsG[run]!)
  return { name: rival.name, difference: mean, error }
}

interface Moments {
  readonly mean: number
  /** Of the mean. */
  readonly error: number
}

function momentsOf(runs: number, valueOf: (run: number) => number): Moments {
  let sum = 0
  for (let run = 0; run < runs; run++) sum += valueOf(run)
  const mean = sum / runs
  let squares = 0
  for (let run = 0; run < runs; run++) squares += (valueOf(run) - mean) ** 2
  return { mean, error: Math.sqrt(squares / Math.max(1, runs - 1) / runs) }
}

/** Of rising values, those that reach a least one. */
function shareFrom(rising: Float64Array, least: number): number {
  let [below, reached] = [0, rising.length]
  while (below < reached) {
    const middle = (below + reached) >>> 1
    if (rising[middle]! >= least) reached = middle
    else below = middle + 1
  }
  return (rising.length - reached) / rising.length
}
