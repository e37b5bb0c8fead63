import { drawPoisson, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { ratioEvidence } from '../stats/index.ts'
import type { TripBouts } from '../stats/index.ts'

/** One rod's turn, or all its turns of a round: flurries count once. */
export interface TurnBouts {
  readonly bouts: number
  readonly hours: number
}

/** A whole round: both rods had their turn. */
export interface RodRound {
  readonly usual: TurnBouts
  /** The rod in doubt: the big one, the other colour. */
  readonly tried: TurnBouts
}

export interface TwoRodVerdict {
  /** *No worse*: brings at least three quarters of the usual one's strikes, as surely as it is called better. */
  readonly verdict: 'usual better' | 'tried better' | 'tried no worse' | 'not settled'
  readonly rounds: number
  readonly bouts: { readonly usual: number; readonly tried: number }
  /** Tried over usual, and limits that hold it however often one looks. */
  readonly ratio: number
  readonly lower: number
  readonly upper: number
}

/** Standard deviation of the logarithm of ratios that are looked for: a factor of two about one. (ours) */
const MIXTURE_SD = Math.LN2
/** What a big bait may cost and still be no worse. Common practice, no source. */
export const NO_WORSE = 3 / 4
/** Further rounds are played so often, and no further than this. */
const [PLAYED, MOST_ROUNDS] = [40, 60]

/**
 * Two rods fished in turn: is one better, or is the one in doubt at least no worse?
 *
 *   given n = x + y flurries of a round, x ~ Binomial(n, ρt/(ρt + s)): the day's luck cancels within the round
 *
 * Given      whole rounds, of this day and earlier ones
 * Returned   a wrong *better* in at most one test in twenty, looked at after every round, however it is stopped
 * Source     `ratioEvidence`; Ville (1939); Grünwald, de Heide & Koolen, JRSS B 86 (2024) 1091
 */
export function twoRodTest(rounds: readonly RodRound[]): TwoRodVerdict {
  return {
    ...judged(together(rounds.map(pairOf))),
    rounds: rounds.length,
    bouts: { usual: boutsOf(rounds, 'usual'), tried: boutsOf(rounds, 'tried') },
  }
}

const boutsOf = (rounds: readonly RodRound[], side: keyof RodRound): number =>
  rounds.reduce((all, round) => all + round[side].bouts, 0)

/**
 * How many further rounds a test takes that is not settled yet: days are played on from here, their ratio anywhere within the limits.
 *
 * Given      the flurries that both rods together are expected to bring in a round, which counts as one round more than were fished
 * Returned   half of such days are settled within so many; null: not within 60
 */
export function roundsToGo(rounds: readonly RodRound[], expectedBouts = 1, seed = 1): number | null {
  const begun = together(rounds.map(pairOf))
  const { lower, upper } = judged(begun)
  const pace = (boutsOf(rounds, 'usual') + boutsOf(rounds, 'tried') + expectedBouts) / (rounds.length + 1)
  const random = seededRandom(seed)
  const [from, to] = [Math.log(Math.max(lower, 0.25)), Math.log(Math.min(upper, 4))]
  const needed = Array.from({ length: PLAYED }, (_, play) =>
    playedOn(begun, Math.exp(from + ((play + 0.5) / PLAYED) * (to - from)), pace, random),
  ).sort((one, other) => one - other)
  const middle = needed[Math.floor(PLAYED / 2)] ?? Infinity
  return Number.isFinite(middle) ? middle : null
}

function playedOn(begun: readonly TripBouts[], rho: number, pace: number, random: Random): number {
  let now = begun
  for (let round = 1; round <= MOST_ROUNDS; round++) {
    const a = { events: drawPoisson(random, (pace * rho) / (1 + rho)), exposureHours: 1 }
    const b = { events: drawPoisson(random, pace / (1 + rho)), exposureHours: 1 }
    now = together([...now, { a, b }])
    if (judged(now).verdict !== 'not settled') return round
  }
  return Infinity
}

const pairOf = ({ usual, tried }: RodRound): TripBouts => ({
  a: { events: tried.bouts, exposureHours: tried.hours },
  b: { events: usual.bouts, exposureHours: usual.hours },
})

function judged(pairs: readonly TripBouts[]): Pick<TwoRodVerdict, 'verdict' | 'ratio' | 'lower' | 'upper'> {
  const { ratio, lower, upper } = ratioEvidence(pairs, MIXTURE_SD)
  const verdict =
    lower > 1 ? 'tried better' : upper < 1 ? 'usual better' : lower > NO_WORSE ? 'tried no worse' : 'not settled'
  return { verdict, ratio, lower, upper }
}

/** Rounds of the same share of time say together what they say one by one. */
function together(pairs: readonly TripBouts[]): TripBouts[] {
  const byShare = new Map<string, TripBouts>()
  for (const { a, b } of pairs) {
    const share = (a.exposureHours / (a.exposureHours + b.exposureHours)).toFixed(6)
    const before = byShare.get(share)
    byShare.set(share, {
      a: {
        events: a.events + (before?.a.events ?? 0),
        exposureHours: a.exposureHours + (before?.a.exposureHours ?? 0),
      },
      b: {
        events: b.events + (before?.b.events ?? 0),
        exposureHours: b.exposureHours + (before?.b.exposureHours ?? 0),
      },
    })
  }
  return [...byShare.values()]
}

/**
 * The order of a round, so that neither rod always has the better minutes.
 *
 * Given      the test's seed and the number of the round
 * Returned   the same on every device
 * Source     ours
 */
export const triedFirst = (seed: number, round: number): boolean => seededRandom(seed + 7919 * round)() < 0.5
