import type { Lure, Rod, Trip } from '@jotbook/core'

export type Level = 'top' | 'middle' | 'bottom'
export const LEVELS = ['top', 'middle', 'bottom'] as const

/** Classes that are worked at the surface or on the bottom. Common practice, no source. */
const TOP = /topwater|popper|prop|buzzbait|frog|toad|floating worm/
const BOTTOM = /jig|rig|tube|worm|shaky|spoon/
const NOT_BOTTOM = /umbrella|bladed|hair jig|stick worm|swimbait/
const SHALLOW_M = 0.4

/** The level of the water a lure works at: by its class, and in between by its running depth. */
export function levelOf({ class: kind, runsToM }: Pick<Lure, 'class' | 'runsToM'>): Level {
  if (TOP.test(kind)) return 'top'
  if (BOTTOM.test(kind) && !NOT_BOTTOM.test(kind)) return 'bottom'
  return typeof runsToM === 'number' && runsToM < SHALLOW_M ? 'top' : 'middle'
}

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

export function rodsOf({ deck }: Pick<Trip, 'deck'>): Rod[] {
  return Array.isArray(deck) ? (deck as unknown[]).filter((rod): rod is Rod => typeof (rod as Rod | null)?.lure === 'string') : []
}
