import { at } from '../checked/index.ts'

export interface Maximum {
  readonly x: Float64Array
  readonly value: number
  readonly converged: boolean
}

export interface QuasiNewtonOptions {
  /** About how far each variable may move at first, and the measure of its differences. */
  readonly scale: ArrayLike<number>
  /** Stops when a step gains less than this. Default 1e-9. */
  readonly tolerance?: number
  readonly mostSteps?: number
}

/** Central differences over this share of a variable's scale. */
const DIFFERENCE = 1e-3

function gradientAt(f: (x: Float64Array) => number, x: Float64Array, scale: ArrayLike<number>): Float64Array {
  return x.map((value, i) => {
    const h = DIFFERENCE * at(scale, i)
    const moved = Float64Array.from(x)
    moved[i] = value + h
    const above = f(moved)
    moved[i] = value - h
    return (above - f(moved)) / (2 * h)
  })
}

/**
 * Second derivatives by central differences.
 *
 * Given      a function of n variables, a place, and half the span of each variable over which it is differenced
 * Returned   n × n row by row
 * Accuracy   about the square of the spans times the fourth derivatives, over twelve
 * Source     Abramowitz & Stegun, Handbook of Mathematical Functions (1964) §25.3.24, §25.3.27
 */
export function hessianAt(f: (x: Float64Array) => number, x: Float64Array, scale: ArrayLike<number>): Float64Array {
  const n = x.length
  const h = Float64Array.from(scale, (one) => one * 1e-2)
  const centre = f(x)
  const shifted = (...moves: readonly (readonly [number, number])[]): number => {
    const moved = Float64Array.from(x)
    for (const [i, by] of moves) moved[i] = at(moved, i) + by
    return f(moved)
  }
  const out = new Float64Array(n * n)
  for (let i = 0; i < n; i++) {
    const hi = at(h, i)
    out[i * n + i] = (shifted([i, hi]) - 2 * centre + shifted([i, -hi])) / (hi * hi)
    for (let j = 0; j < i; j++) {
      const hj = at(h, j)
      const value =
        (shifted([i, hi], [j, hj]) -
          shifted([i, hi], [j, -hj]) -
          shifted([i, -hi], [j, hj]) +
          shifted([i, -hi], [j, -hj])) /
        (4 * hi * hj)
      out[i * n + j] = value
      out[j * n + i] = value
    }
  }
  return out
}

/**
 * A maximum of a smooth function of a few variables, by BFGS with numerical gradients and halved steps.
 *
 * Returned   the best place found, and whether the last step gained less than the tolerance
 * Source     Nocedal & Wright, Numerical Optimization (2006) ch. 6
 */
export function quasiNewton(
  f: (x: Float64Array) => number,
  start: ArrayLike<number>,
  { scale, tolerance = 1e-9, mostSteps = 200 }: QuasiNewtonOptions,
): Maximum {
  const n = start.length
  let x = Float64Array.from(start)
  let value = f(x)
  let gradient = gradientAt(f, x, scale)
  // The inverse of minus the curvature, first guessed from the scales.
  const inverse = new Float64Array(n * n)
  const reset = (): void => {
    inverse.fill(0)
    for (let i = 0; i < n; i++) inverse[i * n + i] = at(scale, i) ** 2
  }
  reset()
  let small = 0
  for (let step = 0; step < mostSteps; step++) {
    const move = Float64Array.from({ length: n }, (_, i) => {
      let sum = 0
      for (let j = 0; j < n; j++) sum += at(inverse, i * n + j) * at(gradient, j)
      return sum
    })
    let share = 1
    let tried = x
    let next = -Infinity
    for (let half = 0; half < 30; half++, share /= 2) {
      tried = x.map((one, i) => one + share * at(move, i))
      next = f(tried)
      if (next > value) break
    }
    if (!(next > value)) {
      if (small > 0) return { x, value, converged: true }
      small++
      reset()
      continue
    }
    const after = gradientAt(f, tried, scale)
    update(
      inverse,
      n,
      tried.map((one, i) => one - at(x, i)),
      after.map((one, i) => at(gradient, i) - one),
    )
    const gain = next - value
    x = tried
    value = next
    gradient = after
    small = gain < tolerance ? small + 1 : 0
    if (small > 1) return { x, value, converged: true }
  }
  return { x, value, converged: false }
}

/** The BFGS update of the inverse curvature from a step and the change of the (negated) gradient over it. */
function update(inverse: Float64Array, n: number, s: Float64Array, y: Float64Array): void {
  const dot = (a: Float64Array, b: Float64Array): number => a.reduce((sum, one, i) => sum + one * at(b, i), 0)
  const sy = dot(s, y)
  if (!(sy > 1e-14)) return
  const hy = Float64Array.from({ length: n }, (_, i) => {
    let sum = 0
    for (let j = 0; j < n; j++) sum += at(inverse, i * n + j) * at(y, j)
    return sum
  })
  const yhy = dot(y, hy)
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) {
      inverse[i * n + j] =
        at(inverse, i * n + j) +
        ((1 + yhy / sy) * at(s, i) * at(s, j)) / sy -
        (at(hy, i) * at(s, j) + at(s, i) * at(hy, j)) / sy
    }
  }
}
