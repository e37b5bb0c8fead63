import { quantity } from '../../../ui/locale.ts'
import { useDeckUnits } from '../scale.ts'

/** Grams as the event's scale has them, else in the weight the book is read in. */
export function useWeights(): (grams: number) => string {
  const units = useDeckUnits()
  return (grams) => quantity(grams, null, 'g', units.weight)
}
