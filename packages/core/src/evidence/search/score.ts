import { normalQuantile } from '../../numerics/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { luckOf } from './expected.ts'
import type { Expected } from './expected.ts'

/**
 * What each cell brought beyond what its hours and its trip's luck would have: adds up to the efficient score of any pattern.
 *
 *   r = [y − e·(k + Y/φ)/(k + E/φ)]/φ,  Y and E the trip's strikes and expected strikes, φ the dispersion of flurries
 */
export function residuals(cells: Cells, expected: Expected, strikes: ArrayLike<number> = cells.strikes): Float64Array {
  const luck = luckOf(cells, expected, strikes)
  const left = new Float64Array(cells.count)
  for (let c = 0; c < left.length; c++) {
    const due = (expected.strikes[c] ?? 0) * (luck[cells.trip[c] ?? 0] ?? 1)
    left[c] = ((strikes[c] ?? 0) - due) / expected.dispersion
  }
  return left
}

const NEWTON_STEPS = 30

/** Patterns against what was to be expected: how well they can be seen, and the ratio they have. Patterns are cells in ascending order. */
export class Weigher {
  /** Expected strikes and strikes of each trip, over the dispersion of flurries. */
  private readonly due: Float64Array
  private readonly seen: Float64Array
  /** Of the trips a pattern lies on, one after the other: what is expected of it, and on the rest of the trip; the trip's strikes. */
  private readonly inside: Float64Array
  private readonly rest: Float64Array
  private readonly caught: Float64Array

  constructor(
    private readonly cells: Cells,
    private readonly expected: Expected,
  ) {
    const { dispersion } = expected
    this.due = byTrip(cells, expected.strikes).map((e) => e / dispersion)
    this.seen = byTrip(cells, cells.strikes).map((y) => y / dispersion)
    const trips = this.due.length
    ;[this.inside, this.rest, this.caught] = [new Float64Array(trips), new Float64Array(trips), new Float64Array(trips)]
  }

  /** Variance Σ_trips [e − e²/(k + E)] of a pattern's score, and how much of it lies within trips. It does not depend on what was caught. */
  variance(chosen: ArrayLike<number>): { all: number; within: number } {
    const { trip } = this.cells
    const { strikes, dispersion, shape } = this.expected
    let [all, within, e, last] = [0, 0, 0, -1]
    const close = (): void => {
      if (last < 0) return
      const whole = this.due[last] ?? 0
      all += e - (e * e) / (shape + whole)
      within += Math.max(0, e - (e * e) / whole)
    }
    for (let i = 0; i < chosen.length; i++) {
      const c = chosen[i] ?? 0
      const t = trip[c] ?? 0
      if (t !== last) {
        close()
        last = t
        e = 0
      }
      e += (strikes[c] ?? 0) / dispersion
    }
    close()
    return { all, within }
  }

  /** Ratio of a pattern's rate to what was expected of its hours, with the trips' luck worked out anew: maximum likelihood in the log ratio. */
  ratio(chosen: ArrayLike<number>): PatternRatio {
    const { inside, rest, caught } = this
    const { shape, dispersion } = this.expected
    const { trips, struck, due } = this.gather(chosen)
    // Half a strike stands in where there was none: the ratio is then only said to be small.
    const y = Math.max(struck, 0.5 / dispersion)
    let logRatio = Math.log(y / due)
    for (let step = 0; step < NEWTON_STEPS; step++) {
      const ratio = Math.exp(logRatio)
      let slope = y
      let information = 0
      for (let t = 0; t < trips; t++) {
        const there = ratio * (inside[t] ?? 0)
        const elsewhere = shape + (rest[t] ?? 0)
        const share = (there * (caught[t] ?? 0)) / (elsewhere + there)
        slope -= share
        information += (share * elsewhere) / (elsewhere + there)
      }
      const change = Math.max(-1, Math.min(1, slope / information))
      logRatio += change
      if (Math.abs(change) < 1e-9) return { logRatio, error: 1 / Math.sqrt(information) }
    }
    return { logRatio, error: Infinity }
  }

  /** Fills what the ratio asks of each trip of a pattern; returns how many trips, the strikes in the pattern and those expected. */
  private gather(chosen: ArrayLike<number>): { trips: number; struck: number; due: number } {
    const { trip, strikes } = this.cells
    const { dispersion, strikes: expected, shape } = this.expected
    let [trips, struck, due, last] = [0, 0, 0, -1]
    for (let i = 0; i < chosen.length; i++) {
      const c = chosen[i] ?? 0
      const t = trip[c] ?? 0
      if (t !== last) {
        this.inside[trips++] = 0
        last = t
      }
      const e = (expected[c] ?? 0) / dispersion
      this.inside[trips - 1] = (this.inside[trips - 1] ?? 0) + e
      this.rest[trips - 1] = Math.max(0, (this.due[t] ?? 0) - (this.inside[trips - 1] ?? 0))
      this.caught[trips - 1] = shape + (this.seen[t] ?? 0)
      struck += (strikes[c] ?? 0) / dispersion
      due += e
    }
    return { trips, struck, due }
  }
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
  for (let i = 0; i < chosen.length; i++) sum += values[chosen[i] ?? 0] ?? 0
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
