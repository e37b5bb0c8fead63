import {
  DAY_MS,
  HOUR_MS,
  moonElongation,
  moonPosition,
  moonTimes,
  photopicTransmission,
  sunPosition,
  sunTimes,
  surfaceIlluminance,
  tintOf,
  waterSpectrum,
} from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'

export interface LightAt {
  readonly ms: EpochMs
  /** Lux on the water, and where the lure is. */
  readonly surface: number
  readonly atLure: number
}

export interface DayLight {
  readonly points: readonly LightAt[]
  /** What rises and sets within the hours. */
  readonly events: readonly { readonly ms: EpochMs; readonly what: SkyEvent }[]
}

const EVENTS = ['civilDawn', 'sunrise', 'sunset', 'civilDusk', 'moonrise', 'moonset'] as const
export type SkyEvent = (typeof EVENTS)[number]

interface Place {
  readonly latitude: number
  readonly longitude: number
}

const STEP_MS = HOUR_MS / 4

/** The light of the hours to be fished, on the water and at a depth; `cloudAt` says the share of the sky covered. */
export function dayLight(
  { latitude, longitude }: Place,
  [fromMs, toMs]: readonly [number, number],
  cloudAt: (ms: EpochMs) => number,
  lure: { readonly depthM: number; readonly visibilityM: number; readonly tint: string | null | undefined },
): DayLight {
  const left = photopicTransmission(waterSpectrum(lure.visibilityM, tintOf(lure.tint)), lure.depthM)
  const count = Math.round((toMs - fromMs) / STEP_MS)
  const points = Array.from({ length: count + 1 }, (_, i): LightAt => {
    const ms = fromMs + i * STEP_MS
    const time = new Date(ms)
    const surface = surfaceIlluminance({
      sunAltitudeDeg: sunPosition(time, latitude, longitude).altitudeDeg,
      moonAltitudeDeg: moonPosition(time, latitude, longitude).altitudeDeg,
      moonElongationDeg: moonElongation(ms),
      cloud: cloudAt(ms),
    })
    return { ms, surface, atLure: surface * left }
  })
  const start = new Date(toMs - DAY_MS)
  const times: Readonly<Partial<Record<SkyEvent, string | null>>> = {
    ...sunTimes(start, latitude, longitude),
    ...moonTimes(start, latitude, longitude),
  }
  const events = EVENTS.flatMap((what) => {
    const ms = Date.parse(times[what] ?? '')
    return ms >= fromMs && ms <= toMs ? [{ ms, what }] : []
  })
  return { points, events: events.sort((one, other) => one.ms - other.ms) }
}
