import { useUnits } from '../../../state/useBook.ts'
import { quantity } from '../../../ui/locale.ts'

/** Grams in the weight the book is read in. */
export function useWeights(): (grams: number) => string {
  const units = useUnits()
  return (grams) => quantity(grams, null, 'g', units.weight)
}
