export interface Interval {
  readonly lower: number
  readonly upper: number
}

export interface Confidence {
  /** In (0, 1), two-sided with equal tails. Default 0.9. */
  readonly confidence?: number
}

export const DEFAULT_CONFIDENCE = 0.9

/**
 * The probability left outside.
 *
 * Given      a confidence in (0, 1); 0.9 when left out
 * Returned   1 − confidence
 * Throws     RangeError for a confidence not in (0, 1)
 */
export function alphaOf({ confidence = DEFAULT_CONFIDENCE }: Confidence): number {
  if (!(confidence > 0 && confidence < 1)) throw new RangeError(`confidence must lie between 0 and 1: ${confidence}`)
  return 1 - confidence
}
