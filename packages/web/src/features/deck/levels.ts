import { conditionWords, levelOf } from '@jotbook/core'
import type { Id, Level, Lure } from '@jotbook/core'
import { rodsAboard } from '@jotbook/core/deck'
import type { DeckDay, Rod } from '@jotbook/core/deck'

export const LEVELS = conditionWords.WATER_COLUMN

export interface PlacedRod extends Rod {
  readonly lureRecord: Lure
  readonly level: Level
}

/** The rods of a trip in their places: by level, and in each level in the order they came on deck. */
export function placedRods(day: Pick<DeckDay, 'trip' | 'stints'>, lures: readonly Lure[]): PlacedRod[] {
  const byId = new Map(lures.map((lure) => [lure.id, lure]))
  const placed = rodsAboard(day).flatMap((rod): PlacedRod[] => {
    const record = byId.get(rod.lure)
    return record ? [{ ...rod, lureRecord: record, level: levelOf(record) }] : []
  })
  return LEVELS.flatMap((level) => placed.filter((rod) => rod.level === level))
}

/** Rods that were laid out without one: the setup that a lure is tied to, where there is one. */
export const withSetups = (
  rods: readonly Rod[],
  setups: readonly { readonly id: string; readonly lure: Id<'lure'> }[],
): Rod[] =>
  rods.map(({ lure, setup }) => ({ lure, setup: setup ?? setups.find((one) => one.lure === lure)?.id ?? null }))
