/** How sure a difference is, in words; always of a named comparison. */
export type Strength = 'strong' | 'leaning' | 'no difference shown'

/**
 * *Strong* where the 95 % limits exclude one, *leaning* where the 80 % ones do. Given the two-sided p of no difference.
 *
 * Source     ours
 */
export const strengthOf = (pValue: number): Strength =>
  pValue <= 0.05 ? 'strong' : pValue <= 0.2 ? 'leaning' : 'no difference shown'

/** Below any of these nothing is said yet. (ours) */
export const LEAST = { hours: 5, trips: 3, expected: 5 } as const
