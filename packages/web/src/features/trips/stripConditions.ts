import {
  DEFAULT_BANDS,
  MINUTE_MS,
  UNKNOWN,
  courseOf,
  diffuseAttenuation,
  epochMs,
  fromSi,
  pieceAt,
  sunPosition,
  sunTimes,
  tintOf,
  valueAt,
  waterBodyColour,
  waterSpectrum,
} from '@jotbook/core'
import type { DayCondition, EpochMs, Reading, Sample, Trip, Unit, UnitPreferences, Water } from '@jotbook/core'
import type { StripModel, StripRibbon } from '../../charts/dayStrip/stripModel.ts'
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

function courseAt(readings: readonly Reading[], field: Measured): (ms: EpochMs) => number | null {
  const course = courseOf(samples(readings, field), true)
  return (ms) => valueAt(pieceAt(course, ms), ms)
}

/** Steps of the wind's scale, about 2.5 m/s each. */
const WIND_STEPS = { mph: 5, mps: 2.5, kmh: 10, kn: 5 } as const

export function windOf(
  readings: readonly Reading[],
  times: readonly number[],
  units: UnitPreferences,
): StripModel['wind'] {
  const wind = courseAt(readings, 'windMps')
  const points = times.flatMap((ms) => {
    const value = wind(ms)
    return value === null ? [] : [{ ms, value: fromSi(value, units.wind) }]
  })
  const step = WIND_STEPS[units.wind]
  const highest = Math.max(3 * step, ...points.map(({ value }) => value)) * 1.1
  const ticks = [1, 2, 3, 4].map((i) => i * step).filter((value) => value < highest)
  return {
    points,
    highest,
    ticks: ticks.map((value, i) => ({
      value,
      text: i === ticks.length - 1 ? `${value} ${unitLabel(units.wind)}` : String(value),
    })),
  }
}

/** Light from the sun's height (0 at −6°, full at 15°); without a place the sky is drawn as day. */
export function skyOf(
  water: Water | undefined,
  readings: readonly Reading[],
  times: readonly number[],
): StripModel['sky'] {
  const cloud = courseAt(readings, 'cloudPct')
  const { latitude, longitude } = water ?? {}
  return times.map((ms) => {
    const altitude =
      typeof latitude === 'number' && typeof longitude === 'number'
        ? sunPosition(new Date(ms), latitude, longitude).altitudeDeg
        : 90
    return { ms, light: Math.max(0, Math.min(1, (altitude + 6) / 21)), cloud: (cloud(ms) ?? 50) / 100 }
  })
}

export function sunOf(
  water: Water | undefined,
  fromMs: EpochMs,
  toMs: EpochMs,
): Pick<StripModel, 'sunrise' | 'sunset'> {
  if (typeof water?.latitude !== 'number' || typeof water.longitude !== 'number')
    return { sunrise: undefined, sunset: undefined }
  const { sunrise, sunset } = sunTimes(new Date(fromMs), water.latitude, water.longitude)
  const inside = (iso: string | null): number | undefined =>
    iso !== null && epochMs(iso) < toMs ? epochMs(iso) : undefined
  return { sunrise: inside(sunrise), sunset: inside(sunset) }
}

/** How bright the water is drawn at the surface and at the foot, and how far its colour is softened towards paper and ink. */
const DRAWN = {
  top: { brightness: 0.5, towards: '#e4e9e2', by: 0.5 },
  foot: { brightness: 0.11, towards: '#33474b', by: 0.35 },
} as const
const USUAL_SIGHT_M = 1.5

/** The water's own colour by its optics, from sight and tint as last read: just under the surface, and at the foot of the drawing. */
export function waterColour(readings: readonly Reading[], deepestM: number): StripModel['water'] {
  const read = samples(readings, 'visibilityM').at(-1)?.value
  const sightM = read !== undefined && read > 0 ? read : USUAL_SIGHT_M
  const water = waterSpectrum(sightM, tintOf([...readings].reverse().find(({ tint }) => tint)?.tint))
  const drawn = (
    depthM: number,
    { brightness, towards, by }: { brightness: number; towards: string; by: number },
  ): string => mixed(waterBodyColour(water, depthM, brightness), { towards, by })
  return { top: drawn(0, DRAWN.top), foot: drawn(Math.min(deepestM, sightM), DRAWN.foot) }
}

function mixed(colour: string, { towards, by }: { readonly towards: string; readonly by: number }): string {
  const parts = (hex: string): number[] => [1, 3, 5].map((from) => Number.parseInt(hex.slice(from, from + 2), 16))
  const other = parts(towards)
  const channels = parts(colour).map((value, i) => Math.round(value + by * ((other[i] ?? value) - value)))
  return `#${channels.map((value) => value.toString(16).padStart(2, '0')).join('')}`
}

/** Columns drawn as bars under the strip; light by its shade. */
const ON_STRIP = ['light_band', 'front'] as const

/** Light and front through the day, or what the angler says of them. */
export function spellsOnStrip(conditions: readonly DayCondition[], trip: Trip): StripModel['spells'] {
  return ON_STRIP.flatMap((column) => {
    const found = conditions.find((one) => one.column === column)
    const [first, last] = [found?.spells[0], found?.spells.at(-1)]
    if (!found || !first || !last) return []
    const said = trip[found.said]
    const spells = said ? [{ fromMs: first.fromMs, toMs: last.toMs, word: said }] : found.spells
    if (spells.every(({ word }) => word === UNKNOWN)) return []
    return [
      {
        name: text.strip.spells[column],
        spells: spells.map((spell) => ({
          ...spell,
          word: spell.word === UNKNOWN ? text.strip.unknown : spell.word,
          shade: column === 'light_band' ? shadeOfLight(spell.word) : undefined,
        })),
      },
    ]
  })
}

function shadeOfLight(word: string): number | undefined {
  const { labels } = DEFAULT_BANDS.light_band
  const at = (labels as readonly string[]).indexOf(word)
  return at < 0 ? undefined : at / (labels.length - 1)
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
function ribbon(
  readings: readonly Reading[],
  { field, stored, shown }: { readonly field: Measured; readonly stored: Unit; readonly shown: Unit },
  name: string,
  note = '',
): StripRibbon | undefined {
  const list = samples(readings, field).sort((a, b) => a.ms - b.ms)
  const [first, last] = [list[0], list.at(-1)]
  if (!first || !last) return undefined
  const pieces = courseOf(list, true).flatMap(({ from, to, start, end, stale }) =>
    start === null || end === null
      ? []
      : [
          {
            fromMs: Math.max(from, first.ms - FURTHEST),
            toMs: Math.min(to, last.ms + FURTHEST),
            from: start,
            to: end,
            stale,
          },
        ],
  )
  return {
    name,
    note,
    pieces,
    readings: list.map(({ ms, value }) => ({ ms, value, text: quantity(value, null, stored, shown) })),
  }
}

export function ribbonsOf(all: readonly Reading[], units: UnitPreferences, fromMs: EpochMs): StripRibbon[] {
  // Weather reports of the days before are no part of this day's drawing.
  const readings = all.filter(({ time, source }) => source !== 'weather report' || epochMs(time) >= fromMs)
  return [
    ribbon(
      readings,
      { field: 'waterTempC', stored: 'C', shown: units.temperature },
      text.strip.water,
      sightOf(readings, units),
    ),
    ribbon(readings, { field: 'pressureHpa', stored: 'hpa', shown: units.pressure }, text.strip.pressure),
  ].filter((one) => one !== undefined)
}

/** What was seen of the water that day. */
export function sightOf(readings: readonly Reading[], units: UnitPreferences): string {
  const read = readings.find((reading) => typeof reading.visibilityM === 'number')
  return typeof read?.visibilityM === 'number'
    ? text.strip.sees(quantity(read.visibilityM, read.visibilityMTyped, 'm', units.visibility), read.tint ?? '')
    : text.strip.notRead
}
