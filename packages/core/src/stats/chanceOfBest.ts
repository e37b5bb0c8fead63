import { at } from '../checked/index.ts'
import { gammaCdf } from '../numerics/index.ts'

/** A gamma distribution of a rate. */
export interface GammaRate {
  readonly shape: number
  /** Per hour. */
  readonly rate: number
}

const POINTS = 160
const NO_CHANCE = 1e-9

/**
 * The chance of each group to have the highest rate of all.
 *
 *   P(i best) = ∫ f_i(x) Π_{j≠i} F_j(x) dx,  by steps of the distribution functions on a common grid
 *
 * Given      independent gamma posteriors of the rates
 * Returned   chances in the order given; they add up to 1
 * Accuracy   0.01 (tested against drawing)
 * Source     distribution of the largest of independent variates; the grid is ours
 */
export function chanceOfBest(groups: readonly GammaRate[]): number[] {
  if (groups.length === 0) return []
  const highest = Math.max(...groups.map(({ shape, rate }) => (shape + 6 * Math.sqrt(shape) + 6) / rate))
  const below = (point: number): number[] =>
    groups.map(({ shape, rate }) => gammaCdf((highest * point) / POINTS, shape, rate))
  const chances = groups.map(() => 0)
  let above = below(POINTS)
  // From the top down: where it is as good as certain that some group lies higher, no chance is left.
  for (let point = POINTS - 1; point >= 0; point--) {
    const here = below(point)
    const middles = here.map((value, i) => (value + at(above, i)) / 2)
    // Products of all others from both sides, so that a zero is never divided by.
    const left = running(middles)
    const right = running([...middles].reverse()).reverse()
    for (let i = 0; i < chances.length; i++)
      chances[i] = at(chances, i) + (at(above, i) - at(here, i)) * at(left, i) * at(right, i)
    if (product(above) < NO_CHANCE) break
    above = here
  }
  const total = chances.reduce((sum, chance) => sum + chance, 0)
  return chances.map((chance) => chance / total)
}

const product = (values: readonly number[]): number => values.reduce((all, value) => all * value, 1)

/** For each place the product of all values before it. */
function running(values: readonly number[]): number[] {
  let product = 1
  return values.map((value) => {
    const before = product
    product *= value
    return before
  })
}
