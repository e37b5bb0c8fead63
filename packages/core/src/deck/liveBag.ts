import { MINUTE_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { Strike, Trip } from '../vocabulary/index.ts'
import { isOf } from './hands.ts'
import type { Angler } from './types.ts'

export interface LiveBag {
  /** Fish in the well, heaviest first. */
  readonly fish: readonly Strike[]
  readonly limit: number
  /** Of those that count, what dead ones take off taken off; `least` when one of them has no weight. */
  readonly totalG: number
  /** Dead ones count whatever they weigh: they may not be let go for a heavier one. Common practice, no source. */
  readonly dead: readonly Strike[]
  readonly unweighed: number
  /**
   * Over the limit: the fish that has to go first. At the limit: the one the next good fish will push out. None is named while one in
   * the well has no weight, for that one may be the heaviest.
   */
  readonly cull: Strike | undefined
  /** In the well without a weight, the first caught first: to be weighed before one is culled. */
  readonly toWeigh: readonly Strike[]
  /** More than may be in the well at once. */
  readonly over: number
}

/** Limits are the event's; where none was given, five. Common practice, no source. */
const USUAL_LIMIT = 5

/** May the fish be kept: as long as the event asks. One that was not measured may. */
export const isLegal = ({ lengthMm }: Pick<Strike, 'lengthMm'>, { minLengthMm }: Pick<Trip, 'minLengthMm'>): boolean =>
  typeof lengthMm !== 'number' || typeof minLengthMm !== 'number' || lengthMm >= minLengthMm

/** Has each angler of this trip a bag of his own? */
export const hasOwnBags = ({ bagOf, anglers }: Trip): boolean => bagOf === 'angler' && (anglers ?? []).length > 1

/** The fish in the well as they would be weighed now: the boat's, or one angler's where each has a bag of his own. */
export function liveBag(strikes: readonly Strike[], trip: Trip, angler: Angler = null): LiveBag {
  const limit = trip.limit ?? USUAL_LIMIT
  const isOwn = hasOwnBags(trip) && angler !== null ? isOf(angler) : () => true
  const fish = strikes.filter((one) => isOwn(one) && one.outcome === 'landed' && one.kept === true).sort(heavierFirst)
  const dead = fish.filter((one) => one.dead === true)
  const alive = fish.filter((one) => one.dead !== true)
  const counted = [...dead, ...alive].slice(0, limit)
  const toWeigh = fish
    .filter(({ weightG }) => typeof weightG !== 'number')
    .sort((a, b) => epochMs(a.time) - epochMs(b.time))
  return {
    fish,
    limit,
    dead,
    totalG: Math.max(
      0,
      counted.reduce((sum, { weightG }) => sum + (weightG ?? 0), 0) - (trip.deadFishG ?? 0) * dead.length,
    ),
    unweighed: counted.filter(({ weightG }) => typeof weightG !== 'number').length,
    cull: fish.length >= limit && toWeigh.length === 0 ? alive.at(-1) : undefined,
    toWeigh,
    over: Math.max(0, fish.length - Math.max(limit, trip.mostInWell ?? 0)),
  }
}

/** By weight, then by length; what was not measured comes last, the latest first to go. */
const heavierFirst = (a: Strike, b: Strike): number =>
  (b.weightG ?? -1) - (a.weightG ?? -1) || (b.lengthMm ?? -1) - (a.lengthMm ?? -1) || epochMs(a.time) - epochMs(b.time)

/** The tag a fish kept now gets: the lowest number that hangs on none in the well. */
export function nextTag(bag: LiveBag): string {
  const used = new Set(bag.fish.map(({ cullTag }) => cullTag))
  for (let tag = 1; ; tag++) if (!used.has(String(tag))) return String(tag)
}

/** Time left to fish: until the weigh-in, less the run back. Null when the event gave none. */
export function fishingTimeLeftMs({ weighIn, runBackMin }: Trip, nowMs: EpochMs): number | null {
  return weighIn ? epochMs(weighIn) - (runBackMin ?? 0) * MINUTE_MS - nowMs : null
}
