import { at } from '../checked/index.ts'
import { dampedStep } from './dampedStep.ts'
import { halvedStep } from './halvedStep.ts'
import type { Maximum } from './quasiNewton.ts'

export interface NewtonOptions {
  /** Each variable's lowest and highest value. */
  readonly bounds: readonly (readonly [number, number])[]
  /** Half of the span over which derivatives are taken. Default 0.01. */
  readonly difference?: number
  /** Stops when the next step promises less than this, after taking it. Default 1e-7. */
  readonly tolerance?: number
  readonly mostSteps?: number
}

/** No variable moves further than this in a step. */
const LONGEST_STEP = 3

/**
 * A maximum of a smooth function of very few variables that costs much to ask, in a box: Newton's method with derivatives by
 * differences, damped where the curvature is not that of a maximum, halved where a step makes it worse.
 *
 * Returned   the best place found; where the function still rises slowly towards a bound, the place from where a step gains no more
 * Accuracy   about the square of the difference, times the third derivative over the second
 * Source     Nocedal & Wright, Numerical Optimization (2006) §3.3–3.4
 */
export function newtonMaximum(
  f: (x: Float64Array) => number,
  start: ArrayLike<number>,
  { bounds, difference = 0.01, tolerance = 1e-7, mostSteps = 60 }: NewtonOptions,
): Maximum {
  let x = inside(Float64Array.from(start), bounds)
  let value = f(x)
  for (let step = 0; step < mostSteps; step++) {
    const { gradient, curvature } = derivativesAt(f, x, value, difference)
    const move = dampedStep(gradient, curvature, { least: 1e-3, longest: LONGEST_STEP })
    const promised = move.reduce((sum, one, i) => sum + one * at(gradient, i), 0) / 2
    const from = x
    const next = halvedStep(
      (share) =>
        inside(
          from.map((one, i) => one + share * at(move, i)),
          bounds,
        ),
      f,
      value,
      20,
    )
    const gain = next.height - value
    if (gain > 0) {
      x = next.place
      value = next.height
    }
    // Where no share of a step gains anything, differences tell of no higher place.
    if (promised < tolerance || gain < tolerance / 10) return { x, value, converged: true }
  }
  return { x, value, converged: false }
}

const inside = (x: Float64Array, bounds: NewtonOptions['bounds']): Float64Array =>
  x.map((one, i) => Math.min(Math.max(one, at(bounds, i)[0]), at(bounds, i)[1]))

interface Derivatives {
  readonly gradient: Float64Array
  /** Minus the second derivatives, n × n row by row. */
  readonly curvature: Float64Array
}

function derivativesAt(f: (x: Float64Array) => number, x: Float64Array, value: number, h: number): Derivatives {
  const n = x.length
  const moved = (i: number, by: number, j = i, also = 0): number => {
    const place = Float64Array.from(x)
    place[i] = at(place, i) + by
    place[j] = at(place, j) + also
    return f(place)
  }
  const above = Float64Array.from({ length: n }, (_, i) => moved(i, h))
  const below = Float64Array.from({ length: n }, (_, i) => moved(i, -h))
  const curvature = new Float64Array(n * n)
  for (let i = 0; i < n; i++) {
    curvature[i * n + i] = (2 * value - at(above, i) - at(below, i)) / (h * h)
    for (let j = 0; j < i; j++) {
      const mixed = (at(above, i) + at(above, j) - value - moved(i, h, j, h)) / (h * h)
      curvature[i * n + j] = mixed
      curvature[j * n + i] = mixed
    }
  }
  return { gradient: above.map((one, i) => (one - at(below, i)) / (2 * h)), curvature }
}
