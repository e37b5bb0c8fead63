import type { BagOdds, BagStep, BagStrategy, RodGroup } from '../decisions/index.ts'
import type { KnownWater } from './knownWater.ts'
import type { Id } from '../vocabulary/index.ts'

export const QUARTER_H = 0.25

/** One way to fish the hours that are left. */
export interface WayToFish extends BagOdds {
  /** Rods, fished in turn. */
  readonly lures: readonly string[]
  /** Another rod from then on, in hours from now. */
  readonly then: { readonly lure: Id<'lure'>; readonly fromHours: number } | null
  /** Places, each from so many hours from now, the run to it after that; none where the boat goes about as it usually does. */
  readonly stops: readonly { readonly place: string; readonly fromHours: number }[]
  /** Mean of what the event pays by the place among rivals, the days after fished by what is in hand; null where nothing is paid. */
  readonly pays: number | null
  /** Chance of the target over all days, the days after fished by what is in hand; null where today is the only one, or no target was given. */
  readonly chanceEvent: number | null
}

/** The best way to fish the next day by the weight in hand: from a total up. */
export interface NextDay {
  readonly fromG: number
  readonly lures: readonly string[]
}

/** A rod that lies ready, and what it brings. */
export interface KnownRod {
  readonly lure: Id<'lure'>
  readonly group: RodGroup
}

/** A way to fish some hours, step by step. */
export interface Way {
  readonly lures: readonly string[]
  readonly then: WayToFish['then']
  readonly stops: WayToFish['stops']
  readonly steps: readonly BagStep[]
}

/** A way as `simulateBag` takes it: its name says what is done, and from when. */
export const strategyOf = ({ lures, then, stops, steps }: Way): BagStrategy => ({
  name: `${lures.join('+')}${then ? `>${then.lure}` : ''}${stops.map(({ place, fromHours }) => `@${place} ${fromHours}`).join('')}`,
  steps,
})

/** Each rod the whole time. */
export const alone = (groups: readonly KnownRod[], left: number): Way[] =>
  groups.map(({ lure, group }) => ({ lures: [lure], then: null, stops: [], steps: [{ group, from: 0, to: left }] }))

/** Half an hour each, over and over. */
export function inTurn(groups: readonly KnownRod[], left: number): Way[] {
  if (groups.length < 2) return []
  const turns = Math.ceil(left / (2 * QUARTER_H))
  const steps = Array.from({ length: turns }, (_, i) => {
    const { group } = groups[i % groups.length] ?? groups[0] ?? { group: undefined }
    return { group, from: i * 2 * QUARTER_H, to: Math.min(left, (i + 1) * 2 * QUARTER_H) }
  }).flatMap(({ group, ...hours }) => (group ? [{ group, ...hours }] : []))
  return [{ lures: groups.map(({ lure }) => lure), then: null, stops: [], steps }]
}

/** How strikes come on this water, and how its days differ. */
export const luckOf = ({
  flurry,
  dayShape,
}: KnownWater): { readonly flurry: number; readonly luckVariance: number } => ({
  flurry,
  luckVariance: dayShape === Infinity ? 0 : Math.log1p(1 / dayShape),
})
