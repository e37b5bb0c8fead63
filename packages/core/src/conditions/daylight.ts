import { moonElongation, skyOver, sunAltitudeCrossings, surfaceIlluminance } from '../sky/index.ts'
import type { Sky } from '../sky/index.ts'
import { HOUR_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { readingTrack } from './readingTracks.ts'
import type { Track, TrackValue } from './track.ts'
import type { TimedSetting } from './types.ts'

/** Sunrise and sunset of the almanacs: the sun's centre 50′ below the horizon. */
const ON_THE_HORIZON = -50 / 60
const BELOW = { moonAltitudeDeg: -90, moonElongationDeg: 0 } as const

/** Lux on the water at a time. */
export interface Look extends TrackValue {
  readonly sunAltitudeDeg: number
  /** Share of the sky covered, 0–1; null where it is not known. */
  readonly cloud: number | null
}

/** Light over a trip's place. What several conditions ask of it is worked out once. */
export class Daylight {
  readonly sky: Sky
  readonly clouds: Track
  private readonly looks = new Map<EpochMs, Look>()
  private readonly days = new Map<EpochMs, { sunrise: EpochMs | null; sunset: EpochMs | null }>()

  constructor(setting: TimedSetting, latitude: number, longitude: number) {
    this.sky = skyOver(latitude, longitude)
    this.clouds = readingTrack(setting, 'cloudPct', [])
  }

  /** Lux on the water, with what it was worked out from; unknown while the cloud is. */
  look = (ms: EpochMs): Look => {
    let known = this.looks.get(ms)
    if (!known) this.looks.set(ms, (known = this.lookAt(ms)))
    return known
  }

  /** Sunrise and sunset of the day that begins at a midnight; null where there is none. */
  horizon(midnight: EpochMs): { readonly sunrise: EpochMs | null; readonly sunset: EpochMs | null } {
    let known = this.days.get(midnight)
    if (!known) {
      const crossings = sunAltitudeCrossings(this.sky, midnight, midnight + 25 * HOUR_MS, [ON_THE_HORIZON])
      const up = (ms: EpochMs): boolean => this.sky.altitudeDeg('sun', ms + 60_000) > ON_THE_HORIZON
      known = { sunrise: crossings.find(up) ?? null, sunset: crossings.find((ms) => !up(ms)) ?? null }
      this.days.set(midnight, known)
    }
    return known
  }

  private lookAt(ms: EpochMs): Look {
    const { value, stale } = this.clouds.at(ms)
    const sunAltitudeDeg = this.sky.altitudeDeg('sun', ms)
    if (typeof value !== 'number') return { value: null, stale: false, sunAltitudeDeg, cloud: null }
    // Beside a sun well up the moon is less than one part in ten thousand.
    const moon =
      sunAltitudeDeg > 5
        ? BELOW
        : { moonAltitudeDeg: this.sky.altitudeDeg('moon', ms), moonElongationDeg: moonElongation(ms) }
    const { moonAltitudeDeg, moonElongationDeg } = moon
    const cloud = value / 100
    return {
      value: surfaceIlluminance({ sunAltitudeDeg, moonAltitudeDeg, moonElongationDeg, cloud }),
      stale,
      sunAltitudeDeg,
      cloud,
    }
  }
}
