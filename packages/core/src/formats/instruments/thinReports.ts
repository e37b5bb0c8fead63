import { HOUR_MS } from '../../time/index.ts'
import type { WeatherReport } from './readMetars.ts'

/** By how much a value must move to matter (ours). */
const MATTERS = { windMps: 1.5, cloudPct: 25, airTempC: 1.5, pressureHpa: 1 } as const
const TURN_DEG = 30
const AT_LEAST_EVERY_MS = 3 * HOUR_MS

/**
 * The reports that say something new since the one kept before, or come three hours after it. Rain of those left out is added to the
 * next one kept; the last report of all is always kept.
 */
export function thinReports(reports: readonly WeatherReport[]): WeatherReport[] {
  const kept: WeatherReport[] = []
  let rain: number | undefined
  reports.forEach((report, i) => {
    if (report.rainMm !== undefined) rain = (rain ?? 0) + report.rainMm
    const last = kept.at(-1)
    if (last && i < reports.length - 1 && report.ms - last.ms < AT_LEAST_EVERY_MS && !saysMore(last, report)) return
    kept.push(rain === undefined ? report : { ...report, rainMm: Math.round(rain * 10) / 10 })
    rain = undefined
  })
  return kept
}

function saysMore(last: WeatherReport, next: WeatherReport): boolean {
  if (last.precipitation !== next.precipitation || last.lightning !== next.lightning) return true
  const moved = Object.entries(MATTERS).some(([field, least]) => {
    const [before, after] = [last[field as keyof typeof MATTERS], next[field as keyof typeof MATTERS]]
    return after !== undefined && (before === undefined || Math.abs(after - before) >= least)
  })
  return moved || turned(last.windFromDeg, next.windFromDeg)
}

function turned(before: number | undefined, after: number | undefined): boolean {
  if (before === undefined || after === undefined) return before !== after
  return Math.abs(((((after - before) % 360) + 540) % 360) - 180) >= TURN_DEG
}
