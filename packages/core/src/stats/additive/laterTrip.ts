import { cholesky, choleskyInverse, halvedStep } from '../../numerics/index.ts'
import type { Square } from '../../numerics/index.ts'
import { STRONGEST } from './fitAdditive.ts'
import type { AdditiveModel } from './fitAdditive.ts'
import { rowTotals } from './sparseRows.ts'
import type { SparseRows } from './sparseRows.ts'

export interface LaterTrip {
  /** Of one trip; they may touch columns behind those of the fit. */
  readonly rows: SparseRows
  /** How strongly each column behind those of the fit is held. */
  readonly strengths: readonly number[]
  /** As it was fitted with. */
  readonly dispersion: number
}

const MOST_STEPS = 30
/** Log posterior that another step is worth less than. */
const CLOSE = 1e-9

/**
 * A fit with one trip more, at the strengths it had. What is known of all its rows stands for them, so that it takes the time of a trip.
 *
 *   β ~ N(b, V), u ~ N(0, σ²), K = XVXᵀ + σ²·11ᵀ, W = μ/φ, R = (K + W⁻¹)⁻¹
 *   where the posterior is highest: a = (y − μ)/φ, β = b + VXᵀa;  its covariance: V − VXᵀ·R·XV
 *
 * Given      a fit with trips, and the rows of one that it has not seen
 * Returned   the model with that trip; what is said of the fit as a whole (freedom, likelihood, updates) stands as it was
 * Accuracy   against all rows fitted at once: `laterTrip.test.ts`
 * Source     Rasmussen & Williams, Gaussian Processes for Machine Learning (2006) §3.4, from memory. The mean off the mode as in
 *            `PenalisedPoisson.aroundMode`; what earlier rows pull at it is left as it was
 */
export function withLaterTrip(before: AdditiveModel, { rows, strengths, dispersion }: LaterTrip): AdditiveModel {
  const model = withMoreColumns(before, strengths)
  const across = acrossOf(model, rows)
  const joint = jointOf(across, model, rows)
  const { pull, mu, reached } = highest(joint, rows, rowTotals(rows, model.coefficients), dispersion)
  const covariance = narrowed(model.covariance, across, reached)
  const later = { ...model, covariance }
  const offPull = meanPull(joint, reached, {
    weights: mu.map((mean) => mean / dispersion),
    before: rowTotals(rows, model.meanOffMode),
  })
  return {
    ...later,
    coefficients: moved(model, model.coefficients, across, pull),
    meanOffMode: moved(model, model.meanOffMode, across, offPull),
    rowVariances: Float64Array.from([...model.rowVariances, ...variancesOf(acrossOf(later, rows), model, rows)]),
  }
}

/** Columns behind the others, each apart from all that is known; one that is held as firmly as that has no place. */
function withMoreColumns(model: AdditiveModel, strengths: readonly number[]): AdditiveModel {
  if (strengths.length === 0) return model
  const m = sizeOf(model.covariance)
  const open = strengths.filter((strength) => strength < STRONGEST)
  const n = m + open.length
  const covariance = new Float64Array(n * n)
  for (let a = 0; a < m; a++) covariance.set(model.covariance.subarray(a * m, a * m + m), a * n)
  open.forEach((strength, i) => (covariance[(m + i) * n + m + i] = 1 / strength))
  let next = m
  const none = strengths.map(() => 0)
  return {
    ...model,
    covariance,
    places: Int32Array.from([...model.places, ...strengths.map((strength) => (strength < STRONGEST ? next++ : -1))]),
    coefficients: Float64Array.from([...model.coefficients, ...none]),
    meanOffMode: Float64Array.from([...model.meanOffMode, ...none]),
  }
}

const sizeOf = (square: Square): number => Math.round(Math.sqrt(square.length))

/** XV, a line for each row. */
function acrossOf({ covariance, places }: AdditiveModel, { rows, starts, column, value }: SparseRows): Float64Array {
  const m = sizeOf(covariance)
  const across = new Float64Array(rows * m)
  for (let i = 0; i < rows; i++)
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const line = places[column[k]!]! * m
      if (line < 0) continue
      for (let c = 0; c < m; c++) across[i * m + c]! += value[k]! * covariance[line + c]!
    }
  return across
}

/** K: how the log rates of the rows go together, their trip's own luck with them. */
function jointOf(across: Float64Array, { places, covariance, tripSd }: AdditiveModel, data: SparseRows): Square {
  const { rows, starts, column, value } = data
  const m = sizeOf(covariance)
  const joint = new Float64Array(rows * rows).fill(tripSd ** 2)
  for (let i = 0; i < rows; i++)
    for (let j = 0; j < rows; j++)
      for (let k = starts[j]!; k < starts[j + 1]!; k++) {
        const place = places[column[k]!]!
        if (place >= 0) joint[i * rows + j]! += value[k]! * across[i * m + place]!
      }
  return joint
}

/** xᵀVx of each row, its trip left out. */
function variancesOf(across: Float64Array, { places, covariance }: AdditiveModel, data: SparseRows): Float64Array {
  const { rows, starts, column, value } = data
  const m = sizeOf(covariance)
  const variances = new Float64Array(rows)
  for (let i = 0; i < rows; i++)
    for (let k = starts[i]!; k < starts[i + 1]!; k++) {
      const place = places[column[k]!]!
      if (place >= 0) variances[i]! += value[k]! * across[i * m + place]!
    }
  return variances
}

/** Where the log rates of the rows stand off what was known, and the pull of the rows that holds them there. */
interface Reached {
  readonly pull: Float64Array
  readonly off: Float64Array
}

interface Highest {
  readonly pull: Float64Array
  readonly mu: Float64Array
  /** R. */
  readonly reached: Square
}

/** Newton's steps in the log rates of the rows, which are as many as they are: the columns are hundreds. */
function highest(joint: Square, { events, logHours }: SparseRows, known: Float64Array, dispersion: number): Highest {
  const n = events.length
  const muAt = (off: Float64Array): Float64Array =>
    off.map((one, i) => Math.exp(Math.min(30, known[i]! + logHours[i]! + one)))
  const heightOf = ({ pull, off }: Reached): number => {
    const mu = muAt(off)
    let height = 0
    for (let i = 0; i < n; i++) height += (events[i]! * off[i]! - mu[i]!) / dispersion - (pull[i]! * off[i]!) / 2
    return height
  }
  let place: Reached = { pull: new Float64Array(n), off: new Float64Array(n) }
  let height = heightOf(place)
  for (let step = 0; ; step++) {
    const mu = muAt(place.off)
    const reached = reachedAt(joint, mu, dispersion)
    if (step === MOST_STEPS) return { pull: place.pull, mu, reached }
    const wanted = place.off.map((off, i) => (mu[i]! * off + events[i]! - mu[i]!) / dispersion)
    const taken = times(reached, times(joint, wanted))
    const from = place
    const next = halvedStep(
      (share) => {
        const pull = from.pull.map((one, i) => one + share * (wanted[i]! - taken[i]! - one))
        return { pull, off: times(joint, pull) }
      },
      heightOf,
      height - 1e-12 * Math.abs(height),
    )
    const gained = next.height - height
    place = next.place
    height = next.height
    if (gained < CLOSE) {
      const there = muAt(place.off)
      return { pull: place.pull, mu: there, reached: reachedAt(joint, there, dispersion) }
    }
  }
}

/** R = W^½·(I + W^½KW^½)⁻¹·W^½. */
function reachedAt(joint: Square, mu: Float64Array, dispersion: number): Square {
  const n = mu.length
  const roots = mu.map((mean) => Math.sqrt(mean / dispersion))
  const weighed = joint.map((one, k) => one * roots[Math.floor(k / n)]! * roots[k % n]!)
  for (let i = 0; i < n; i++) weighed[i * n + i]! += 1
  const factor = cholesky(weighed, n)
  if (!factor) throw new Error('one plus a covariance is positive definite by construction')
  return choleskyInverse(factor, n).map((one, k) => one * roots[Math.floor(k / n)]! * roots[k % n]!)
}

/** A·x. */
function times(square: Square, x: Float64Array): Float64Array {
  const n = x.length
  const product = new Float64Array(n)
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) product[i]! += square[i * n + j]! * x[j]!
  return product
}

/** V − VXᵀ·R·XV. */
function narrowed(covariance: Square, across: Float64Array, reached: Square): Square {
  const [m, n] = [sizeOf(covariance), sizeOf(reached)]
  const left = covariance.slice()
  const told = new Float64Array(m)
  for (let i = 0; i < n; i++) {
    told.fill(0)
    for (let j = 0; j < n; j++) {
      const share = reached[i * n + j]!
      for (let c = 0; c < m; c++) told[c]! += share * across[j * m + c]!
    }
    for (let a = 0; a < m; a++) {
      const own = across[i * m + a]!
      for (let c = 0; c < m; c++) left[a * m + c]! -= own * told[c]!
    }
  }
  return left
}

/** By what each row moves the mean off the mode: it narrows what stood before, and pulls by its own third derivative. */
function meanPull(
  joint: Square,
  reached: Square,
  { weights, before }: { readonly weights: Float64Array; readonly before: Float64Array },
): Float64Array {
  const n = weights.length
  const narrowing = times(reached, before)
  const own = weights.map((weight, i) => {
    const line = joint.subarray(i * n, i * n + n)
    const taken = times(reached, line)
    return -0.5 * weight * (line[i]! - line.reduce((sum, one, j) => sum + one * taken[j]!, 0))
  })
  const taken = times(reached, times(joint, own))
  return own.map((one, i) => one - taken[i]! - narrowing[i]!)
}

/** Values of all columns, moved by VXᵀ·pull. */
function moved(
  { places, covariance }: AdditiveModel,
  values: Float64Array,
  across: Float64Array,
  pull: Float64Array,
): Float64Array {
  const m = sizeOf(covariance)
  const move = new Float64Array(m)
  for (let i = 0; i < pull.length; i++) for (let c = 0; c < m; c++) move[c]! += pull[i]! * across[i * m + c]!
  return values.map((one, column) => (places[column]! < 0 ? one : one + move[places[column]!]!))
}
