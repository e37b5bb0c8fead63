import type { EpochMs, TripReading } from '@jotbook/core'
import type { DeckAsked } from '../../workers/foresee.ts'

/** Conditions that a first reading sets right, and by how much it has to differ to be spoken of, SI. (ours) */
export const MOVES = { windMps: 1.5, waterTempC: 1.1, visibilityM: 0.3, cloudPct: 30, airTempC: 3 } as const
export type Moving = keyof typeof MOVES

export interface Moved {
  readonly field: Moving
  readonly read: number
  readonly expected: number
}

const LEAST: Readonly<Partial<Record<Moving, number>>> = { windMps: 0, visibilityM: 0.05, cloudPct: 0 }
const MOST: Readonly<Partial<Record<Moving, number>>> = { cloudPct: 100 }

/**
 * What is asked of the day, set right by what was read at the ramp: a forecast that is off at launch is taken to be off by as much all
 * day (ours). What was read without having been expected holds all day.
 */
export function withReading(
  asked: DeckAsked,
  reading: TripReading,
  atMs: EpochMs,
): { readonly asked: DeckAsked; readonly moved: readonly Moved[] } {
  const now = asked.hours.findLast(({ timeMs }) => timeMs <= atMs) ?? asked.hours[0]
  const read = (Object.keys(MOVES) as Moving[]).flatMap((field) => {
    const value = reading[field]
    return typeof value === 'number' ? [{ field, value, expected: now?.fields[field] }] : []
  })
  const hours = asked.hours.map((hour) => ({
    ...hour,
    fields: {
      ...hour.fields,
      ...Object.fromEntries(read.map((one) => [one.field, settled(one, hour.fields[one.field])])),
    },
  }))
  const moved = read.flatMap(({ field, value, expected }): Moved[] =>
    typeof expected === 'number' && Math.abs(value - expected) >= MOVES[field]
      ? [{ field, read: value, expected }]
      : [],
  )
  return { asked: { ...asked, hours }, moved }
}

function settled(
  { field, value, expected }: { field: Moving; value: number; expected: string | number | undefined },
  later: string | number | undefined,
): number {
  if (typeof expected !== 'number' || typeof later !== 'number') return value
  const shifted = later + value - expected
  return Math.min(MOST[field] ?? Infinity, Math.max(LEAST[field] ?? -Infinity, shifted))
}

/** Rods of the plan that the day's deck leaves out, and those it carries in their place. */
export function changedRods(planned: readonly string[], deck: readonly string[]): { down: string[]; up: string[] } {
  return { down: planned.filter((lure) => !deck.includes(lure)), up: deck.filter((lure) => !planned.includes(lure)) }
}
