import { drawNormal } from '@jotbook/core'
import type { Random } from '@jotbook/core'
import { HABITS } from './scenario.ts'
import type { Outing } from './chooseOutings.ts'
import { windAt } from './weather.ts'

/** What was read at one time of a trip. */
export interface DemoReading {
  /** Hours after the start. */
  readonly hour: number
  readonly tempF: number
  readonly sightFt: number
  readonly cloudPct: number
  readonly windMph: number
  readonly current: string | undefined
}

const EVERY_HOURS = 2.25

/** The readings of a trip: at the ramp and about every two hours, and between them straight lines: what the book sees is what the fish felt. */
export function readingsOf({ weather, water, from, hours }: Outing, random: Random): DemoReading[] {
  const { sightFt, sightSpread, rainClouds } = HABITS[water]
  const sight = sightFt * Math.exp(sightSpread * drawNormal(random) - (rainClouds * Math.min(weather.wetness, 25)) / 25)
  const warms = (0.5 + 2.2 * random()) * (weather.cloudPct > 80 ? 0.4 : 1)
  const drift = (random() - 0.5) * 20
  const times = Array.from({ length: Math.floor((hours - 0.5) / EVERY_HOURS) + 1 }, (_, i) => i * EVERY_HOURS)
  return times.map((hour) => ({
    hour,
    tempF: Math.round((weather.waterF[water] + (warms * hour) / 8) * 10) / 10,
    sightFt: Math.max(0.3, Math.round(sight * 10) / 10),
    cloudPct: Math.round(Math.max(0, Math.min(100, weather.cloudPct + (drift * hour) / hours)) / 5) * 5,
    windMph: Math.round(windAt(weather, from + hour)),
    current: water === 'Quennor Reach' ? (isGenerating(from + hour, weather.date) ? 'on' : 'off') : undefined,
  }))
}

/** The dam runs water in the morning and the evening, later on Sundays. */
const isGenerating = (hour: number, date: string): boolean => {
  const late = new Date(`${date}T12:00:00Z`).getUTCDay() === 0 ? 2 : 0
  return (hour >= 6 + late && hour < 10 + late) || hour >= 16
}

/** A reading's value at an hour of the trip: straight lines between readings, the last one carried on. */
export function valueAt(
  readings: readonly DemoReading[],
  hour: number,
  field: 'tempF' | 'windMph' | 'cloudPct',
): number {
  const next = readings.findIndex((reading) => reading.hour > hour)
  const [a, b] =
    next <= 0 ? [readings[next === 0 ? 0 : readings.length - 1], undefined] : [readings[next - 1], readings[next]]
  if (!a) throw new RangeError('a trip needs at least one reading')
  return b ? a[field] + ((b[field] - a[field]) * (hour - a.hour)) / (b.hour - a.hour) : a[field]
}
