import { Body, Equator, Horizon, Observer, SearchAltitude, SearchRiseSet } from 'astronomy-engine'
import { isoUtc } from '../time/index.ts'
import { checkPlace } from './skyOver.ts'

export interface SunPosition {
  /** Without refraction: the altitude every band and formula uses. */
  readonly altitudeDeg: number
  /** With standard refraction: the altitude the eye sees. */
  readonly apparentAltitudeDeg: number
  /** From north through east. */
  readonly azimuthDeg: number
}

/**
 * Where the sun stands.
 *
 * Given      time (UTC), latitude and longitude (degrees, north and east positive)
 * Returned   geometric and apparent altitude, azimuth (degrees)
 * Valid for  1700–2200, sea level
 * Accuracy   0.005° geometric against the NREL SPA worked example; apparent 0.05° (standard refraction, not the day's air)
 * Source     astronomy-engine (VSOP87, truncated); checked against Reda & Andreas, NREL/TP-560-34302 (2004)
 */
export const sunPosition = (timeUtc: Date, latitudeDeg: number, longitudeDeg: number): SunPosition =>
  positionOf(Body.Sun, timeUtc, latitudeDeg, longitudeDeg)

/**
 * Where a body stands over a place, seen from its surface.
 *
 * Given      UTC; latitude and longitude in degrees, north and east positive
 * Returned   altitude without and with refraction, azimuth from north by east, degrees
 * Throws     RangeError for a place that is none
 * Source     Astronomy Engine; refraction: Sæmundsson, as in Meeus, Astronomical Algorithms (1998) ch. 16
 */
export function positionOf(body: Body, timeUtc: Date, latitudeDeg: number, longitudeDeg: number): SunPosition {
  const observer = observerAt(latitudeDeg, longitudeDeg)
  const equator = Equator(body, timeUtc, observer, true, true)
  const geometric = Horizon(timeUtc, observer, equator.ra, equator.dec)
  const apparent = Horizon(timeUtc, observer, equator.ra, equator.dec, 'normal')
  return { altitudeDeg: geometric.altitude, apparentAltitudeDeg: apparent.altitude, azimuthDeg: geometric.azimuth }
}

/**
 * A place on the water’s surface, at sea level.
 *
 * Given      latitude and longitude in degrees, north and east positive
 * Throws     RangeError for a place that is none
 */
export function observerAt(latitudeDeg: number, longitudeDeg: number): Observer {
  checkPlace(latitudeDeg, longitudeDeg)
  return new Observer(latitudeDeg, longitudeDeg, 0)
}

/** Each `null` when it does not happen within the day asked for (polar day, polar night). */
export interface SunTimes {
  readonly civilDawn: string | null
  readonly sunrise: string | null
  readonly sunset: string | null
  readonly civilDusk: string | null
  readonly nauticalDawn: string | null
  readonly nauticalDusk: string | null
}

/**
 * Sunrise, sunset and civil twilight within the 24 hours from an instant (give local midnight).
 *
 * Returned   ISO times in UTC, or null
 * Accuracy   within 10 s of the almanac at sea level and middle latitudes; upper limb on the horizon with 34′ of refraction, civil at −6°, nautical at −12°
 * Source     astronomy-engine; checked against Reda & Andreas (2004)
 */
export function sunTimes(fromUtc: Date, latitudeDeg: number, longitudeDeg: number): SunTimes {
  const observer = observerAt(latitudeDeg, longitudeDeg)
  const iso = (found: { date: Date } | null): string | null => (found ? isoUtc(found.date.getTime()) : null)
  return {
    civilDawn: iso(SearchAltitude(Body.Sun, observer, +1, fromUtc, 1, -6)),
    sunrise: iso(SearchRiseSet(Body.Sun, observer, +1, fromUtc, 1)),
    sunset: iso(SearchRiseSet(Body.Sun, observer, -1, fromUtc, 1)),
    civilDusk: iso(SearchAltitude(Body.Sun, observer, -1, fromUtc, 1, -6)),
    nauticalDawn: iso(SearchAltitude(Body.Sun, observer, +1, fromUtc, 1, -12)),
    nauticalDusk: iso(SearchAltitude(Body.Sun, observer, -1, fromUtc, 1, -12)),
  }
}
