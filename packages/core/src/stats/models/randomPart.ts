import { at, entry } from '../../checked/index.ts'
import {
  LabelEncoder,
  diagonalOfInverse,
  factorArrowhead,
  halvedStep,
  linesOf,
  solveArrowhead,
} from '../../numerics/index.ts'
import type { Arrowhead } from '../../numerics/index.ts'
import type { DesignMatrix } from './designMatrix.ts'

/** One grouping with a random intercept: the level of each row. */
export interface Grouping {
  readonly name: string
  readonly levels: readonly string[]
  readonly codes: Int32Array
}

/**
 * A grouping of some rows by their labels.
 *
 * Given      a label for each row of the data, and the rows that were kept
 * Returned   levels in the order in which they are met, and the level of each row kept
 */
export function groupingOf(name: string, labels: readonly string[], kept: Int32Array): Grouping {
  const encoder = new LabelEncoder()
  const codes = Int32Array.from(kept, (row) => encoder.codeOf(at(labels, row)))
  return { name, levels: encoder.labels, codes }
}

const MOST_STEPS = 100
const CLOSE = 1e-11

/** Where the random effects stand at given β and sds, and the Laplace log-likelihood there. */
export interface Modes {
  /** In sds: u = sd·b. */
  readonly spherical: Float64Array
  readonly logLikelihood: number
  readonly mu: Float64Array
}

/**
 * The random part of a multilevel Poisson model: inner Newton steps to the modes, with the largest grouping as a diagonal block and
 * the others dense beside it, so that thousands of trips cost no more than they are.
 */
export class RandomPart {
  private readonly diagonal: Grouping
  private readonly others: readonly Grouping[]
  private readonly otherCodes: readonly Int32Array[]
  /** First place of each of the others in the dense block. */
  private readonly starts: readonly number[]
  private readonly dense: number
  readonly size: number

  constructor(
    private readonly design: DesignMatrix,
    readonly groupings: readonly Grouping[],
    /** Σ ln y!, a constant of the data. */
    private readonly constant: number,
  ) {
    const largest = [...groupings].sort((a, b) => b.levels.length - a.levels.length)[0]
    if (!largest) throw new RangeError('a multilevel model needs at least one random intercept')
    this.diagonal = largest
    this.others = groupings.filter((one) => one !== largest)
    this.otherCodes = this.others.map(({ codes }) => codes)
    let start = 0
    this.starts = this.others.map(({ levels }) => (start += levels.length) - levels.length)
    this.dense = start
    this.size = largest.levels.length + start
  }

  private sdsInOrder(sds: Readonly<Record<string, number>>): { first: number; rest: number[] } {
    return { first: entry(sds, this.diagonal.name), rest: this.others.map(({ name }) => entry(sds, name)) }
  }

  /** Modes and Laplace log-likelihood at linear predictors without random effects (offset included) and standard deviations. */
  at(eta0: Float64Array, sds: Readonly<Record<string, number>>, from: Float64Array): Modes {
    const { rows, events } = this.design
    const { first, rest } = this.sdsInOrder(sds)
    let b = Float64Array.from(from)
    let mu = this.means(eta0, first, rest, b)
    let value = this.penalised(mu, b)
    for (let step = 0; step < MOST_STEPS; step++) {
      const system = this.system(mu, first, rest)
      if (!system) break
      const residual = new Float64Array(rows)
      for (let i = 0; i < rows; i++) residual[i] = events[i]! - mu[i]!
      const gradient = this.transpose(residual, first, rest)
      for (let i = 0; i < this.size; i++) gradient[i]! -= b[i]!
      const move = solveArrowhead(system, gradient)
      const from_ = b
      const next = halvedStep(
        (share) => from_.map((one, i) => one + share * move[i]!),
        (tried) => {
          mu = this.means(eta0, first, rest, tried)
          return this.penalised(mu, tried)
        },
        value - 1e-12 * Math.abs(value),
      )
      const gain = next.height - value
      b = next.place
      value = next.height
      if (Math.abs(gain) < CLOSE * (Math.abs(value) + 1)) break
    }
    const system = this.system(mu, first, rest)
    return { spherical: b, mu, logLikelihood: value - this.constant - (system?.logDeterminant ?? NaN) / 2 }
  }

  /** Modes by grouping with their conditional standard errors. */
  report(
    modes: Modes,
    sds: Readonly<Record<string, number>>,
  ): Record<string, { level: string; estimate: number; standardError: number }[]> {
    const { first, rest } = this.sdsInOrder(sds)
    const system = this.system(modes.mu, first, rest)
    const variances = system ? diagonalOfInverse(system, this.dense) : new Float64Array(this.size).fill(NaN)
    const of = (
      grouping: Grouping,
      sd: number,
      start: number,
    ): [string, { level: string; estimate: number; standardError: number }[]] => [
      grouping.name,
      grouping.levels.map((level, i) => ({
        level,
        estimate: sd * at(modes.spherical, start + i),
        standardError: sd * Math.sqrt(at(variances, start + i)),
      })),
    ]
    return Object.fromEntries([
      of(this.diagonal, first, 0),
      ...this.others.map((grouping, g) => of(grouping, at(rest, g), this.diagonal.levels.length + at(this.starts, g))),
    ])
  }

  private codeOf = (g: number, i: number): number => this.otherCodes[g]![i]!

  private means(eta0: Float64Array, first: number, rest: readonly number[], b: Float64Array): Float64Array {
    const mu = new Float64Array(this.design.rows)
    const q = this.diagonal.levels.length
    for (let i = 0; i < mu.length; i++) {
      let eta = eta0[i]! + first * b[this.diagonal.codes[i]!]!
      for (let g = 0; g < this.others.length; g++) eta += rest[g]! * b[q + this.starts[g]! + this.codeOf(g, i)]!
      mu[i] = Math.exp(eta)
    }
    return mu
  }

  /** Σ(y·η − μ) − |b|²/2. */
  private penalised(mu: Float64Array, b: Float64Array): number {
    let sum = 0
    for (let i = 0; i < mu.length; i++) {
      const y = this.design.events[i]!
      sum += (y > 0 ? y * Math.log(mu[i]!) : 0) - mu[i]!
    }
    for (let i = 0; i < this.size; i++) sum -= b[i]! ** 2 / 2
    return sum
  }

  private transpose(vector: Float64Array, first: number, rest: readonly number[]): Float64Array {
    const out = new Float64Array(this.size)
    const q = this.diagonal.levels.length
    for (let i = 0; i < vector.length; i++) {
      const value = vector[i]!
      const code = this.diagonal.codes[i]!
      out[code]! += first * value
      for (let g = 0; g < this.others.length; g++) {
        const place = q + this.starts[g]! + this.codeOf(g, i)
        out[place]! += rest[g]! * value
      }
    }
    return out
  }

  /** I + ΛZᵀWZΛ: a diagonal block, a dense one and what joins them. */
  private system(mu: Float64Array, first: number, rest: readonly number[]): Arrowhead | undefined {
    const [q, m] = [this.diagonal.levels.length, this.dense]
    const diagonal = new Float64Array(q).fill(1)
    const joint = new Float64Array(q * m)
    const dense = new Float64Array(m * m)
    for (let i = 0; i < m; i++) dense[i * m + i] = 1
    for (let i = 0; i < mu.length; i++) {
      const weight = mu[i]!
      const code = this.diagonal.codes[i]!
      diagonal[code]! += first * first * weight
      for (let g = 0; g < this.others.length; g++) {
        const place = this.starts[g]! + this.codeOf(g, i)
        const scaled = rest[g]! * weight
        joint[code * m + place]! += first * scaled
        for (let h = 0; h <= g; h++) {
          const other = this.starts[h]! + this.codeOf(h, i)
          const value = scaled * rest[h]!
          dense[place * m + other]! += value
          if (place !== other) dense[other * m + place]! += value
        }
      }
    }
    return factorArrowhead(diagonal, linesOf(joint, diagonal.length), dense)
  }
}
