import { at } from '../../checked/index.ts'
import { clusterBootstrap, alphaOf } from '../../stats/index.ts'
import type { Confidence, Interval } from '../../stats/index.ts'

/** What a trip brought, pattern by pattern. */
export interface TripCatch {
  readonly trip: string
  readonly of: readonly {
    readonly name: string
    readonly hours: number
    readonly landed: number
    /** All of the landed together, grams. */
    readonly weightG: number
  }[]
}

export interface FrontierPoint extends Interval {
  readonly name: string
  readonly landedPerHour: number
  /** Mean weight of the landed, grams; 0 where nothing was landed. */
  readonly meanWeightG: number
  /** Grams an hour; `lower` and `upper` are its limits by trip. */
  readonly weightPerHourG: number
  /** No other brings both more and heavier fish. */
  readonly efficient: boolean
  /** How often that is so when trips are drawn anew. */
  readonly chanceEfficient: number
}

type Point = Pick<FrontierPoint, 'name' | 'landedPerHour' | 'meanWeightG' | 'weightPerHourG' | 'efficient'>

const DRAWS = 400

/**
 * Numbers or the giant? Patterns by grams an hour, and which of them nothing beats in both at once.
 *
 * Given      trips, each with the hours, fish and weight of the patterns that were fished on it
 * Returned   the heaviest hour first; of two that are equal in both, both are efficient
 * Throws     RangeError for hours, fish or a weight under 0, or no trip
 * Valid for  limits: 25 trips and more (`clusterBootstrap`)
 * Source     Pareto efficiency; trips drawn whole
 */
export function numbersVersusSize(trips: readonly TripCatch[], options: Confidence = {}): FrontierPoint[] {
  const negative = trips
    .flatMap(({ of }) => of)
    .find(({ hours, landed, weightG }) => !(hours >= 0 && landed >= 0 && weightG >= 0))
  if (negative) throw new RangeError(`hours, fish and weight must be 0 or more: ${negative.name}`)
  const draws = clusterBootstrap(trips, (drawn) => new Map(frontier(drawn).map((point) => [point.name, point])), DRAWS)
  const alpha = alphaOf(options)
  return frontier(trips).map((point) => {
    const drawn = draws.flatMap((of) => of.get(point.name) ?? [])
    const weights = drawn.map(({ weightPerHourG }) => weightPerHourG).sort((a, b) => a - b)
    const limit = (p: number): number => at(weights, Math.round(p * (weights.length - 1)))
    return {
      ...point,
      lower: limit(alpha / 2),
      upper: limit(1 - alpha / 2),
      chanceEfficient: drawn.filter(({ efficient }) => efficient).length / drawn.length,
    }
  })
}

function frontier(trips: readonly TripCatch[]): Point[] {
  const sums = new Map<string, { hours: number; landed: number; weightG: number }>()
  for (const { name, hours, landed, weightG } of trips.flatMap(({ of }) => of)) {
    const sum = sums.get(name) ?? { hours: 0, landed: 0, weightG: 0 }
    sums.set(name, { hours: sum.hours + hours, landed: sum.landed + landed, weightG: sum.weightG + weightG })
  }
  const points = [...sums]
    .filter(([, { hours }]) => hours > 0)
    .map(([name, { hours, landed, weightG }]) => ({
      ...{ name, landedPerHour: landed / hours, weightPerHourG: weightG / hours },
      meanWeightG: landed > 0 ? weightG / landed : 0,
    }))
  return points
    .map((point) => ({ ...point, efficient: !points.some((other) => beats(other, point)) }))
    .sort((a, b) => b.weightPerHourG - a.weightPerHourG)
}

type Both = Pick<Point, 'landedPerHour' | 'meanWeightG'>

const beats = (one: Both, other: Both): boolean =>
  one.landedPerHour >= other.landedPerHour &&
  one.meanWeightG >= other.meanWeightG &&
  (one.landedPerHour > other.landedPerHour || one.meanWeightG > other.meanWeightG)
