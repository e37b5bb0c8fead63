import { HOUR_MS, isoUtc, localDate, localParts, toSi } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { ZONE } from './scenario.ts'
import { pressureAt, windAt } from './weather.ts'
import type { DayWeather } from './weather.ts'

/** Hours before the start for which the valley's weather station is asked. */
const REPORTS_H = [48, 42, 36, 30, 24, 18, 12, 6, 3] as const
const RAIN_SPREADS_OVER = 4

/** What the valley's weather station told of the two days before a trip. */
export function reportsBefore(weather: readonly DayWeather[], startMs: number): Fields[] {
  return REPORTS_H.map((hours) => reportAt(weather, startMs - hours * HOUR_MS))
}

function reportAt(weather: readonly DayWeather[], ms: number): Fields {
  const date = localDate(ms, ZONE)
  const day = weather.find((candidate) => candidate.date === date)
  if (!day) throw new RangeError(`no weather was made for ${date}`)
  const { hour } = localParts(ms, ZONE)
  const diurnal = 3 * Math.sin(((hour - 9) / 24) * 2 * Math.PI)
  const rainMm = Math.round((10 * day.rainMm) / RAIN_SPREADS_OVER) / 10
  return {
    time: isoUtc(ms),
    cloudPct: day.cloudPct,
    windMps: Math.round(toSi(windAt(day, hour), 'mph') * 10) / 10,
    windFromDeg: day.windFromDeg,
    airTempC: Math.round(10 * (day.airC + diurnal)) / 10,
    pressureHpa: pressureAt(weather, ms),
    rainMm,
    precipitation: rainMm > 2 ? 'rain' : rainMm > 0 ? 'drizzle' : 'none',
    source: 'weather report',
  }
}
