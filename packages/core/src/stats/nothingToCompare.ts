/**
 * Why strata give no ratio, which is an answer and not an error: none has both sides; a side has no event where both are; or nothing
 * tells how far single values lie apart.
 */
export interface NothingToCompare {
  readonly kind: 'noSharedStratum' | 'noEvent' | 'noSpread'
}

/**
 * Whether strata had nothing to compare.
 *
 * Given      what a comparison of strata answered
 * Returned   true where it is the alternative without a ratio
 */
export const isNothingToCompare = (found: object): found is NothingToCompare => 'kind' in found
