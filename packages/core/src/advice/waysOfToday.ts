import { simulateBag } from '../decisions/index.ts'
import type { BagEvent, BagOdds, BagOptions, BagStrategy } from '../decisions/index.ts'
import type { Fish } from '../predict/index.ts'
import type { KnownWater } from './knownWater.ts'
import { waysByPlace } from './waysByPlace.ts'
import { QUARTER_H, alone, inTurn, strategyOf } from './waysToFish.ts'
import type { KnownRod, Way, WayToFish } from './waysToFish.ts'

export type PlayedWay = Omit<WayToFish, 'pays' | 'chanceEvent'>

export interface DayToFish {
  readonly groups: readonly KnownRod[]
  /** Where the boat lies, where that was told. */
  readonly here: string | undefined
  readonly known: KnownWater
  readonly fish: Fish
  /** Its `until` are the hours of fishing that are left. */
  readonly event: BagEvent
  /** What a bag is worth where that is not the target or its weight. */
  readonly worthOf: ((totalG: number) => number) | undefined
  readonly chances: BagOptions & { readonly runs: number }
}

/** So many runs tell which hour is best to change rods or places. */
const SEARCH_RUNS = 500
/** Within this share of the best the runs decide: the fewest changes of place are taken. (ours) */
const AS_GOOD = 0.98
/** Ways that are played out in full. */
const PLAYED_OUT = 4

/**
 * The ways that are close to the best, the best change of rods and the best use of places, played out in full.
 *
 * Given      rods that lie ready, the water and its fish as they are known, the event, what a bag is worth
 * Returned   in the order they were found
 * Accuracy   what is far behind and the best hours are told by 500 runs, the rest by as many as are asked
 * Source     `simulateBag`
 */
export function waysOfToday({ groups, here, known, fish, event, worthOf, chances }: DayToFish): PlayedWay[] {
  const left = event.until
  const play = (tries: readonly BagStrategy[], runs = SEARCH_RUNS): BagOdds[] =>
    simulateBag(event, tries, { ...chances, runs })
  const valueOf = ({ bags, chanceTarget, mean }: BagOdds): number =>
    worthOf ? bags.reduce((sum, bag) => sum + worthOf(bag), 0) / bags.length : (chanceTarget ?? mean)
  const valued = (ways: readonly Way[]): { readonly way: Way; readonly value: number }[] => {
    const odds = play(ways.map((way, i) => ({ ...strategyOf(way), name: `${i}` })))
    return ways
      .map((way, i) => ({ way, value: odds[i] ? valueOf(odds[i]) : 0 }))
      .sort((one, other) => other.value - one.value)
  }
  const bestOf = (ways: readonly Way[], most: number): Way[] =>
    valued(ways)
      .slice(0, most)
      .map(({ way }) => way)
  const calmest = (ways: readonly Way[]): Way[] => {
    const told = valued(ways)
    const asGood = told.filter(({ value }) => value >= AS_GOOD * (told[0]?.value ?? 0)).map(({ way }) => way)
    return asGood.sort((one, other) => one.stops.length - other.stops.length).slice(0, 1)
  }
  // What is far behind is not played out.
  const close = bestOf([...alone(groups, left), ...inTurn(groups, left)], PLAYED_OUT)
  const change = bestOf(changes(groups, left), 1)
  const best = close.find(({ lures }) => lures.length === 1)?.lures[0]
  const rod = groups.find(({ lure }) => lure === best)
  const split = rod && here !== undefined ? calmest(waysByPlace(rod, { here, known, fish, left })) : []
  const tried = [...close, ...change, ...split]
  return play(tried.map(strategyOf), chances.runs).map((one, i): PlayedWay => {
    const way = tried[i]
    return { ...one, lures: way?.lures ?? [], then: way?.then ?? null, stops: way?.stops ?? [] }
  })
}

const rateOf = ({ group }: KnownRod): number =>
  (group.rate.shape / group.rate.hours) * (group.landed.yes / (group.landed.yes + group.landed.no))

/** The rod that bites most until some quarter of an hour, then the one whose fish weigh most. */
function changes(groups: readonly KnownRod[], left: number): Way[] {
  const numbers = [...groups].sort((one, other) => rateOf(other) - rateOf(one))[0]
  const size = [...groups].sort((one, other) => other.group.weights.mean - one.group.weights.mean)[0]
  if (!numbers || !size || numbers === size) return []
  return Array.from({ length: Math.ceil(left / QUARTER_H) - 1 }, (_, i): Way => {
    const change = (i + 1) * QUARTER_H
    return {
      lures: [numbers.lure],
      then: { lure: size.lure, fromHours: change },
      stops: [],
      steps: [
        { group: numbers.group, from: 0, to: change },
        { group: size.group, from: change, to: left },
      ],
    }
  })
}
