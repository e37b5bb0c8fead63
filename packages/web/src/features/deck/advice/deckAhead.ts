import { HOUR_MS, epochMs } from '@jotbook/core'
import type { EpochMs, Id } from '@jotbook/core'
import type { DeckDay, Rod } from '@jotbook/core/deck'
import type { DeckAsked } from '../../../workers/foresee.ts'

/** So far ahead what was last read is taken to hold, and so old it may be. (ours) */
const [AHEAD_H, OLDEST_MS] = [3, 3 * HOUR_MS]
const READ = ['waterTempC', 'visibilityM', 'windMps', 'windFromDeg', 'cloudPct', 'airTempC', 'pressureHpa'] as const
const MOST_RODS = 12

/** What is asked of the hours ahead: each thing as it was last read, as many rods as lie on deck. */
export function askedAhead({ trip, readings }: DeckDay, rods: readonly Rod[], nowMs: EpochMs): DeckAsked {
  const told = readings
    .map((reading) => ({ reading, ms: epochMs(reading.time) }))
    .filter(({ ms }) => ms <= nowMs && nowMs - ms <= OLDEST_MS)
    .sort((one, other) => one.ms - other.ms)
  const fields: Record<string, number> = {}
  for (const { reading } of told)
    for (const field of READ) {
      const value = reading[field]
      if (typeof value === 'number') fields[field] = value
    }
  // On the whole hour: asked again within it, the answer stands.
  const from = Math.floor(nowMs / HOUR_MS) * HOUR_MS
  return {
    water: trip.water,
    hours: Array.from({ length: AHEAD_H }, (_, i) => ({ timeMs: from + i * HOUR_MS, fields, sd: {} })),
    rods: Math.min(MOST_RODS, Math.max(1, rods.length)),
    objective: 'strikes',
    locked: [],
    excluded: [],
  }
}

/** A deck as the model has it, and how every lure of the box is foretold. */
export interface AheadPlan {
  readonly rods: readonly Rod[]
  readonly lures: readonly { readonly lure: Id<'lure'>; readonly rate: number }[]
}

export interface Relaid {
  /** The best first. */
  readonly rods: Rod[]
  readonly up: readonly string[]
  readonly down: readonly string[]
}

/** On the water a knot costs time: so many lures are changed at most, each for so many strikes an hour at least. (ours) */
const [MOST_SWAPS, LEAST_GAIN] = [2, 0.2]

/** The rods on deck by what is foretold of them, the worst of them exchanged for what the model would carry; a lure that stays keeps its rod. */
export function relaid(now: readonly Rod[], plan: AheadPlan): Relaid {
  const rates = new Map(plan.lures.map(({ lure, rate }) => [lure, rate]))
  const rateOf = ({ lure }: Rod): number => rates.get(lure) ?? 0
  const bestFirst = (rods: readonly Rod[]): Rod[] => [...rods].sort((a, b) => rateOf(b) - rateOf(a))
  const has = (rods: readonly Rod[], { lure }: Rod): boolean => rods.some((one) => one.lure === lure)
  const better = bestFirst(plan.rods.filter((rod) => !has(now, rod)))
  const worst = bestFirst(now.filter((rod) => !has(plan.rods, rod))).reverse()
  const swaps = better.slice(0, MOST_SWAPS).flatMap((up, i) => {
    const down = worst[i]
    return down && rateOf(up) - rateOf(down) >= LEAST_GAIN ? [{ up, down }] : []
  })
  const kept = now.filter((rod) => swaps.every(({ down }) => down !== rod))
  return {
    rods: bestFirst([...kept, ...swaps.map(({ up }) => up)]).map(({ lure, setup = null }) => ({ lure, setup })),
    up: swaps.map(({ up }) => up.lure),
    down: swaps.map(({ down }) => down.lure),
  }
}
