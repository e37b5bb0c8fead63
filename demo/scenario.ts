import lures from './lures.json' with { type: 'json' }
import use from './use.json' with { type: 'json' }
import valley from './valley.json' with { type: 'json' }
import { toSi } from '@jotbook/core'
import type { Json } from '@jotbook/core'

/** The made-up valley, its waters, the crew's lures and where they throw them. Everything here is invented. */

export type WaterName = keyof typeof valley.habits
export const WATERS = valley.waters as readonly {
  readonly id: WaterName
  readonly latitude: number
  readonly longitude: number
  readonly [field: string]: Json
}[]
export const SPOTS = valley.spots
export const SETUPS = valley.setups
export const OUTLINES = valley.outlines

/** How a water behaves through the year, and how it is fished. */
export interface Habit {
  readonly sightFt: number
  /** Spread of the logarithm of the sight from trip to trip. */
  readonly sightSpread: number
  /** How much a rainy week takes off the logarithm of the sight. */
  readonly rainClouds: number
  readonly tint: string
  /** Share of the difference to the air that the water makes up in a day. */
  readonly warms: number
  readonly warmerF: number
  readonly platform: string
  readonly hours: readonly number[]
  readonly species: readonly string[]
  /** Median weight of its fish over 1.5 lb. */
  readonly bigness: number
  readonly depthFt: readonly number[]
}
export const HABITS: Readonly<Record<WaterName, Habit>> = valley.habits

/** A lure of the crew, measured as the trade does. */
export interface DemoLure {
  readonly id: string
  readonly class: string
  readonly lengthIn: number
  readonly weightOz: number
  /** Running depth, from and to, in feet. */
  readonly runsFt: readonly [number, number]
  readonly [attribute: string]: Json
}
export const LURES = lures as unknown as readonly DemoLure[]

/** In which water temperatures a lure is thrown, and how often on which water. */
export interface Use {
  readonly tempF: readonly number[]
  readonly on: Readonly<Partial<Record<WaterName, number>>>
}
export const USE: Readonly<Record<string, Use>> = use

export const ZONE = 'America/Chicago'

/** The trade's inches and feet, as the book keeps them. */
export const inches = (value: number): number => Math.round(toSi(value, 'in') * 1e4) / 10
export const feet = (value: number): number => Math.round(toSi(value, 'ft') * 100) / 100
