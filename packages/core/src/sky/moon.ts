import { Body, Illumination, SearchRiseSet } from 'astronomy-engine'
import { isoUtc } from '../time/index.ts'
import { moonElongation } from './skyOver.ts'
import { observerAt, positionOf } from './sun.ts'
import type { SunPosition } from './sun.ts'

/**
 * Where the moon stands: as `sunPosition`, of the moon. Its nearness makes up to a degree between places, which is in it.
 *
 * Given      UTC; latitude and longitude in degrees, north and east positive
 * Throws     RangeError for a place that is none
 * Source     Astronomy Engine, after Brown’s lunar theory: Montenbruck & Pfleger, Astronomy on the Personal Computer (2000)
 */
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

/**
 * Moonrise and moonset within 24 hours.
 *
 * Given      UTC to begin from (give local midnight); latitude and longitude in degrees
 * Returned   null for one that does not happen in them
 * Accuracy   within a minute of the almanac
 * Source     Astronomy Engine, upper limb with 34′ of refraction
 */
export function moonTimes(fromUtc: Date, latitudeDeg: number, longitudeDeg: number): MoonTimes {
  const observer = observerAt(latitudeDeg, longitudeDeg)
  const iso = (direction: 1 | -1): string | null => {
    const found = SearchRiseSet(Body.Moon, observer, direction, fromUtc, 1)
    return found ? isoUtc(found.date.getTime()) : null
  }
  return { moonrise: iso(1), moonset: iso(-1) }
}
