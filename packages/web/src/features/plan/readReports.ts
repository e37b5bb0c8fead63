import { HOUR_MS } from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'
import type { ForecastHour, WeatherReport } from '@jotbook/core/formats'
import { COURSES, COURSE_OF } from './course.ts'
import type { Course, CourseName, Pin } from './course.ts'
import type { PlannedSpan } from './plan.ts'
import { text } from './text.ts'

/** What a pasted or fetched text says of the hours of a plan. */
export interface FromReports {
  readonly courses: Partial<Record<CourseName, Course>>
  readonly station: string | undefined
  readonly thunder: boolean
  readonly remarks: readonly string[]
}

const METAR = /^(?:METAR|SPECI|[A-Z][A-Z0-9]{3} \d{6}Z)/
/** What a station reports now stays so at first, and is less sure the longer. (ours) */
const GROWS_AN_HOUR = { wind: 0.5, cloud: 6, air: 0.7, pressure: 0.7 } as const

/**
 * Forecasts (TAF) and reports (METAR) in one text. Wind and cloud come from the forecast that covers the hours; what it does not say, from
 * the last report, as if it stayed so.
 */
export async function readReports(written: string, span: PlannedSpan, nowMs: EpochMs): Promise<FromReports> {
  const { readMetars, readTaf } = await import('@jotbook/core/formats')
  const { tafs, metars } = parted(written)
  const forecast = readTaf(tafs, nowMs)
  const reported = readMetars(metars, nowMs)
  const covers = forecast.forecasts.filter(({ fromMs, toMs }) => fromMs < span.endMs && toMs > span.startMs)
  const hours = covers.at(-1)?.hours ?? []
  const last = reported.reports.at(-1)
  const courses = Object.fromEntries(
    COURSES.flatMap((name) => {
      const found = foretold(name, hours, span)
      const course = found.length > 0 ? found : staysSo(name, last, span)
      return course ? [[name, course]] : []
    }),
  )
  return {
    courses,
    station: covers.at(-1)?.station ?? last?.station,
    thunder: covers.some(({ thunder }) => thunder) || last?.lightning === true,
    remarks: [
      ...[...forecast.remarks, ...reported.remarks].map(({ message }) => message),
      ...(forecast.forecasts.length > 0 && covers.length === 0 ? [text.reports.otherHours] : []),
      ...(Object.keys(courses).length === 0 ? [text.reports.nothing] : []),
    ],
  }
}

function foretold(name: CourseName, hours: readonly ForecastHour[], span: PlannedSpan): Course {
  const { field } = COURSE_OF[name]
  return span.hours.flatMap((hour, i): Pin[] => {
    const found = hours.find(({ timeMs }) => Math.abs(timeMs - (span.startMs + i * HOUR_MS)) <= HOUR_MS / 2)
    const [value, sd] = [found?.fields[field], found?.sd[field]]
    return typeof value === 'number' ? [{ hour, value, ...(sd === undefined ? {} : { sd }) }] : []
  })
}

/** What was reported last, as if it stayed so. */
function staysSo(
  name: CourseName,
  last: WeatherReport | undefined,
  { startMs, hours }: PlannedSpan,
): Course | undefined {
  const { field, sd } = COURSE_OF[name]
  const value = last?.[field]
  if (!last || value === undefined) return undefined
  const ageH = Math.min(24, Math.max(0, (startMs - last.ms) / HOUR_MS))
  return [{ hour: hours[0] ?? 0, value, sd: sd + GROWS_AN_HOUR[name] * ageH }]
}

/** The lines that belong to forecasts, and those that belong to reports. */
function parted(written: string): { readonly tafs: string; readonly metars: string } {
  const tafs: string[] = []
  const metars: string[] = []
  let into = tafs
  for (const line of written.split(/\r?\n/)) {
    if (/^\s*TAF\b/.test(line)) into = tafs
    else if (METAR.test(line.trim())) into = metars
    into.push(line)
  }
  return { tafs: tafs.join('\n'), metars: metars.join('\n') }
}
