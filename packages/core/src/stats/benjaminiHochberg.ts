import { at } from '../checked/index.ts'

/**
 * p-values adjusted for the false discovery rate, step-up.
 *
 * Given      p-values in [0, 1], in any order
 * Returned   adjusted p-values in the order given: rejected at q are those ≤ q
 * Throws     RangeError for a value outside [0, 1]
 * Source     Benjamini & Hochberg, J. R. Statist. Soc. B 57 (1995) 289
 */
export function benjaminiHochberg(pValues: readonly number[]): number[] {
  for (const p of pValues) if (!(p >= 0 && p <= 1)) throw new RangeError(`a p-value must be 0 to 1: ${p}`)
  const order = pValues.map((_, i) => i).sort((a, b) => at(pValues, b) - at(pValues, a))
  const adjusted = new Array<number>(pValues.length).fill(1)
  let least = 1
  order.forEach((index, i) => {
    least = Math.min(least, (at(pValues, index) * pValues.length) / (pValues.length - i))
    adjusted[index] = least
  })
  return adjusted
}
