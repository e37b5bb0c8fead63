/** A pattern by how many it brings and how heavy they are. */
export interface NumbersAndSize {
  readonly name: string
  /** Landed fish an hour. */
  readonly landedPerHour: number
  /** Mean weight of the landed, grams. */
  readonly meanWeightG: number
}

export interface FrontierPoint extends NumbersAndSize {
  /** Grams an hour. */
  readonly weightPerHourG: number
  /** No other brings both more and heavier fish. */
  readonly efficient: boolean
}

/**
 * Numbers or the giant? Patterns by grams an hour, and which of them nothing beats in both at once.
 *
 * Returned   the heaviest hour first; of two that are equal in both, both are efficient
 * Throws     RangeError for a negative rate or weight
 * Source     Pareto efficiency
 */
export function numbersVersusSize(patterns: readonly NumbersAndSize[]): FrontierPoint[] {
  const negative = patterns.find(({ landedPerHour, meanWeightG }) => !(landedPerHour >= 0 && meanWeightG >= 0))
  if (negative) throw new RangeError(`rate and weight must be 0 or more: ${negative.name}`)
  const beats = (one: NumbersAndSize, other: NumbersAndSize): boolean =>
    one.landedPerHour >= other.landedPerHour &&
    one.meanWeightG >= other.meanWeightG &&
    (one.landedPerHour > other.landedPerHour || one.meanWeightG > other.meanWeightG)
  return patterns
    .map((pattern) => ({
      ...pattern,
      weightPerHourG: pattern.landedPerHour * pattern.meanWeightG,
      efficient: !patterns.some((other) => beats(other, pattern)),
    }))
    .sort((a, b) => b.weightPerHourG - a.weightPerHourG)
}
