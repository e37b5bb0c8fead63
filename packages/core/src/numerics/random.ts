/** A source of uniform numbers in [0, 1). Every computation that needs chance is given one; its seed is printed with the result. */
export type Random = () => number

/**
 * The seeded generator of every draw: mulberry32, period 2^32, good enough for simulation of this size and the same everywhere. One may be
 * begun anew, which costs nothing, where every run of many has a seed of its own.
 *
 * Source  T. Ettinger, public domain
 */
export class SeededRandom {
  private state = 0

  constructor(seed: number) {
    this.begin(seed)
  }

  begin(seed: number): void {
    this.state = seed >>> 0
  }

  next(): number {
    const state = (this.state + 0x6d2b79f5) >>> 0
    this.state = state
    let mixed = Math.imul(state ^ (state >>> 15), state | 1)
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61)
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296
  }
}

/**
 * The draws of `SeededRandom` as a function.
 *
 * Given      a seed, any number
 * Returned   a source of uniform numbers in [0, 1), the same for the same seed
 * Source     `SeededRandom`
 */
export function seededRandom(seed: number): Random {
  const random = new SeededRandom(seed)
  return () => random.next()
}

/** Standard normal. Source: Box & Muller, Ann. Math. Stat. 29 (1958) 610. */
export const drawNormal = (random: Random): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/**
 * Gamma(shape, rate 1).
 *
 * Source  Marsaglia & Tsang, ACM Trans. Math. Softw. 26 (2000) 363; shapes below 1 by their remark in section 6
 */
export function drawGamma(random: Random, shape: number): number {
  if (shape < 1) return drawGamma(random, shape + 1) * (1 - random()) ** (1 / shape)
  const d = shape - 1 / 3
  const c = 1 / Math.sqrt(9 * d)
  for (;;) {
    const x = drawNormal(random)
    const root = 1 + c * x
    const v = root * root * root
    if (v <= 0) continue
    const u = 1 - random()
    // Their squeeze spares nearly every draw the logarithms, and lets through none that they would not.
    if (u < 1 - 0.0331 * x * x * x * x || Math.log(u) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v
  }
}

/**
 * A Poisson number: unit-rate arrivals counted up to the mean.
 *
 * Valid for  means up to a few hundred: the time it takes grows with the mean
 * Source     Devroye, Non-Uniform Random Variate Generation (1986) §X.3
 */
export function drawPoisson(random: Random, mean: number): number {
  let count = 0
  for (let reached = -Math.log(1 - random()); reached < mean; reached -= Math.log(1 - random())) count++
  return count
}

/**
 * A geometric number from 1 up, with the given mean; 1 where the mean is no more.
 *
 * Source     inversion: Devroye, Non-Uniform Random Variate Generation (1986) §X.2
 */
export const drawGeometric = (random: Random, mean: number): number =>
  mean <= 1 ? 1 : 1 + Math.floor(Math.log(1 - random()) / Math.log(1 - 1 / mean))
