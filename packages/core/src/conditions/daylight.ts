import { moonElongation, skyOver, sunAltitudeCrossings, surfaceIlluminance } from '../sky/index.ts'
import type { Sky } from '../sky/index.ts'
import { HOUR_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { readingTrack } from './readingTracks.ts'
import { UNKNOWN_VALUE } from './track.ts'
import type { Track, TrackValue } from './track.ts'
import type { Setting } from './types.ts'

/** Sunrise and sunset of the almanacs: the sun's centre 50′ below the horizon. */
const ON_THE_HORIZON = -50 / 60
const BELOW = { moonAltitudeDeg: -90, moonElongationDeg: 0 } as const

/** Light over a trip's place. What several conditions ask of it is worked out once. */
export class Daylight {
  readonly sky: Sky
  private readonly clouds: Track
  private readonly lux = new Map<EpochMs, TrackValue>()
  private readonly days = new Map<EpochMs, { sunrise: EpochMs | null; sunset: EpochMs | null }>()

  constructor(setting: Setting, latitude: number, longitude: number) {
    this.sky = skyOver(latitude, longitude)
    this.clouds = readingTrack(setting, 'cloudPct', [])
  }

  /** Share of the sky covered, 0–1; null where it is not known. */
  cloud(ms: EpochMs): number | null {
    const { value } = this.clouds.at(ms)
    return typeof value === 'number' ? value / 100 : null
  }

  /** Lux on the water; unknown while the cloud is. */
  surfaceLux = (ms: EpochMs): TrackValue => {
    let known = this.lux.get(ms)
    if (!known) this.lux.set(ms, (known = this.luxAt(ms)))
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

  private luxAt(ms: EpochMs): TrackValue {
    const { value, stale } = this.clouds.at(ms)
    if (typeof value !== 'number') return UNKNOWN_VALUE
    const sunAltitudeDeg = this.sky.altitudeDeg('sun', ms)
    // Beside a sun well up the moon is less than one part in ten thousand.
    const moon = sunAltitudeDeg > 5 ? BELOW : { moonAltitudeDeg: this.sky.altitudeDeg('moon', ms), moonElongationDeg: moonElongation(ms) }
    return { value: surfaceIlluminance({ sunAltitudeDeg, ...moon, cloud: value / 100 }), stale }
  }
}
