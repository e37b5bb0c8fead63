import { toSi } from '../units/units.ts'

/** Half-open bands `[edge, next edge)` of one continuous condition; `labels` has one more entry than `edges`. Edges in SI. */
export interface BandSet {
  readonly of: string
  readonly edges: readonly number[]
  readonly labels: readonly string[]
}

const WIND_EDGES_MPS = [1, 5, 10, 15, 20].map((mph) => toSi(mph, 'mph'))
const WIND_WORDS = ['calm', 'ripple', 'light_chop', 'working_chop', 'strong', 'rough'] as const
const MOON_WORDS = [
  'new',
  'waxing crescent',
  'first quarter',
  'waxing gibbous',
  'full',
  'waning gibbous',
  'last quarter',
  'waning crescent',
  'new',
] as const

export const temperatureWords = (edgesF: readonly number[]): string[] => [
  `<${edgesF[0]}F`,
  ...edgesF.slice(1).map((f, i) => `${edgesF[i]}..${f}F`),
  `>=${edgesF.at(-1)}F`,
]
const TEMPERATURE_EDGES_F = [35, 40, 45, 50, 55, 60, 65, 70, 75, 80, 85, 90]

/** A book's bands unless it sets its own. Words for clarity and wind: common practice, no source; the edges are ours. */
export const DEFAULT_BANDS = {
  temp_band: {
    of: 'waterTempC',
    edges: TEMPERATURE_EDGES_F.map((f) => toSi(f, 'F')),
    labels: temperatureWords(TEMPERATURE_EDGES_F),
  },
  clarity_band: {
    of: 'visibilityM',
    edges: [1, 2, 4, 8].map((ft) => toSi(ft, 'ft')),
    labels: ['opaque', 'dirty', 'stained', 'clear', 'very_clear'],
  },
  wind_band: { of: 'windMps', edges: WIND_EDGES_MPS, labels: WIND_WORDS },
  sun_band: { of: 'sunAltitudeDeg', edges: [-6, 0, 15, 40], labels: ['night', 'twilight', 'low', 'mid', 'high'] },
  /** Sunrise and sunset: the sun's centre 50′ below the horizon; civil twilight to −6° (the almanacs' convention). */
  day_part: { of: 'sunAltitudeDeg', edges: [-6, -50 / 60], labels: ['night', 'twilight', 'day'] },
  /** By eighths, as weather reports count them: broken cloud begins at five, overcast at fifteen sixteenths. */
  sky_band: { of: 'cloudPct', edges: [12.5, 62.5, 93.75], labels: ['clear', 'partly', 'mostly', 'overcast'] },
  light_band: { of: 'surfaceLux', edges: [1, 1e3, 1e4, 4e4], labels: ['dark', 'dim', 'low', 'grey', 'bright'] },
  lure_light_band: { of: 'lureLux', edges: [1, 100, 1e3, 1e4], labels: ['dark', 'dim', 'low', 'grey', 'bright'] },
  moon_phase: {
    of: 'moonElongationDeg',
    edges: [22.5, 67.5, 112.5, 157.5, 202.5, 247.5, 292.5, 337.5],
    labels: MOON_WORDS,
  },
  tendency: { of: 'pressureTendencyHpa', edges: [-1, 1], labels: ['falling', 'steady', 'rising'] },
  /** Against the days the book holds of this water. */
  temp_for_water: {
    of: 'tempPercentile',
    edges: [20, 40, 60, 80],
    labels: ['coldest fifth', 'cool', 'middling', 'warm', 'warmest fifth'],
  },
  clarity_for_water: {
    of: 'clarityPercentile',
    edges: [20, 80],
    labels: ['dirtiest fifth', 'usual', 'clearest fifth'],
  },
  temp_trend_band: { of: 'tempTrend', edges: [-0.05, 0.05], labels: ['falling', 'steady', 'rising'] },
  air_for_season: {
    of: 'airAnomalyC',
    edges: [-5, -2, 2, 5],
    labels: ['much colder', 'colder', 'usual', 'warmer', 'much warmer'],
  },
  wind_max_band: { of: 'windMax24h', edges: WIND_EDGES_MPS, labels: WIND_WORDS },
  rain_band: { of: 'rain48h', edges: [1, 10], labels: ['dry', 'wet', 'soaked'] },
  current_since_band: { of: 'sinceCurrentH', edges: [1, 3], labels: ['first hour', 'to three hours', 'longer'] },
} as const satisfies Record<string, BandSet>

/** What each word for the sky is kept as: a cloud cover in the middle of its band. */
export const SKY_COVER_PCT = { clear: 0, partly: 37.5, mostly: 75, overcast: 100 } as const

export const bandWords = (edges: readonly number[], unit: string): string[] => [
  `<${edges[0]} ${unit}`,
  ...edges.slice(1).map((edge, i) => `${edges[i]}–${edge} ${unit}`),
  `>=${edges.at(-1)} ${unit}`,
]

/** What is logged of a stint or stands in Tackle, with the edges of its bands as one types them. Edges ours. */
export const RECORD_EDGES = {
  pause_band: { of: 'pauseS', typed: [1, 3, 5, 10], unit: 's', toSi: (s: number) => s },
  cast_band: { of: 'castLengthM', typed: [30, 60, 90], unit: 'ft', toSi: (ft: number) => toSi(ft, 'ft') },
  depth_band: { of: 'depthM', typed: [4, 8, 12, 18, 25], unit: 'ft', toSi: (ft: number) => toSi(ft, 'ft') },
  lure_depth_band: { of: 'lureDepthM', typed: [2, 5, 10, 15], unit: 'ft', toSi: (ft: number) => toSi(ft, 'ft') },
  line_band: { of: 'lineLb', typed: [8, 12, 17, 30], unit: 'lb', toSi: (lb: number) => lb },
  leader_band: { of: 'leaderMm', typed: [6, 12, 24], unit: 'in', toSi: (inches: number) => 25.4 * inches },
  lure_length_band: { of: 'lengthMm', typed: [2, 3, 4, 6], unit: 'in', toSi: (inches: number) => 25.4 * inches },
  lure_weight_band: { of: 'weightG', typed: [0.25, 0.5, 1, 2], unit: 'oz', toSi: (oz: number) => toSi(oz, 'oz') },
  price_band: { of: 'price', typed: [5, 10, 20], unit: 'each', toSi: (price: number) => price },
} as const
export type RecordBand = keyof typeof RECORD_EDGES

/** Bands of what is the same all through a stint, so that they cut none. */
export const RECORD_BANDS = Object.fromEntries(
  Object.entries(RECORD_EDGES).map(([name, { of, typed, unit, toSi: si }]) => [
    name,
    { of, edges: typed.map(si), labels: bandWords(typed, unit) },
  ]),
) as Record<string, BandSet> as Readonly<Record<RecordBand, BandSet>>

/** Those that a trip tells by itself; the others ask the whole book. */
export const TRIP_BANDS = [
  'temp_band',
  'clarity_band',
  'wind_band',
  'sun_band',
  'day_part',
  'sky_band',
  'light_band',
] as const satisfies readonly BandName[]

export type BandName = keyof typeof DEFAULT_BANDS
export const BAND_NAMES = Object.keys(DEFAULT_BANDS) as BandName[]

/** The bands of one book, by their columns. */
export type BookBands = Readonly<Record<BandName | RecordBand, BandSet>>

/** A value that is not known is a group of its own, never dropped. */
export const UNKNOWN = 'unknown'
