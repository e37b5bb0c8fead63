import {
  DEFAULT_BANDS,
  bandLabel,
  dayStart,
  isoUtc,
  moonElongation,
  moonPhase,
  moonPosition,
  moonTimes,
  offsetZone,
  parseInstant,
  photopicTransmission,
  sunPosition,
  sunTimes,
  surfaceIlluminance,
  surfaceTransmission,
  tintOf,
  waterSpectrum,
} from '@jotbook/core'
import { Failure } from './failure.ts'
import { table } from './table.ts'

export interface SkyCall {
  readonly at: string
  readonly lat: string
  readonly lon: string
  readonly cloud_pct?: string
  readonly visibility_m?: string
  readonly depth_m?: string
  readonly tint?: string
  readonly json?: boolean
}

/** `jot sky`: sun, moon and light at a time and place, without a bundle. */
export function sky(call: SkyCall): number {
  const report = skyReport(call)
  console.log(call.json ? JSON.stringify(report, null, 2) : skyText(report))
  return 0
}

function numberIn(name: string, text: string | undefined, low: number, high: number): number | undefined {
  if (text === undefined) return undefined
  const value = Number(text)
  if (text.trim() === '' || !(value >= low && value <= high))
    throw new Failure(`--${name} takes a number from ${low} to ${high}, not "${text}".`, 2)
  return value
}

function required(name: string, text: string, low: number, high: number): number {
  const value = numberIn(name, text, low, high)
  if (value === undefined) throw new Failure(`--${name} is missing.`, 2)
  return value
}

type Report = ReturnType<typeof skyReport>

function skyReport(call: SkyCall) {
  const ms = parseInstant(call.at)
  if (ms === undefined)
    throw new Failure(
      `--at takes an ISO 8601 time with offset, such as 2026-03-14T06:30:00-05:00, not "${call.at}".`,
      2,
    )
  const [latitude, longitude] = [required('lat', call.lat, -90, 90), required('lon', call.lon, -180, 180)]
  const cloudPct = numberIn('cloud_pct', call.cloud_pct, 0, 100) ?? 0
  const [visibilityM, depthM] = [
    numberIn('visibility_m', call.visibility_m, 0.01, 60),
    numberIn('depth_m', call.depth_m, 0, 200),
  ]
  if ((visibilityM === undefined) !== (depthM === undefined))
    throw new Failure('--visibility_m and --depth_m go together: light at depth needs both.', 2)
  const time = new Date(ms)
  const midnight = new Date(dayStart(ms, offsetZone(call.at)))
  const [sun, moon] = [sunPosition(time, latitude, longitude), moonPosition(time, latitude, longitude)]
  const { elongationDeg, lit } = moonPhase(time)
  const surfaceLux = surfaceIlluminance({
    sunAltitudeDeg: sun.altitudeDeg,
    moonAltitudeDeg: moon.altitudeDeg,
    moonElongationDeg: moonElongation(ms),
    cloud: cloudPct / 100,
  })
  const below =
    visibilityM !== undefined && depthM !== undefined ? waterSpectrum(visibilityM, tintOf(call.tint)) : undefined
  const times = sunTimes(midnight, latitude, longitude)
  return {
    at: isoUtc(ms),
    latitude,
    longitude,
    cloud_pct: cloudPct,
    sun: {
      altitude_deg: sun.altitudeDeg,
      apparent_altitude_deg: sun.apparentAltitudeDeg,
      azimuth_deg: sun.azimuthDeg,
      ...snake(times),
    },
    moon: {
      altitude_deg: moon.altitudeDeg,
      azimuth_deg: moon.azimuthDeg,
      elongation_deg: elongationDeg,
      lit,
      phase: phaseName(elongationDeg),
      ...moonTimes(midnight, latitude, longitude),
    },
    surface_lux: surfaceLux,
    light_band: bandLabel(surfaceLux, DEFAULT_BANDS.light_band.edges, DEFAULT_BANDS.light_band.labels),
    lure_lux:
      below && depthM !== undefined
        ? surfaceLux * surfaceTransmission(sun.altitudeDeg, cloudPct / 100) * photopicTransmission(below, depthM)
        : null,
    clearer_than_model: below?.clearerThanModel ?? null,
  }
}

const snake = <T extends object>(fields: T): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(fields).map(([name, value]) => [
      name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`),
      value as unknown,
    ]),
  )

const phaseName = (elongationDeg: number): string =>
  bandLabel(elongationDeg, DEFAULT_BANDS.moon_phase.edges, DEFAULT_BANDS.moon_phase.labels)

const lux = (value: number): string =>
  `${value >= 100 ? Math.round(value).toLocaleString('en') : value.toPrecision(2)} lux`
const degrees = (value: number): string => `${value.toFixed(2)}°`

function skyText({
  sun,
  moon,
  surface_lux: surface,
  light_band: band,
  lure_lux: below,
  clearer_than_model: clearer,
}: Report): string {
  const where =
    sun.altitude_deg > 0 ? `${degrees(sun.altitude_deg)} up` : `${degrees(-sun.altitude_deg)} under the horizon`
  const sentence = `The sun stands ${where}; the water has ${lux(surface)} (${band})${below === null ? '' : `, the lure ${lux(below)}`}. The moon is ${moon.phase}, ${Math.round(100 * moon.lit)} % lit.`
  const word = (value: unknown): string => (typeof value === 'string' ? value : 'not that day')
  return [
    sentence,
    ...(clearer ? ['The water is clearer than the model knows: pure water stands in.'] : []),
    '',
    table(
      ['', 'sun', 'moon'],
      [
        ['altitude', degrees(sun.altitude_deg), degrees(moon.altitude_deg)],
        ['azimuth', degrees(sun.azimuth_deg), degrees(moon.azimuth_deg)],
        ['rises', word((sun as Record<string, unknown>).sunrise), word(moon.moonrise)],
        ['sets', word((sun as Record<string, unknown>).sunset), word(moon.moonset)],
      ],
    ),
  ].join('\n')
}
