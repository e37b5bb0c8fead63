import { MINUTE_MS, courseOf, epochMs, formatQuantity, fromSi, hourMarks, localParts, pieceAt, sunPosition, sunTimes, unitLabel, valueAt } from '@jotbook/core'
import type { Lure, Reading, Sample, Stint, Strike, Trip, UnitPreferences, Water } from '@jotbook/core'
import type { StripLure, StripModel, StripPath } from '../../charts/dayStrip/model.ts'

export interface TripOnScreen {
  readonly trip: Trip
  readonly water: Water | undefined
  readonly stints: readonly Stint[]
  readonly readings: readonly Reading[]
  readonly strikes: readonly Strike[]
  readonly lures: ReadonlyMap<string, Lure>
}

const STEP_MS = 10 * MINUTE_MS
const HALF_HOUR_MS = 30 * MINUTE_MS
const SHALLOWEST_FOOT_M = 3
/** Where nothing is known of how deep a lure ran. */
const UNKNOWN_DEPTH_M = 0.9

export const clockText = (ms: number, zone: string): string => {
  const { hour, minute } = localParts(ms, zone)
  return `${hour}:${String(minute).padStart(2, '0')}`
}

/** Depth a stint was worked at: as logged, else the middle of what the lure runs. */
export function workedDepthM(stint: Stint, lure: Lure | undefined): number {
  if (stint.lureDepthM !== null && stint.lureDepthM !== undefined) return stint.lureDepthM
  const [from, to] = [lure?.runsFromM, lure?.runsToM]
  return typeof from === 'number' && typeof to === 'number' ? (from + to) / 2 : UNKNOWN_DEPTH_M
}

/** What the day strip of a trip shows. */
export function stripModel(screen: TripOnScreen, units: UnitPreferences): StripModel {
  const { trip, water, stints, readings } = screen
  const zone = trip.timeZone ?? water?.timeZone ?? 'UTC'
  const ends = [trip.end, ...stints.map((stint) => stint.end ?? stint.start)].filter((iso) => typeof iso === 'string').map(epochMs)
  const starts = [trip.start, ...stints.map((stint) => stint.start)].map(epochMs)
  const fromMs = Math.floor(Math.min(...starts) / HALF_HOUR_MS) * HALF_HOUR_MS
  const toMs = Math.max(fromMs + 2 * HALF_HOUR_MS, Math.ceil(Math.max(...ends, fromMs) / HALF_HOUR_MS) * HALF_HOUR_MS)
  const times = Array.from({ length: Math.floor((toMs - fromMs) / STEP_MS) + 1 }, (_, i) => fromMs + i * STEP_MS)
  const paths = pathsOf(screen, units)
  const deepestM = Math.max(SHALLOWEST_FOOT_M, ...paths.flatMap(({ stints: list }) => list.map(({ depthM }) => depthM * 1.25)))
  return {
    fromMs,
    toMs,
    deepestM,
    hours: [fromMs, ...hourMarks(fromMs, toMs, zone), toMs].filter((ms) => localParts(ms, zone).minute === 0).map((ms) => ({ ms, text: clockText(ms, zone) })),
    depths: depthTicks(deepestM, units),
    wind: windOf(readings, times, units),
    sky: skyOf(water, readings, times),
    ...sunOf(water, fromMs, toMs),
    water: waterColour(readings),
    paths,
    lures: luresOf(screen, units),
    temperatures: temperaturesOf(readings, units),
    waterText: waterTextOf(readings, units),
  }
}

function pathsOf({ stints, strikes, lures, trip, water }: TripOnScreen, units: UnitPreferences): StripPath[] {
  const zone = trip.timeZone ?? water?.timeZone ?? 'UTC'
  const anglers = [...new Set(stints.map((stint) => stint.angler ?? ''))]
  const byId = new Map(stints.map((stint) => [stint.id, stint]))
  return (anglers.length > 0 ? anglers : ['']).map((angler, index) => {
    const own = stints.filter((stint) => (stint.angler ?? '') === angler && stint.end).sort((a, b) => (a.start < b.start ? -1 : 1))
    const struck = strikes.filter((strike) => {
      const stint = strike.stint ? byId.get(strike.stint) : undefined
      return stint ? (stint.angler ?? '') === angler : index === 0
    })
    return {
      angler,
      stints: own.map((stint) => {
        const depthM = workedDepthM(stint, lures.get(stint.lure))
        const [from, to] = [epochMs(stint.start), epochMs(stint.end ?? stint.start)]
        return {
          id: stint.id,
          fromMs: from,
          toMs: to,
          depthM,
          label: `${lures.get(stint.lure)?.name ?? 'a lure'}, ${clockText(from, zone)} to ${clockText(to, zone)}, ${formatQuantity(depthM, stint.lureDepthMTyped, 'm', units.depth)}`,
        }
      }),
      strikes: struck
        .map((strike) => {
          const stint = strike.stint ? byId.get(strike.stint) : undefined
          const depthM = stint ? workedDepthM(stint, lures.get(stint.lure)) : 0
          return {
            id: strike.id,
            ms: epochMs(strike.time),
            depthM,
            outcome: strike.outcome ?? null,
            label: `${clockText(epochMs(strike.time), zone)} ${strike.outcome ?? 'not yet said'}`,
          }
        })
        .sort((a, b) => a.ms - b.ms),
    }
  })
}

function depthTicks(deepestM: number, units: UnitPreferences): StripModel['depths'] {
  const deepest = fromSi(deepestM, units.depth)
  const step = deepest > 40 ? 20 : deepest > 16 ? 10 : deepest > 6 ? 5 : 2
  const ticks = Array.from({ length: Math.floor(deepest / step) + 1 }, (_, i) => i * step)
  return ticks.map((value) => ({ depthM: (value * deepestM) / deepest, text: value === 0 ? `0 ${unitLabel(units.depth)}` : String(value) }))
}

function samples(readings: readonly Reading[], field: 'windMps' | 'cloudPct'): Sample<number>[] {
  return readings.flatMap((reading) => (typeof reading[field] === 'number' ? [{ ms: epochMs(reading.time), value: reading[field] }] : []))
}

function courseAt(readings: readonly Reading[], field: 'windMps' | 'cloudPct'): (ms: number) => number | null {
  const course = courseOf(samples(readings, field), true)
  return (ms) => valueAt(pieceAt(course, ms), ms)
}

function windOf(readings: readonly Reading[], times: readonly number[], units: UnitPreferences): StripModel['wind'] {
  const wind = courseAt(readings, 'windMps')
  const points = times.flatMap((ms) => {
    const value = wind(ms)
    return value === null ? [] : [{ ms, value: fromSi(value, units.wind) }]
  })
  const highest = Math.max(units.wind === 'mph' ? 15 : 7, ...points.map(({ value }) => value)) * 1.1
  const step = units.wind === 'mph' ? 5 : 2.5
  const ticks = [1, 2, 3, 4].map((i) => i * step).filter((value) => value < highest)
  return {
    points,
    highest,
    ticks: ticks.map((value, i) => ({ value, text: i === ticks.length - 1 ? `${value} ${unitLabel(units.wind)}` : String(value) })),
    unit: unitLabel(units.wind),
  }
}

/** Light from the sun's height (0 at −6°, full at 15°); without a place the sky is drawn as day. */
function skyOf(water: Water | undefined, readings: readonly Reading[], times: readonly number[]): StripModel['sky'] {
  const cloud = courseAt(readings, 'cloudPct')
  const { latitude, longitude } = water ?? {}
  return times.map((ms) => {
    const altitude = typeof latitude === 'number' && typeof longitude === 'number' ? sunPosition(new Date(ms), latitude, longitude).altitudeDeg : 90
    return { ms, light: Math.max(0, Math.min(1, (altitude + 6) / 21)), cloud: (cloud(ms) ?? 50) / 100 }
  })
}

function sunOf(water: Water | undefined, fromMs: number, toMs: number): { sunrise: number | undefined; sunset: number | undefined } {
  if (typeof water?.latitude !== 'number' || typeof water.longitude !== 'number') return { sunrise: undefined, sunset: undefined }
  const { sunrise, sunset } = sunTimes(new Date(fromMs), water.latitude, water.longitude)
  const inside = (iso: string | null): number | undefined => (iso !== null && epochMs(iso) < toMs ? epochMs(iso) : undefined)
  return { sunrise: inside(sunrise), sunset: inside(sunset) }
}

const WATER_INKS: Readonly<Record<string, { top: string; foot: string }>> = {
  clear: { top: '#d8e6e4', foot: '#4f7680' },
  green: { top: '#d5dfcf', foot: '#4c6a5c' },
  tea: { top: '#e3d3b4', foot: '#6b4b2b' },
  clay: { top: '#ddcdb2', foot: '#7c6546' },
}

/** The water's own tint, until its optics are worked out: by the tint last read. */
function waterColour(readings: readonly Reading[]): { top: string; foot: string } {
  const tint = [...readings].reverse().find((reading) => typeof reading.tint === 'string')?.tint ?? 'green'
  return WATER_INKS[tint] ?? { top: '#d5dfcf', foot: '#4c6a5c' }
}

function luresOf({ stints, lures }: TripOnScreen, units: UnitPreferences): StripLure[] {
  const depths = new Map<string, number[]>()
  for (const stint of stints) depths.set(stint.lure, [...(depths.get(stint.lure) ?? []), workedDepthM(stint, lures.get(stint.lure))])
  return [...depths]
    .flatMap(([id, list]): StripLure[] => {
      const lure = lures.get(id)
      const depthM = list.reduce((sum, depth) => sum + depth, 0) / list.length
      return lure
        ? [
            {
              id,
              name: lure.name,
              class: lure.class,
              depthM,
              depthText: formatQuantity(depthM, null, 'm', units.depth),
              back: lure.back ?? null,
              side: lure.side ?? null,
              belly: lure.belly ?? null,
              finish: lure.finish ?? null,
            },
          ]
        : []
    })
    .sort((a, b) => a.depthM - b.depthM)
}

function temperaturesOf(readings: readonly Reading[], units: UnitPreferences): StripModel['temperatures'] {
  return [...readings]
    .sort((a, b) => (a.time < b.time ? -1 : 1))
    .flatMap((reading) =>
      typeof reading.waterTempC === 'number' && !reading.spot
        ? [{ ms: epochMs(reading.time), value: reading.waterTempC, text: formatQuantity(reading.waterTempC, reading.waterTempCTyped, 'C', units.temperature) }]
        : [],
    )
}

function waterTextOf(readings: readonly Reading[], units: UnitPreferences): string {
  const read = readings.find((reading) => typeof reading.visibilityM === 'number')
  return typeof read?.visibilityM === 'number'
    ? `sees ${formatQuantity(read.visibilityM, read.visibilityMTyped, 'm', units.visibility)}${read.tint ? `, ${read.tint}` : ''}`
    : 'sight not read'
}
