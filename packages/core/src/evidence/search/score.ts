import { at } from '../../checked/index.ts'
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
  return Float64Array.from({ length: cells.count }, (_, c) => {
    const due = (expected.strikes[c] ?? 0) * (luck[cells.trip[c] ?? 0] ?? 1)
    return ((strikes[c] ?? 0) - due) / expected.dispersion
  })
}

/** How well patterns can be seen: the variance of their score, which does not depend on what was caught. */
export class Weigher {
  private readonly due: Float64Array

  constructor(
    private readonly cells: Cells,
    private readonly expected: Expected,
  ) {
    this.due = byTrip(cells, expected.strikes).map((e) => e / expected.dispersion)
  }

  /** Variance Σ_trips [e − e²/(k + E)] of a pattern's score, and how much of it lies within trips. Given cells in ascending order. */
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

const NEWTON_STEPS = 30

/** Ratio of a pattern's rate to what was expected of its hours, with the trips' luck worked out anew: maximum likelihood in the log ratio. */
export function ratioOf(cells: Cells, { strikes: expected, shape, dispersion }: Expected, chosen: ArrayLike<number>): PatternRatio {
  const [seen, due] = [byTrip(cells, cells.strikes), byTrip(cells, expected)]
  const inside = new Map<number, { y: number; e: number }>()
  for (let i = 0; i < chosen.length; i++) {
    const c = at(chosen, i)
    const sum = inside.get(at(cells.trip, c)) ?? { y: 0, e: 0 }
    inside.set(at(cells.trip, c), { y: sum.y + at(cells.strikes, c) / dispersion, e: sum.e + at(expected, c) / dispersion })
  }
  const parts = [...inside].map(([t, { y, e }]) => ({ y, e, n: at(seen, t) / dispersion, rest: at(due, t) / dispersion - e }))
  const struck = parts.reduce((sum, { y }) => sum + y, 0)
  // Half a strike stands in where there was none: the ratio is then only said to be small.
  const y = Math.max(struck, 0.5 / dispersion)
  let logRatio = Math.log(y / parts.reduce((sum, { e }) => sum + e, 0))
  for (let step = 0; step < NEWTON_STEPS; step++) {
    const ratio = Math.exp(logRatio)
    let [slope, information] = [y, 0]
    for (const { e, n, rest } of parts) {
      const pool = shape + Math.max(0, rest) + ratio * e
      slope -= (ratio * e * (shape + n)) / pool
      information += (ratio * e * (shape + n) * (shape + Math.max(0, rest))) / (pool * pool)
    }
    const change = Math.max(-1, Math.min(1, slope / information))
    logRatio += change
    if (Math.abs(change) < 1e-9) return { logRatio, error: 1 / Math.sqrt(information) }
  }
  return { logRatio, error: Infinity }
}

/** Prior of a pattern's log ratio: normal about nought. (ours) */
const PRIOR_SD = 0.5
const SCORE_QUANTILE = 0.05

/** What the ratio is at least, nineteen times in twenty, once drawn towards one. */
export function scoreOf(logRatio: number, error: number): number {
  const [own, prior] = [1 / error ** 2, 1 / PRIOR_SD ** 2]
  return (logRatio * own) / (own + prior) + normalQuantile(SCORE_QUANTILE) / Math.sqrt(own + prior)
}
