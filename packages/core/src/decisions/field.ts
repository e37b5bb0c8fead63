import { at } from '../checked/index.ts'
import { chiSquareQuantile, normalCdf, normalQuantile } from '../numerics/index.ts'
import { expectedPayout } from './bitesForLimit.ts'

/** What rivals bring over a whole event, each drawn alike: a log-normal, as far as some totals tell of it. */
export interface Field {
  readonly rivals: number
  /** Of the natural logarithms of the totals that are known, in grams; their spread drawn to what is usual. */
  readonly mean: number
  readonly sd: number
  readonly known: number
}

/** One total tells nothing of how a field spreads. */
const FEWEST = 2
/** Of the logarithm of a total, before any is known: worth as many totals as `USUAL_KNOWN`. (ours) */
const USUAL_SD = 0.35
const USUAL_KNOWN = 4
/** Fields that are as likely as each other: so many spreads, and so many means of each. */
const SPREADS = 9
const MEANS = 15
/** Steps of the chance that a rival is above. */
const CHANCES = 400

/**
 * The field that totals of rivals tell of.
 *
 * Given      totals in grams; how many rivals there are, by default as many as totals
 * Returned   undefined with fewer than two totals
 */
export function fieldOf(totalsG: readonly number[], rivals = totalsG.length): Field | undefined {
  const logs = totalsG.filter((one) => one > 0).map(Math.log)
  if (logs.length < FEWEST) return undefined
  const mean = logs.reduce((sum, one) => sum + one, 0) / logs.length
  const squares = logs.reduce((sum, one) => sum + (one - mean) ** 2, USUAL_KNOWN * USUAL_SD ** 2)
  return { rivals, mean, sd: Math.sqrt(squares / freedomOf(logs.length)), known: logs.length }
}

const freedomOf = (known: number): number => USUAL_KNOWN + known - 1

/** A field as it may be, in natural logarithms of grams. */
interface LikelyField {
  readonly mean: number
  readonly sd: number
}

/**
 * What the totals leave open, as fields that are as likely as each other.
 *
 *   σ² ~ ν·s²/χ²(ν), ν = n + 3; μ ~ N(m, σ²/n)
 *
 * Source     normal with conjugate spread: Gelman et al., Bayesian Data Analysis (2013) §3.3, from memory; what is usual: ours
 */
function likelyFields({ mean, sd, known }: Field): LikelyField[] {
  const freedom = freedomOf(known)
  return Array.from({ length: SPREADS }, (_, i) => {
    const spread = sd * Math.sqrt(freedom / chiSquareQuantile((i + 0.5) / SPREADS, freedom))
    return Array.from({ length: MEANS }, (__, j) => ({
      mean: mean + (spread / Math.sqrt(known)) * normalQuantile((j + 0.5) / MEANS),
      sd: spread,
    }))
  }).flat()
}

/** 1 − Φ((ln w − μ)/σ). */
const chanceAbove = ({ mean, sd }: LikelyField, logTotal: number): number => 1 - normalCdf((logTotal - mean) / sd)

/**
 * What a total is expected to be paid among a field of which some totals are known: all rivals share what is not known of it, so that the
 * mean is taken of what each likely field pays, and not of the rivals.
 *
 * Given      payouts from the first place down, in any unit
 * Returned   the payout by a total in grams; nothing is expected of a total of nothing among any rivals
 * Accuracy   135 fields; held against drawn fields in `bag.test.ts`
 */
export function payoutAmong(field: Field, payouts: readonly number[]): (totalG: number) => number {
  const fields = likelyFields(field)
  const byChance = Float64Array.from({ length: CHANCES + 1 }, (_, i) =>
    expectedPayout(payouts, field.rivals, i / CHANCES),
  )
  return (totalG) => {
    const logTotal = totalG > 0 ? Math.log(totalG) : -Infinity
    return fields.reduce((sum, one) => sum + between(byChance, chanceAbove(one, logTotal)), 0) / fields.length
  }
}

function between(byChance: Float64Array, chance: number): number {
  const place = chance * CHANCES
  const low = Math.min(CHANCES - 1, Math.floor(place))
  return at(byChance, low) + (place - low) * (at(byChance, low + 1) - at(byChance, low))
}
