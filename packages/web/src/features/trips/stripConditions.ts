import { MINUTE_MS, courseOf, diffuseAttenuation, epochMs, fromSi, pieceAt, sunPosition, sunTimes, valueAt } from '@jotbook/core'
import type { Reading, Sample, Unit, UnitPreferences, Water } from '@jotbook/core'
import type { StripModel, StripRibbon } from '../../charts/dayStrip/model.ts'
import { quantity, unitLabel } from '../../ui/locale.ts'
import { text } from './text.ts'

/** What the day did to the angler: wind, sky, sun, the water's colour and light, and the ribbons below. */

type Measured = 'windMps' | 'cloudPct' | 'waterTempC' | 'visibilityM' | 'pressureHpa' | 'airTempC'

function samples(readings: readonly Reading[], field: Measured): Sample<number>[] {
  return readings.flatMap((reading) => {
    const value = reading[field]
    return typeof value === 'number' && !reading.spot ? [{ ms: epochMs(reading.time), value }] : []
  })
}

function courseAt(readings: readonly Reading[], field: Measured): (ms: number) => number | null {
  const course = courseOf(samples(readings, field), true)
  return (ms) => valueAt(pieceAt(course, ms), ms)
}

export function windOf(readings: readonly Reading[], times: readonly number[], units: UnitPreferences): StripModel['wind'] {
  const wind = courseAt(readings, 'windMps')
  const points = times.flatMap((ms) => {
    const value = wind(ms)
    return value === null ? [] : [{ ms, value: fromSi(value, units.wind) }]
  })
  const highest = Math.max(units.wind === 'mph' ? 15 : 7, ...points.map(({ value }) => value)) * 1.1
  const step = units.wind === 'mph' ? 5 : 2.5
  const ticks = [1, 2, 3, 4].map((i) => i * step).filter((value) => value < highest)
  return { points, highest, ticks: ticks.map((value, i) => ({ value, text: i === ticks.length - 1 ? `${value} ${unitLabel(units.wind)}` : String(value) })) }
}

/** Light from the sun's height (0 at −6°, full at 15°); without a place the sky is drawn as day. */
export function skyOf(water: Water | undefined, readings: readonly Reading[], times: readonly number[]): StripModel['sky'] {
  const cloud = courseAt(readings, 'cloudPct')
  const { latitude, longitude } = water ?? {}
  return times.map((ms) => {
    const altitude = typeof latitude === 'number' && typeof longitude === 'number' ? sunPosition(new Date(ms), latitude, longitude).altitudeDeg : 90
    return { ms, light: Math.max(0, Math.min(1, (altitude + 6) / 21)), cloud: (cloud(ms) ?? 50) / 100 }
  })
}

export function sunOf(water: Water | undefined, fromMs: number, toMs: number): Pick<StripModel, 'sunrise' | 'sunset'> {
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
export function waterColour(readings: readonly Reading[]): StripModel['water'] {
  const tint = [...readings].reverse().find((reading) => typeof reading.tint === 'string')?.tint ?? 'green'
  return WATER_INKS[tint] ?? { top: '#d5dfcf', foot: '#4c6a5c' }
}

/** ln 100: where one part in a hundred is left. */
const HUNDREDTH = Math.log(100)

export function lightFootOf(readings: readonly Reading[], units: UnitPreferences): StripModel['lightFoot'] {
  const sight = samples(readings, 'visibilityM').at(-1)?.value
  if (sight === undefined || sight <= 0) return undefined
  const depthM = HUNDREDTH / diffuseAttenuation(sight)
  return { depthM, text: text.strip.light(quantity(depthM, null, 'm', units.depth)) }
}

const FURTHEST = 6 * 60 * MINUTE_MS

/** A condition as a ribbon; nothing where it was never read. */
function ribbon(name: string, note: string, readings: readonly Reading[], field: Measured, stored: Unit, shown: Unit): StripRibbon | undefined {
  const list = samples(readings, field).sort((a, b) => a.ms - b.ms)
  const [first, last] = [list[0], list.at(-1)]
  if (!first || !last) return undefined
  const pieces = courseOf(list, true).flatMap(({ from, to, start, end, stale }) =>
    start === null || end === null
      ? []
      : [{ fromMs: Math.max(from, first.ms - FURTHEST), toMs: Math.min(to, last.ms + FURTHEST), from: start, to: end, stale }],
  )
  return { name, note, pieces, readings: list.map(({ ms, value }) => ({ ms, value, text: quantity(value, null, stored, shown) })) }
}

export function ribbonsOf(readings: readonly Reading[], units: UnitPreferences): StripRibbon[] {
  return [
    ribbon(text.strip.water, sightOf(readings, units), readings, 'waterTempC', 'C', units.temperature),
    ribbon(text.strip.pressure, '', readings, 'pressureHpa', 'hpa', units.pressure),
  ].filter((one) => one !== undefined)
}

/** What was seen of the water that day. */
export function sightOf(readings: readonly Reading[], units: UnitPreferences): string {
  const read = readings.find((reading) => typeof reading.visibilityM === 'number')
  return typeof read?.visibilityM === 'number'
    ? text.strip.sees(quantity(read.visibilityM, read.visibilityMTyped, 'm', units.visibility), read.tint ?? '')
    : text.strip.notRead
}
