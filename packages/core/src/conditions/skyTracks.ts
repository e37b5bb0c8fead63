import { skyOver, sunAltitudeCrossings, moonElongation, surfaceIlluminance } from '../sky/index.ts'
import { HOUR_MS, dayStart } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { photopicTransmission, surfaceTransmission, tintOf, waterSpectrum } from '../water/index.ts'
import type { WaterSpectrum } from '../water/index.ts'
import { readingTrack } from './readingTracks.ts'
import type { Scene } from './scene.ts'
import { UNKNOWN_TRACK, functionTrack } from './track.ts'
import type { Track, TrackValue } from './track.ts'
import type { Setting } from './types.ts'

/** Sunrise and sunset of the almanacs: the sun's centre 50′ below the horizon. */
const ON_THE_HORIZON = -50 / 60

interface Place {
  readonly latitude: number
  readonly longitude: number
}

/** A track that needs the place; unknown for a water without coordinates. */
const overPlace =
  (build: (place: Place, setting: Setting, edges: readonly number[]) => Track) =>
  ({ setting }: Scene, edges: readonly number[]): Track => {
    const { latitude, longitude } = setting
    return latitude === null || longitude === null ? UNKNOWN_TRACK : build({ latitude, longitude }, setting, edges)
  }

export const sunAltitudeTrack = overPlace(({ latitude, longitude }, _, edges) => {
  const sky = skyOver(latitude, longitude)
  const spans = new Map<string, readonly EpochMs[]>()
  return {
    cuts: (fromMs, toMs) => {
      const span = `${fromMs}-${toMs}`
      const known = spans.get(span) ?? sunAltitudeCrossings(fromMs, toMs, latitude, longitude, edges)
      spans.set(span, known)
      return known
    },
    at: (ms) => ({ value: sky.altitudeDeg('sun', ms), stale: false }),
  }
})

/** The moon's phase does not ask where one stands. */
export const moonTrack = (_: Scene, edges: readonly number[]): Track =>
  functionTrack((ms) => ({ value: moonElongation(ms), stale: false }), edges, 12 * HOUR_MS)

const BELOW = { moonAltitudeDeg: -90, moonElongationDeg: 0 } as const

/** Lux on the water; unknown while the cloud is. */
function surfaceLuxOf({ latitude, longitude }: Place, setting: Setting): (ms: EpochMs) => TrackValue {
  const sky = skyOver(latitude, longitude)
  const clouds = readingTrack(setting, 'cloudPct', [])
  return (ms) => {
    const { value, stale } = clouds.at(ms)
    if (typeof value !== 'number') return { value: null, stale: false }
    const sunAltitudeDeg = sky.altitudeDeg('sun', ms)
    // Beside a sun well up the moon is less than one part in ten thousand.
    const moon = sunAltitudeDeg > 5 ? BELOW : { moonAltitudeDeg: sky.altitudeDeg('moon', ms), moonElongationDeg: moonElongation(ms) }
    return { value: surfaceIlluminance({ sunAltitudeDeg, ...moon, cloud: value / 100 }), stale }
  }
}

export const surfaceLuxTrack = overPlace((place, setting, edges) => functionTrack(surfaceLuxOf(place, setting), edges))

/** Lux where the lure works, from the water's spectrum by visibility and tint, weighted as the eye by day weighs it. Rough. */
export const lureLuxTrack = overPlace((place, setting, edges) => {
  const { lureDepthM } = setting
  if (lureDepthM === undefined) return UNKNOWN_TRACK
  const surface = surfaceLuxOf(place, setting)
  const sky = skyOver(place.latitude, place.longitude)
  const [sight, cloud, tint] = [readingTrack(setting, 'visibilityM', []), readingTrack(setting, 'cloudPct', []), readingTrack(setting, 'tint')]
  const shares = new Map<WaterSpectrum, number>()
  const leftOf = (water: WaterSpectrum): number => {
    let left = shares.get(water)
    if (left === undefined) shares.set(water, (left = photopicTransmission(water, lureDepthM)))
    return left
  }
  return functionTrack((ms) => {
    const [lux, seen] = [surface(ms), sight.at(ms)]
    if (typeof lux.value !== 'number' || typeof seen.value !== 'number' || seen.value <= 0) return { value: null, stale: false }
    const cover = cloud.at(ms).value
    const goesIn = surfaceTransmission(sky.altitudeDeg('sun', ms), typeof cover === 'number' ? cover / 100 : 1)
    return { value: lux.value * goesIn * leftOf(waterSpectrum(seen.value, tintOf(tint.at(ms).value))), stale: lux.stale || seen.stale }
  }, edges)
})

/** Hours since the last sunrise, or to the next sunset, of the local day; unknown where neither comes. */
const sunHours = (sign: 1 | -1) =>
  overPlace(({ latitude, longitude }, { timeZone }, edges) => {
    const sky = skyOver(latitude, longitude)
    const days = new Map<EpochMs, EpochMs | null>()
    const momentOf = (ms: EpochMs): EpochMs | null => {
      const midnight = dayStart(ms, timeZone)
      let found = days.get(midnight)
      if (found === undefined) {
        const crossings = sunAltitudeCrossings(midnight, midnight + 25 * HOUR_MS, latitude, longitude, [ON_THE_HORIZON])
        found = crossings.find((when) => sky.altitudeDeg('sun', when + 60_000) > ON_THE_HORIZON === sign > 0) ?? null
        days.set(midnight, found)
      }
      return found
    }
    return functionTrack((ms) => {
      const moment = momentOf(ms)
      return { value: moment === null ? null : (sign * (ms - moment)) / HOUR_MS, stale: false }
    }, edges)
  })

export const sinceSunriseTrack = sunHours(1)
export const toSunsetTrack = sunHours(-1)
