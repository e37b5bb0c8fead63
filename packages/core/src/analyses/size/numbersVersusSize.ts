import type { Id } from '../../vocabulary/index.ts'
import { at } from '../../checked/index.ts'
import { clusterBootstrap, alphaOf } from '../../stats/index.ts'
import type { Confidence, Interval } from '../../stats/index.ts'

/** What a trip brought, pattern by pattern. */
export interface TripCatch {
  readonly trip: Id<'trip'>
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

type Point = Pick<FrontierPoint, 'landedPerHour' | 'meanWeightG' | 'weightPerHourG' | 'efficient'>

const DRAWS = 400

/**
 * Numbers or the giant? Patterns by grams an hour, and which of them nothing beats in both at once.
 *
 * Given      trips, each with the hours, fish and weight of the patterns that were fished on it
 * Returned   the heaviest hour first; of two that are equal in both, both are efficient
 * Throws     RangeError for hours, fish or a weight under 0
 * Valid for  limits: 25 trips and more (`clusterBootstrap`)
 * Source     Pareto efficiency; trips drawn whole
 */
export function numbersVersusSize(trips: readonly TripCatch[], options: Confidence = {}): FrontierPoint[] {
  const negative = trips
    .flatMap(({ of }) => of)
    .find(({ hours, landed, weightG }) => !(hours >= 0 && landed >= 0 && weightG >= 0))
  if (negative) throw new RangeError(`hours, fish and weight must be 0 or more: ${negative.name}`)
  if (trips.length === 0) return []
  const named = byNumber(trips)
  const draws = clusterBootstrap(named.trips, (drawn) => frontier(drawn, named.names.length), DRAWS)
  const alpha = alphaOf(options)
  const points = frontier(named.trips, named.names.length)
  return named.names
    .flatMap((name, i) => {
      const point = points[i]
      if (!point) return []
      const drawn = draws.flatMap((of) => of[i] ?? [])
      const weights = drawn.map(({ weightPerHourG }) => weightPerHourG).sort((a, b) => a - b)
      const limit = (p: number): number => at(weights, Math.round(p * (weights.length - 1)))
      const lower = limit(alpha / 2)
      const upper = limit(1 - alpha / 2)
      const chanceEfficient = drawn.filter(({ efficient }) => efficient).length / drawn.length
      return [{ name, ...point, lower, upper, chanceEfficient }]
    })
    .sort((a, b) => b.weightPerHourG - a.weightPerHourG)
}

/** What a trip brought: the number of a pattern, then its hours, fish and grams, over and over. */
type Numbered = Float64Array

function byNumber(trips: readonly TripCatch[]): { readonly names: string[]; readonly trips: Numbered[] } {
  const numbers = new Map<string, number>()
  const numberOf = (name: string): number => {
    const number = numbers.get(name) ?? numbers.size
    numbers.set(name, number)
    return number
  }
  const numbered = trips.map(({ of }) =>
    Float64Array.from(of.flatMap(({ name, hours, landed, weightG }) => [numberOf(name), hours, landed, weightG])),
  )
  return { names: [...numbers.keys()], trips: numbered }
}

/** The point of each pattern by its number; undefined where it had no hours. */
function frontier(trips: readonly Numbered[], patterns: number): (Point | undefined)[] {
  const [hours, landed, weightG] = [0, 1, 2].map(() => new Float64Array(patterns)) as [Numbered, Numbered, Numbered]
  for (const trip of trips)
    for (let i = 0; i < trip.length; i += 4) {
      const pattern = trip[i]!
      hours[pattern]! += trip[i + 1]!
      landed[pattern]! += trip[i + 2]!
      weightG[pattern]! += trip[i + 3]!
    }
  const points = Array.from(hours, (h, i): (Omit<Point, 'efficient'> & { efficient: boolean }) | undefined =>
    h > 0
      ? {
          landedPerHour: landed[i]! / h,
          weightPerHourG: weightG[i]! / h,
          meanWeightG: landed[i]! > 0 ? weightG[i]! / landed[i]! : 0,
          efficient: false,
        }
      : undefined,
  )
  // From the most fish down: nothing beats what is heavier than all that brought more, and the heaviest of those that brought as many.
  const most = points
    .filter((point) => point !== undefined)
    .sort((a, b) => b.landedPerHour - a.landedPerHour || b.meanWeightG - a.meanWeightG)
  let [heaviest, before] = [-Infinity, most[0]]
  for (const point of most) {
    const alike = point.landedPerHour === before?.landedPerHour && point.meanWeightG === before?.meanWeightG
    point.efficient = point.meanWeightG > heaviest || (alike && before?.efficient === true)
    heaviest = Math.max(heaviest, point.meanWeightG)
    before = point
  }
  return points
}
