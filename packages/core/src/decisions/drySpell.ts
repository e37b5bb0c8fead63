import { findRoot, logGamma } from '../numerics/index.ts'

/** What is known of a rate: Gamma(shape, rate), strikes an hour. */
export interface RateBelief {
  readonly shape: number
  readonly rate: number
}

export interface DrySpellQuestion {
  readonly belief: RateBelief
  /** Gamma shape of the days of this book: the smaller, the more days differ. Infinity: they do not. */
  readonly dayShape: number
  /** Mean strikes in a flurry: one that does not come keeps all of its strikes away. 1 where absent. */
  readonly boutSize?: number
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

const ONE_IN_TEN = 0.1
const LONGEST_H = 1e4
/** Beside the mode of the integrand nothing counts that is so much less, in logarithms. */
const NEGLIGIBLE = 40
const POINTS_A_WIDTH = 8

/**
 * Is so long a blank a sign, or chance?
 *
 *   blank(t) = I(H + t)/I(H),  I(x) = ∫ λ^(a+n−1) e^(−bλ) (1 + λx/k)^(−(k+n)) dλ
 *
 * with a and n counted in flurries: the belief Gamma(a, b), n of them in H hours earlier today, the days' shape k.
 *
 * Given      the belief in the rate of strikes, the days' shape, flurries, hours of the spell, what came earlier today
 * Throws     RangeError for a belief or shape that is not positive, negative hours, flurries below 1
 * Method     trapezoids in ln λ about the mode, the flat tail of small shapes in closed form
 * Accuracy   1e-8
 * Source     gamma mixture of Poisson waiting times (Greenwood & Yule 1920); the use is ours
 */
export function drySpell({
  belief,
  dayShape,
  boutSize = 1,
  hours,
  today = { strikes: 0, hours: 0 },
}: DrySpellQuestion): DrySpell {
  if (!(belief.shape > 0 && belief.rate > 0))
    throw new RangeError(`a belief needs a shape and rate above 0: ${belief.shape}, ${belief.rate}`)
  if (!(dayShape > 0)) throw new RangeError(`the shape of the days must be above 0: ${dayShape}`)
  if (!(hours >= 0 && today.hours >= 0)) throw new RangeError(`a spell lasts 0 hours or more: ${hours}`)
  if (!(boutSize >= 1)) throw new RangeError(`a flurry has one strike or more: ${boutSize}`)
  const bouts = today.strikes / boutSize
  const shape = belief.shape / boutSize + bouts
  const logIntegral = (k: number, x: number): number =>
    logIntegralOf({ shape, rate: belief.rate, k, power: k + bouts, x })
  const chanceAt = (t: number, k: number): number =>
    Math.exp(logIntegral(k, today.hours + t) - logIntegral(k, today.hours))
  return {
    chance: chanceAt(hours, dayShape),
    chanceIfDaysWereAlike: chanceAt(hours, Infinity),
    oneInTenHours: findRoot((t) => chanceAt(t, dayShape) - ONE_IN_TEN, 0, LONGEST_H),
  }
}

interface Integrand {
  readonly shape: number
  readonly rate: number
  readonly k: number
  /** k + n. */
  readonly power: number
  readonly x: number
}

/** ln ∫ λ^(shape − 1) e^(−rate λ) (1 + λx/k)^(−power) dλ; for days that do not differ the last factor is e^(−λx). */
function logIntegralOf({ shape, rate, k, power, x }: Integrand): number {
  if (k === Infinity || x === 0) return logGamma(shape) - shape * Math.log(rate + (k === Infinity ? x : 0))
  // In u = ln λ the logarithm of the integrand is concave.
  const height = (u: number): number => shape * u - rate * Math.exp(u) - power * Math.log1p((x * Math.exp(u)) / k)
  const slope = (u: number): number => shape - rate * Math.exp(u) - (power * x * Math.exp(u)) / (k + x * Math.exp(u))
  const mode = findRoot(slope, Math.log(shape / (rate + (power * x) / k)) - 1, Math.log(shape / rate) + 1)
  const z = (x * Math.exp(mode)) / k
  const width = 1 / Math.sqrt(rate * Math.exp(mode) + (power * z) / (1 + z) ** 2)
  const [top, step] = [height(mode), Math.min(width, 1) / POINTS_A_WIDTH]
  let sum = 1
  for (let u = mode + step; height(u) > top - NEGLIGIBLE; u += step) sum += Math.exp(height(u) - top)
  const flat = Math.log(1e-10 / (rate + (power * x) / k))
  let from = mode - step
  for (; from > flat && height(from) > top - NEGLIGIBLE; from -= step) sum += Math.exp(height(from) - top)
  // Below, the integrand is λ^(shape − 1): its trapezoids are a geometric row.
  const tail = from > flat ? 0 : Math.exp(height(from) - top) / -Math.expm1(-shape * step)
  return top + Math.log((sum + tail) * step)
}
