import type { Json } from '@jotbook/core'
import days from './days.json' with { type: 'json' }
import lures from './lures.json' with { type: 'json' }

/** The made-up valley, its waters, the crew's lures, and how well each does. Everything here is invented. */

export const WATERS = [
  {
    id: 'Immerlow Reservoir',
    latitude: 36.94,
    longitude: -85.12,
    timeZone: 'America/Chicago',
    kind: 'reservoir',
    forage: ['threadfin shad', 'crawfish'],
    species: ['largemouth', 'smallmouth'],
    pressure: 'moderate',
  },
  {
    id: 'Pellock Mill Pond',
    latitude: 36.81,
    longitude: -85.31,
    timeZone: 'America/Chicago',
    kind: 'mill pond',
    forage: ['bluegill', 'crawfish'],
    species: ['largemouth'],
    pressure: 'light',
  },
] as const

/** A lure of the crew, measured as the trade does. */
export interface DemoLure {
  readonly id: string
  readonly lengthIn: number
  readonly weightOz: number
  /** Running depth, from and to, in feet. */
  readonly runsFt: readonly [number, number]
  readonly [attribute: string]: Json
}

export const LURES = lures as unknown as readonly DemoLure[]

export interface Day {
  readonly date: string
  readonly water: (typeof WATERS)[number]['id']
  /** Local hours on the water. */
  readonly from: number
  readonly hours: number
  readonly startF: number
  readonly riseF: number
  readonly sightFt: number
  readonly cloudPct: number
  readonly windMph: readonly [number, number]
  readonly people: readonly string[]
  readonly purpose: string
}

/** Twelve days of one cold spring. */
export const DAYS = days as unknown as readonly Day[]

/** Strikes an hour of a lure in water of a temperature (°F) and under cloud (%). Made up. */
export function trueRate(lure: string, tempF: number, cloudPct: number): number {
  const cold = tempF < 45 ? 0.35 : tempF < 50 ? 0.55 : 0.7
  if (lure.startsWith('Jerkbait')) return cold * (tempF >= 45 && tempF < 50 && cloudPct >= 50 ? 1.9 : 1)
  if (lure.startsWith('Spinnerbait')) return cold * (cloudPct >= 80 ? 1.4 : 0.7)
  if (lure.startsWith('Wacky')) return cold * (tempF >= 52 ? 1.3 : 0.5)
  return cold
}
