import { readingTrack } from './readingTracks.ts'
import { Scene } from './scene.ts'
import {
  lureLuxTrack,
  moonTrack,
  sinceSunriseTrack,
  sunAltitudeTrack,
  surfaceLuxTrack,
  toSunsetTrack,
} from './skyTracks.ts'
import type { Track } from './track.ts'
import { timedSetting } from './timedSetting.ts'
import type { Setting } from './types.ts'
import { NO_PAST } from './waterPast.ts'
import type { WaterPast } from './waterPast.ts'
import { clarityPercentileTrack, fishSeasonTrack, tempPercentileTrack, tempTrendTrack } from './waterTracks.ts'
import {
  airAnomalyTrack,
  daysSinceFrontTrack,
  frontTrack,
  rainTrack,
  sinceCurrentTrack,
  tendencyTrack,
  windMaxTrack,
} from './weatherTracks.ts'

type Build = (scene: Scene, edges: readonly number[]) => Track

/** Every condition that is worked out from place, time and what was read, and how. Classes ignore their edges. */
const WORKED = {
  sunAltitudeDeg: sunAltitudeTrack,
  surfaceLux: surfaceLuxTrack,
  lureLux: lureLuxTrack,
  moonElongationDeg: moonTrack,
  sinceSunriseH: sinceSunriseTrack,
  toSunsetH: toSunsetTrack,
  pressureTendencyHpa: tendencyTrack,
  front: frontTrack,
  daysSinceFront: daysSinceFrontTrack,
  windMax24h: windMaxTrack,
  rain48h: rainTrack,
  airAnomalyC: airAnomalyTrack,
  sinceCurrentH: sinceCurrentTrack,
  tempPercentile: tempPercentileTrack,
  clarityPercentile: clarityPercentileTrack,
  tempTrend: tempTrendTrack,
  fishSeason: fishSeasonTrack,
} as const satisfies Record<string, Build>

export type WorkedCondition = keyof typeof WORKED
/**
 * Whether a condition is worked out, and not read: its name decides.
 *
 * Given      the name of a condition
 * Returned   true where `WORKED` has it
 */
export const isWorked = (condition: string): condition is WorkedCondition => Object.hasOwn(WORKED, condition)

/** What a trip is cut by: continuous conditions with the edges that matter, and conditions that are classes. */
export interface CutBy {
  readonly edges: Readonly<Record<string, readonly number[]>>
  readonly classes?: readonly string[]
}

/**
 * One condition of a scene through its trip, worked out or as read. `edges` undefined: a class.
 *
 * Given      a scene, a condition's name, and its edges in rising order
 * Returned   its track through the trip
 */
export const trackIn = (scene: Scene, condition: string, edges: readonly number[] | undefined): Track =>
  isWorked(condition) ? WORKED[condition](scene, edges ?? []) : readingTrack(scene.setting, condition, edges)

/**
 * One condition of a stint through its trip.
 *
 * Given      the setting, a condition's name, its edges (undefined: a class), and the water's past
 * Returned   a track that is asked at a time and cut where it crosses an edge
 */
export const conditionTrack = (
  setting: Setting,
  condition: string,
  edges: readonly number[] | undefined,
  past: WaterPast = NO_PAST,
): Track => trackIn(new Scene(timedSetting(setting), past), condition, edges)
