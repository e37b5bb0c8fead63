import { levelOf } from '../presentation/index.ts'
import type { Speed } from '../presentation/index.ts'
import { RECORD_BANDS, UNKNOWN } from '../vocabulary/index.ts'
import type { Id, Lure } from '../vocabulary/index.ts'
import { bandLabel } from '../effort/index.ts'

/** What the pattern model knows of an hour of fishing. Words that are not known are `unknown`, numbers NaN. */
export interface Situation {
  readonly lure: Id<'lure'>
  readonly class: string
  readonly water: Id<'water'>
  readonly structure: string
  /** The fish's year. */
  readonly season: string
  /** The sun's height, before or after the middle of the day. */
  readonly light: string
  readonly front: string
  readonly traits: Readonly<Record<Trait, string>>
  readonly numbers: Readonly<Record<Condition, number>>
}

/** Columns of the conditions that a rate runs along, and whether on the log scale. */
export const CONDITIONS = {
  water_temp_c: false,
  visibility_m: true,
  surface_lux: true,
  wind_mps: false,
  pressure_tendency: false,
} as const
export type Condition = keyof typeof CONDITIONS
export const CONDITION_NAMES = Object.keys(CONDITIONS) as Condition[]

/** What of a lure, and of how fast it is fished, may matter in one condition and not in another. */
export const TRAITS = ['level', 'size', 'speed', 'sound', 'brightness', 'action'] as const
export type Trait = (typeof TRAITS)[number]

/**
 * A lure's traits, by Tackle, and its speed.
 *
 * Given      a lure, and how fast it is fished; either may not be known
 * Returned   a word for each trait, `unknown` where Tackle has none
 */
export function traitsOf(lure: Lure | undefined, speed: Speed | undefined): Readonly<Record<Trait, string>> {
  const { edges, labels } = RECORD_BANDS.lure_length_band
  return {
    level: lure ? levelOf(lure) : UNKNOWN,
    size: bandLabel(lure?.lengthMm ?? null, edges, labels),
    speed: speed ?? UNKNOWN,
    sound: lure?.sound || UNKNOWN,
    brightness: typeof lure?.brightness === 'number' ? String(lure.brightness) : UNKNOWN,
    action: lure?.action || UNKNOWN,
  }
}

/**
 * The sun's height by the book, parted at one o'clock, when the sun stands highest by most clocks.
 *
 * Given      the band of the sun's height, and the hour of the clock, 0 to 24
 * Returned   the band with its half of the day; night has none, and what is not known stays so
 */
export function lightOf(sunBand: string, clockHour: number): string {
  if (sunBand === UNKNOWN || Number.isNaN(clockHour)) return UNKNOWN
  return sunBand === 'night' ? sunBand : `${sunBand} ${clockHour < MIDDAY_H ? 'before' : 'after'} midday`
}
const MIDDAY_H = 13
