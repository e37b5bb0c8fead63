/** One round: A for a while, then B for as long (or the other way round, by the seed). Bouts count once. */
export interface SwapRound {
  readonly a: { readonly bouts: number; readonly hours: number }
  readonly b: { readonly bouts: number; readonly hours: number }
}

export interface SwapOptions {
  /** The ratio that is worth telling; default 2. */
  readonly ratio?: number
  /** Chance of calling a difference that is none; default 0.1. */
  readonly alpha?: number
  /** Chance of missing a difference of the ratio; default 0.2. */
  readonly beta?: number
  /** Bouts after which the test ends undecided; default 100. */
  readonly most?: number
}

export interface SwapTest {
  readonly verdict: 'A' | 'B' | 'no such difference' | 'go on' | 'undecided'
  readonly rounds: number
  readonly bouts: number
  /** Log likelihood ratios of A, and of B, being better by the ratio. */
  readonly evidenceA: number
  readonly evidenceB: number
  /** Above the first a side has won; below the second it has not. */
  readonly bounds: { readonly upper: number; readonly lower: number }
  /** About how many bouts it takes on the whole to tell the ratio. */
  readonly boutsToTell: number
}

/**
 * Two lures in turn, in fixed rounds: which is better? Judged after whole rounds only, so that stopping at a good moment tells nothing.
 *
 *   Λ = a·ln ρ − n·ln((ρ·t_A + t_B)/(t_A + t_B));  bounds ln((1 − β)/(α/2)) and ln(β/(1 − α/2)), one test for each side
 *
 * Given      rounds that are whole
 * Throws     RangeError for a ratio that is not above 1, or chances outside (0, 1)
 * Source     Wald, Ann. Math. Stat. 16 (1945) 117; two one-sided tests; truncation ours
 */
export function swapTest(
  rounds: readonly SwapRound[],
  { ratio = 2, alpha = 0.1, beta = 0.2, most = 100 }: SwapOptions = {},
): SwapTest {
  if (!(ratio > 1)) throw new RangeError(`the ratio to tell must be above 1: ${ratio}`)
  if (!(alpha > 0 && alpha < 1 && beta > 0 && beta < 1))
    throw new RangeError(`chances of error lie between 0 and 1: ${alpha}, ${beta}`)
  const sum = (side: 'a' | 'b', field: 'bouts' | 'hours'): number =>
    rounds.reduce((total, round) => total + round[side][field], 0)
  const [a, b, hoursA, hoursB] = [sum('a', 'bouts'), sum('b', 'bouts'), sum('a', 'hours'), sum('b', 'hours')]
  const bounds = { upper: Math.log((1 - beta) / (alpha / 2)), lower: Math.log(beta / (1 - alpha / 2)) }
  const [evidenceA, evidenceB] = [evidence(a, a + b, hoursA, hoursB, ratio), evidence(b, a + b, hoursB, hoursA, ratio)]
  const verdict =
    evidenceA >= bounds.upper
      ? 'A'
      : evidenceB >= bounds.upper
        ? 'B'
        : evidenceA <= bounds.lower && evidenceB <= bounds.lower
          ? 'no such difference'
          : a + b >= most
            ? 'undecided'
            : 'go on'
  return {
    verdict,
    rounds: rounds.length,
    bouts: a + b,
    evidenceA,
    evidenceB,
    bounds,
    boutsToTell: boutsToTell(ratio, bounds, beta),
  }
}

const evidence = (own: number, all: number, hours: number, other: number, ratio: number): number =>
  hours + other === 0 ? 0 : own * Math.log(ratio) - all * Math.log((ratio * hours + other) / (hours + other))

/** Wald's mean number of bouts, in equal hours, when the better one is better by the ratio. */
function boutsToTell(ratio: number, { upper, lower }: SwapTest['bounds'], beta: number): number {
  const share = ratio / (ratio + 1)
  const each = share * Math.log(ratio) - Math.log((ratio + 1) / 2)
  return ((1 - beta) * upper + beta * lower) / each
}

/** The order of a round, so that neither lure always has the better minutes. Given a source of chance with a printed seed. */
export const orderOf = (random: () => number): readonly ['a', 'b'] | readonly ['b', 'a'] =>
  random() < 0.5 ? ['a', 'b'] : ['b', 'a']
