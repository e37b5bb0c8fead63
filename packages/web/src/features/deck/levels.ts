import { conditionWords, levelOf } from '@jotbook/core'
import type { Level, Lure, Trip } from '@jotbook/core'
import { rodsOf } from '@jotbook/core/deck'
import type { Rod } from '@jotbook/core/deck'

export const LEVELS = conditionWords.WATER_COLUMN

export interface PlacedRod extends Rod {
  readonly lureRecord: Lure
  readonly level: Level
}

/** The rods of a trip in their places: by level, and in each level in the order they came on deck. */
export function placedRods(trip: Pick<Trip, 'deck'>, used: readonly Rod[], lures: readonly Lure[]): PlacedRod[] {
  const byId = new Map(lures.map((lure) => [lure.id, lure]))
  const seen = new Set<string>()
  const placed = [...rodsOf(trip), ...used].flatMap(({ lure, setup = null }): PlacedRod[] => {
    const record = byId.get(lure)
    const key = `${lure} ${setup}`
    if (!record || seen.has(key)) return []
    seen.add(key)
    return [{ lure, setup, lureRecord: record, level: levelOf(record) }]
  })
  return LEVELS.flatMap((level) => placed.filter((rod) => rod.level === level))
}

/** Rods that were laid out without one: the setup that a lure is tied to, where there is one. */
export const withSetups = (
  rods: readonly Rod[],
  setups: readonly { readonly id: string; readonly lure: string }[],
): Rod[] =>
  rods.map(({ lure, setup }) => ({ lure, setup: setup ?? setups.find((one) => one.lure === lure)?.id ?? null }))
