import { gammaQuantile } from '../numerics/index.ts'

/** What is known of a rate: Gamma(shape, rate), strikes an hour. */
export interface RateBelief {
  readonly shape: number
  readonly rate: number
}

export interface DrySpellQuestion {
  readonly belief: RateBelief
  /** Gamma shape of the days of this book: the smaller, the more days differ. Infinity: they do not. */
  readonly dayShape: number
  /** Hours since the last strike, or since the stint began. */
  readonly hours: number
  /** Earlier today, before the spell: strikes, and the hours they came in. */
  readonly today?: { readonly strikes: number; readonly hours: number }
}

export interface DrySpell {
  /** Chance of a spell so long, were the pattern as good as the book has it. */
  readonly chance: number
  /** The same if days did not differ: what one would wrongly believe. */
  readonly chanceIfDaysWereAlike: number
  /** Hours of blank after which the chance has fallen to one in ten. */
  readonly oneInTenHours: number
}

const POINTS = 200
const ONE_IN_TEN = 0.1
const LONGEST_H = 1000

/**
 * Is so long a blank a sign, or chance?
 *
 *   blank(t) = E_λ[((k + λH)/(k + λH + λt))^(k + n)],  λ ~ the belief, weighed by today's n strikes in H hours
 *
 * Given      the belief in the rate, the days' shape k, hours of the spell, what came earlier today
 * Throws     RangeError for a belief or shape that is not positive, or negative hours
 * Source     gamma mixture of Poisson waiting times (Greenwood & Yule 1920); the use is ours
 */
export function drySpell({ belief, dayShape, hours, today = { strikes: 0, hours: 0 } }: DrySpellQuestion): DrySpell {
  if (!(belief.shape > 0 && belief.rate > 0)) throw new RangeError(`a belief needs a shape and rate above 0: ${belief.shape}, ${belief.rate}`)
  if (!(dayShape > 0)) throw new RangeError(`the shape of the days must be above 0: ${dayShape}`)
  if (!(hours >= 0)) throw new RangeError(`a spell lasts 0 hours or more: ${hours}`)
  const rates = Array.from({ length: POINTS }, (_, i) => gammaQuantile((i + 0.5) / POINTS, belief.shape, belief.rate))
  const chanceAt = (t: number, k: number): number => {
    let [sum, weights] = [0, 0]
    for (const rate of rates) {
      const weight = likelihood(rate, k, today)
      weights += weight
      sum += weight * blank(rate, k, t, today)
    }
    return sum / weights
  }
  let [low, high] = [0, LONGEST_H]
  while (high - low > 1e-3) {
    const middle = (low + high) / 2
    if (chanceAt(middle, dayShape) > ONE_IN_TEN) low = middle
    else high = middle
  }
  return { chance: chanceAt(hours, dayShape), chanceIfDaysWereAlike: chanceAt(hours, Infinity), oneInTenHours: high }
}

type Today = NonNullable<DrySpellQuestion['today']>

/** Chance of nothing in `t` hours at a rate, the day's luck learnt from what came earlier. */
function blank(rate: number, k: number, t: number, today: Today): number {
  if (k === Infinity) return Math.exp(-rate * t)
  const before = k + rate * today.hours
  return (before / (before + rate * t)) ** (k + today.strikes)
}

/** How well a rate tells of what came earlier today, up to a factor. */
function likelihood(rate: number, k: number, { strikes, hours }: Today): number {
  if (hours === 0) return 1
  if (k === Infinity) return rate ** strikes * Math.exp(-rate * hours)
  return rate ** strikes * (k / (k + rate * hours)) ** (k + strikes)
}
