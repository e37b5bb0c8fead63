import { at } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'

/** What the landed fish are compared by. */
export type SizeBy = 'weight' | 'weight from length'

/** No verdict on size unless this share of the landed fish were measured, on either side: who weighs only the big ones would be told that they are big. */
export const LEAST_MEASURED = 0.8

/** A largemouth of 400 mm at its standard weight, about a kilogram: only ratios of these weights are used. */
const GRAMS_A_CUBIC_MM = 1.5e-5

/**
 * The weight of a landed fish by what was measured of it.
 *
 *   W = 1.5·10⁻⁵·L³,  W in grams, L in millimetres
 *
 * Returned   grams; NaN where it was not measured so
 * Valid for  ratios of weights: of one length fish differ by a fifth and more
 * Source     weight as the cube of length: Froese, J. Appl. Ichthyol. 22 (2006) 241 (from memory)
 */
export function weightOf({ fishWeightG, fishLengthMm }: SegmentColumns, fish: number, by: SizeBy): number {
  const measured = by === 'weight' ? at(fishWeightG, fish) : GRAMS_A_CUBIC_MM * at(fishLengthMm, fish) ** 3
  return measured > 0 ? measured : NaN
}

/**
 * What lots of fish can be compared by.
 *
 * Returned   weight where enough were weighed of every lot; else weight from length where enough were measured; else weight, and too few
 * Source     ours
 */
export function sizeBy(columns: SegmentColumns, lots: readonly (readonly number[])[]): SizeBy {
  const enough = (by: SizeBy): boolean => lots.every((fish) => shareMeasured(columns, fish, by) >= LEAST_MEASURED)
  return !enough('weight') && enough('weight from length') ? 'weight from length' : 'weight'
}

/** Share of some landed fish that were measured. */
export const shareMeasured = (columns: SegmentColumns, fish: readonly number[], by: SizeBy): number =>
  fish.length === 0 ? 0 : fish.filter((one) => weightOf(columns, one, by) > 0).length / fish.length
