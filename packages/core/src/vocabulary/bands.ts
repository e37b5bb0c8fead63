import { toSi } from '../units/units.ts'

/** Half-open bands `[edge, next edge)` of one continuous condition; `labels` has one more entry than `edges`. Edges in SI. */
export interface BandSet {
  readonly of: string
  readonly edges: readonly number[]
  readonly labels: readonly string[]
}

const TEMPERATURE_EDGES_F = [35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90]

/** A book's bands unless it sets its own. Clarity and wind words: common practice, no source; the edges in feet are ours. */
export const DEFAULT_BANDS = {
  temp_band: {
    of: 'waterTempC',
    edges: TEMPERATURE_EDGES_F.map((f) => toSi(f, 'F')),
    labels: ['<35F', ...TEMPERATURE_EDGES_F.slice(1).map((f, i) => `${TEMPERATURE_EDGES_F[i]}..${f}F`), '>=90F'],
  },
  clarity_band: { of: 'visibilityM', edges: [1, 2, 4, 8].map((ft) => toSi(ft, 'ft')), labels: ['opaque', 'dirty', 'stained', 'clear', 'very_clear'] },
  wind_band: {
    of: 'windMps',
    edges: [1, 5, 10, 15, 20].map((mph) => toSi(mph, 'mph')),
    labels: ['calm', 'ripple', 'light_chop', 'working_chop', 'strong', 'rough'],
  },
  sun_band: { of: 'sunAltitudeDeg', edges: [-6, 0, 15, 40], labels: ['night', 'twilight', 'low', 'mid', 'high'] },
  /** Sunrise and sunset: the sun's centre 50′ below the horizon; civil twilight to −6° (the almanacs' convention). */
  day_part: { of: 'sunAltitudeDeg', edges: [-6, -50 / 60], labels: ['night', 'twilight', 'day'] },
  sky_band: { of: 'cloudPct', edges: [10, 50, 80], labels: ['clear', 'partly', 'mostly', 'overcast'] },
} as const satisfies Record<string, BandSet>

export type BandName = keyof typeof DEFAULT_BANDS
export const BAND_NAMES = Object.keys(DEFAULT_BANDS) as BandName[]

/** A value that is not known is a group of its own, never dropped. */
export const UNKNOWN = 'unknown'
