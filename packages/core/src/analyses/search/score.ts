import { normalQuantile } from '../../numerics/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { byClass, byShard } from './classes.ts'
import type { Classes } from './classes.ts'
import { luckOf } from './expected.ts'
import { gather } from './gather.ts'
import type { Expected } from './expected.ts'

/**
 * What each cell brought beyond what its hours and its trip's luck would have: adds up to the efficient score of any pattern.
 *
 *   r = [y − e·(k + Y/φ)/(k + E/φ)]/φ,  Y and E the trip's strikes and expected strikes, φ the dispersion of flurries
 *
 * Given      cells with what is expected of them; strikes of a drawn book, else their own
 * Returned   by cell
 * Source     score of a Poisson with a gamma frailty of the trip: Klein, Biometrics 48 (1992) 795, without censoring
 */
export function residuals(cells: Cells, expected: Expected, strikes: ArrayLike<number> = cells.strikes): Float64Array {
  const luck = luckOf(cells, expected, strikes)
  const left = new Float64Array(cells.count)
  for (let c = 0; c < left.length; c++) {
    const due = expected.strikes[c]! * (luck[cells.trip[c]!] ?? 1)
    left[c] = (strikes[c]! - due) / expected.dispersion
  }
  return left
}

const NEWTON_STEPS = 30

/** What patterns are weighed by; counts are over the dispersion of flurries. */
interface Counts {
  readonly shape: number
  /** Half a strike. */
  readonly half: number
  /** Expected strikes and strikes of each trip. */
  readonly due: Float64Array
  readonly seen: Float64Array
  /** Expected strikes of each shard, strikes of each class. */
  readonly dueOf: Float64Array
  readonly struckIn: Float64Array
}

/** Patterns against what was to be expected: how well they can be seen, and the ratio they have. */
export class Weigher {
  /** Trips of the pattern looked at, and what is expected of it on each; nought on all others. */
  private readonly trips: Int32Array
  private readonly inside: Float64Array

  private constructor(
    private readonly classes: Classes,
    private readonly counts: Counts,
  ) {
    this.trips = new Int32Array(counts.due.length)
    this.inside = new Float64Array(counts.due.length)
  }

  static of(cells: Cells, classes: Classes, { strikes, dispersion, shape }: Expected): Weigher {
    const flurries = (values: Float64Array): Float64Array => values.map((value) => value / dispersion)
    return new Weigher(classes, {
      shape,
      half: 0.5 / dispersion,
      due: flurries(byTrip(cells, strikes)),
      seen: flurries(byTrip(cells, cells.strikes)),
      dueOf: flurries(byShard(classes, strikes)),
      struckIn: flurries(byClass(classes, cells.strikes)),
    })
  }

  /** The same by coarser classes. */
  over(view: Classes): Weigher {
    return new Weigher(view, {
      ...this.counts,
      dueOf: byShard(view, this.counts.dueOf),
      struckIn: byClass(view, this.counts.struckIn),
    })
  }

  /** Variance Σ_trips [e − e²/(k + E)] of a pattern's score, and how much of it lies within trips. It does not depend on what was caught. */
  variance(chosen: Int32Array): { all: number; within: number } {
    const { trips, inside } = this
    const { due, shape } = this.counts
    const count = gather(this.classes, this.counts.dueOf, chosen, inside, trips)
    let [all, within] = [0, 0]
    for (let i = 0; i < count; i++) {
      const t = trips[i]!
      const [e, whole] = [inside[t]!, due[t]!]
      all += e - (e * e) / (shape + whole)
      within += Math.max(0, e - (e * e) / whole)
      inside[t] = 0
    }
    return { all, within }
  }

  /** Ratio of a pattern's rate to what was expected of its hours, with the trips' luck worked out anew: maximum likelihood in the log ratio. */
  ratio(chosen: Int32Array): PatternRatio {
    const { trips, inside } = this
    const { due, seen, shape } = this.counts
    const count = gather(this.classes, this.counts.dueOf, chosen, inside, trips)
    const there = new Float64Array(count)
    const elsewhere = new Float64Array(count)
    const caught = new Float64Array(count)
    for (let i = 0; i < count; i++) {
      const t = trips[i]!
      const e = inside[t]!
      there[i] = e
      elsewhere[i] = shape + Math.max(0, due[t]! - e)
      caught[i] = shape + seen[t]!
      inside[t] = 0
    }
    // Half a strike stands in where there was none: the ratio is then only said to be small.
    const struck = Math.max(sumOver(this.counts.struckIn, chosen), this.counts.half)
    return ratioOf(there, elsewhere, caught, struck)
  }
}

/** Newton's steps to the log ratio θ at which y = Σ_trips e^θ·e·(k + Y)/(k + E − e + e^θ·e). */
function ratioOf(inside: Float64Array, elsewhere: Float64Array, caught: Float64Array, struck: number): PatternRatio {
  let logRatio = Math.log(struck / inside.reduce((sum, e) => sum + e, 0))
  for (let step = 0; step < NEWTON_STEPS; step++) {
    const ratio = Math.exp(logRatio)
    let slope = struck
    let information = 0
    for (let i = 0; i < inside.length; i++) {
      const there = ratio * inside[i]!
      const both = elsewhere[i]! + there
      const share = (there * caught[i]!) / both
      slope -= share
      information += (share * elsewhere[i]!) / both
    }
    const change = Math.max(-1, Math.min(1, slope / information))
    logRatio += change
    if (Math.abs(change) < 1e-9) return { logRatio, error: 1 / Math.sqrt(information) }
  }
  return { logRatio, error: Infinity }
}

/**
 * How far a pattern stands out: the signed root of its deviance.
 *
 *   z = sign(U)·√(2[(V + U)·ln((V + U)/V) − U])
 *
 * Given      the pattern's score U (its residuals added up) and the variance V of it
 * Returned   about standard normal where there is no pattern, on few strikes too: U/√V is skewed there, so that patterns of few hours
 *            would rule the maximum over all
 * Source     McCullagh & Nelder, Generalized Linear Models (1989), deviance residuals
 */
export function signedRoot(score: number, variance: number): number {
  const ratio = Math.max(1e-9, 1 + score / variance)
  return Math.sign(score) * Math.sqrt(Math.max(0, 2 * variance * (ratio * Math.log(ratio) - ratio + 1)))
}

export function sumOver(values: Float64Array, chosen: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < chosen.length; i++) sum += values[chosen[i]!]!
  return sum
}

export interface PatternRatio {
  readonly logRatio: number
  readonly error: number
}

/** Prior of a pattern's log ratio: normal about nought. (ours) */
const PRIOR_SD = 0.5
const SCORE_QUANTILE = 0.05

/** What the ratio is at least, nineteen times in twenty, once drawn towards one. */
export function scoreOf(logRatio: number, error: number): number {
  const [own, prior] = [1 / error ** 2, 1 / PRIOR_SD ** 2]
  return (logRatio * own) / (own + prior) + normalQuantile(SCORE_QUANTILE) / Math.sqrt(own + prior)
}
