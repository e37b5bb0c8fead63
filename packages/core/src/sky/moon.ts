import { Body, Illumination, SearchRiseSet } from 'astronomy-engine'
import { isoUtc } from '../time/index.ts'
import { moonElongation } from './skyOver.ts'
import { observerAt, positionOf } from './sun.ts'
import type { SunPosition } from './sun.ts'

/** Where the moon stands: as `sunPosition`, of the moon. Its nearness makes up to a degree between places, which is in it. */
export const moonPosition = (timeUtc: Date, latitudeDeg: number, longitudeDeg: number): SunPosition =>
  positionOf(Body.Moon, timeUtc, latitudeDeg, longitudeDeg)

export interface MoonPhaseOf {
  /** Apparent longitude of the moon less that of the sun: 0 new, 90 first quarter, 180 full, 270 last quarter. */
  readonly elongationDeg: number
  /** Share of the disc that is lit, 0–1. */
  readonly lit: number
}

/**
 * The moon's phase.
 *
 * Accuracy   lit share 0.001, instants of the phases within 90 s of the almanac's
 * Source     astronomy-engine; checked against Meeus, Astronomical Algorithms, examples 48.a, 49.a and 49.b
 */
export function moonPhase(timeUtc: Date): MoonPhaseOf {
  return { elongationDeg: moonElongation(timeUtc.getTime()), lit: Illumination(Body.Moon, timeUtc).phase_fraction }
}

export interface MoonTimes {
  readonly moonrise: string | null
  readonly moonset: string | null
}

/** Moonrise and moonset within the 24 hours from an instant (give local midnight); null when it does not happen in them. Within a minute of the almanac. */
export function moonTimes(fromUtc: Date, latitudeDeg: number, longitudeDeg: number): MoonTimes {
  const observer = observerAt(latitudeDeg, longitudeDeg)
  const iso = (direction: 1 | -1): string | null => {
    const found = SearchRiseSet(Body.Moon, observer, direction, fromUtc, 1)
    return found ? isoUtc(found.date.getTime()) : null
  }
  return { moonrise: iso(1), moonset: iso(-1) }
}
