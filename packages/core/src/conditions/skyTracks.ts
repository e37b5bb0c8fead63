import { moonElongation, sunAltitudeCrossings } from '../sky/index.ts'
import { HOUR_MS, MINUTE_MS, dayStart } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { daylightLeft, surfaceTransmission, tintOf } from '../water/index.ts'
import type { Daylight } from './daylight.ts'
import { readingTrack } from './readingTracks.ts'
import type { Scene } from './scene.ts'
import { UNKNOWN_TRACK, UNKNOWN_VALUE, countTrack, functionTrack, trackOf } from './track.ts'
import type { Count, Track, TrackValue } from './track.ts'
import type { TimedSetting } from './types.ts'

/** A track that needs the place; unknown for a water without coordinates. */
const overPlace =
  (build: (light: Daylight, setting: TimedSetting, edges: readonly number[]) => Track) =>
  (scene: Scene, edges: readonly number[]): Track =>
    scene.light ? build(scene.light, scene.setting, edges) : UNKNOWN_TRACK

export const sunAltitudeTrack = overPlace(({ sky }, _, edges) =>
  trackOf(
    (fromMs, toMs) => sunAltitudeCrossings(sky, fromMs, toMs, edges),
    (ms) => ({ value: sky.altitudeDeg('sun', ms), stale: false }),
  ),
)

/** Between two looks the sun turns by no more than 7½ degrees. */
const LOOK_MS = 30 * MINUTE_MS

/**
 * The moon's phase does not ask where one stands.
 *
 * Given      edges of the elongation in degrees, rising
 * Returned   the track of moon less sun, degrees
 * Source     `moonElongation`
 */
export const moonTrack = (_: Scene, edges: readonly number[]): Track =>
  functionTrack((ms) => ({ value: moonElongation(ms), stale: false }), edges, { everyMs: 12 * HOUR_MS })

export const surfaceLuxTrack = overPlace((light, _, edges) =>
  functionTrack(light.look, edges, { everyMs: LOOK_MS, corners: light.clouds.cuts }),
)

/** Lux where the lure works, from the water's spectrum by visibility and tint, weighted as the eye by day weighs it. Rough. */
export const lureLuxTrack = overPlace((light, setting, edges) => {
  const { lureDepthM } = setting
  if (lureDepthM === undefined) return UNKNOWN_TRACK
  const [sight, tint] = [readingTrack(setting, 'visibilityM', []), readingTrack(setting, 'tint')]
  const lookAt = (ms: EpochMs): TrackValue => {
    const lux = light.look(ms)
    const seen = sight.at(ms)
    if (typeof lux.value !== 'number' || typeof seen.value !== 'number' || seen.value <= 0) return UNKNOWN_VALUE
    const goesIn = surfaceTransmission(lux.sunAltitudeDeg, lux.cloud ?? 1)
    return {
      value: lux.value * goesIn * daylightLeft(seen.value, tintOf(tint.at(ms).value), lureDepthM),
      stale: lux.stale || seen.stale,
    }
  }
  const corners = (fromMs: EpochMs, toMs: EpochMs): EpochMs[] =>
    [light.clouds, sight, tint].flatMap((track) => track.cuts(fromMs, toMs))
  return functionTrack(lookAt, edges, { everyMs: LOOK_MS, corners })
})

/** Hours since the last sunrise, or to the next sunset, of the local day; unknown where neither comes. */
const sunHours = (which: 'sunrise' | 'sunset') =>
  overPlace((light, { timeZone }, edges) => {
    const over = (fromMs: EpochMs, toMs: EpochMs): Count[] => {
      const days: Count[] = []
      for (let from = dayStart(fromMs, timeZone); from < toMs;) {
        const to = dayStart(from + 26 * HOUR_MS, timeZone)
        days.push({ from, to, moment: light.horizon(from)[which], stale: false })
        from = to
      }
      return days
    }
    return countTrack(over, HOUR_MS, which === 'sunrise' ? 1 : -1, edges)
  })

export const sinceSunriseTrack = sunHours('sunrise')
export const toSunsetTrack = sunHours('sunset')
