import { parseMetar } from 'metar-taf-parser'
import type { IMetar } from 'metar-taf-parser'
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'
import { toSi } from '../../units/units.ts'
import { hasThunder, skyOf, tenth, windOf } from './reportParts.ts'

/** One report of a weather station, as far as it was made and makes sense. */
export interface WeatherReport {
  readonly ms: EpochMs
  readonly station: string
  readonly automatic: boolean
  readonly windMps?: number
  readonly gustMps?: number
  /** Absent for a variable wind. */
  readonly windFromDeg?: number
  readonly cloudPct?: number
  readonly precipitation?: string
  readonly rainMm?: number
  readonly airTempC?: number
  readonly pressureHpa?: number
  /** Thunder at the station or near it. */
  readonly lightning: boolean
}

export interface ReadReports {
  readonly reports: readonly WeatherReport[]
  readonly remarks: readonly { readonly line: number; readonly message: string }[]
}

const OLD_MS = DAY_MS
const HEAD = /^(?:(?:METAR|SPECI)\s+)?(?:COR\s+)?([A-Z][A-Z0-9]{3})\s+(\d{2})(\d{2})(\d{2})Z\b/
const LONGEST = 600

/**
 * Weather reports in METAR text, one or more, each beginning on its own line; a line that begins with blanks goes on with the one before.
 * A correction takes the place of what it corrects; a report that says nothing, or a value that cannot be, is left out and named.
 *
 * Given      the text, and a time near which the reports were made (they give day and hour, no month)
 * Returned   reports in order of time; remarks by line: what was not used, and reports more than a day older than that time
 * Source     WMO No. 306, FM 15 METAR; read by metar-taf-parser, whose day 99 and pressure 9999 are refused here
 */
export function readMetars(text: string, nearMs: EpochMs): ReadReports {
  const remarks: { line: number; message: string }[] = []
  const byKey = new Map<string, { report: WeatherReport; corrected: boolean }>()
  for (const { line, entry } of entriesOf(text)) {
    const read = readEntry(entry, nearMs)
    if (typeof read === 'string') {
      remarks.push({ line, message: read })
      continue
    }
    const { report, corrected, doubts } = read
    for (const message of doubts) remarks.push({ line, message })
    if (nearMs - report.ms > OLD_MS)
      remarks.push({ line, message: `The report is ${Math.round((nearMs - report.ms) / HOUR_MS)} hours old.` })
    const key = `${report.station} ${report.ms}`
    if (!byKey.get(key)?.corrected || corrected) byKey.set(key, { report, corrected })
  }
  return { reports: [...byKey.values()].map(({ report }) => report).sort((a, b) => a.ms - b.ms), remarks }
}

function entriesOf(text: string): { line: number; entry: string }[] {
  const entries: { line: number; entry: string }[] = []
  text.split(/\r?\n/).forEach((raw, i) => {
    const entry = raw.trim().replace(/=$/, '')
    if (entry === '') return
    const last = entries.at(-1)
    if (last && /^\s/.test(raw) && !HEAD.test(entry)) last.entry += ` ${entry}`
    else entries.push({ line: i + 1, entry })
  })
  return entries
}

type Entry = { report: WeatherReport; corrected: boolean; doubts: string[] } | string

function readEntry(entry: string, nearMs: EpochMs): Entry {
  if (entry.length > LONGEST) return `Longer than any report (${entry.length} letters): not used.`
  const [, station = '', day = '', hour = '', minute = ''] = HEAD.exec(entry) ?? []
  if (station === '')
    return `No weather report: it should begin with a station and a time, such as XVAL 141251Z, not “${entry.slice(0, 24)}”.`
  const ms = timeNear(Number(day), Number(hour), Number(minute), nearMs)
  if (ms === undefined) return `There is no time ${day}${hour}${minute}Z: not used.`
  let metar: IMetar
  try {
    metar = parseMetar(entry)
  } catch (error) {
    return `The report cannot be read: ${(error as Error).message}.`
  }
  if (metar.nil || /\bNIL\b/.test(entry)) return `${station} had nothing to report at ${hour}:${minute}Z (NIL).`
  const doubts: string[] = []
  const report = {
    ms,
    station,
    automatic: metar.auto === true,
    lightning: hasThunder(metar),
    ...windOf(metar, doubts),
    ...skyOf(metar, entry),
    ...airOf(metar, entry, doubts),
  }
  return { report, corrected: metar.corrected === true || /\bCOR\b/.test(entry), doubts }
}

/** The instant of a day and hour of some month nearest to a time, at most an hour after it. */
function timeNear(day: number, hour: number, minute: number, nearMs: EpochMs): EpochMs | undefined {
  if (day < 1 || day > 31 || hour > 23 || minute > 59) return undefined
  const near = new Date(nearMs)
  const months = [1, 0, -1, -2].map((back) => {
    const ms = Date.UTC(near.getUTCFullYear(), near.getUTCMonth() + back, day, hour, minute)
    return new Date(ms).getUTCDate() === day ? ms : undefined
  })
  return months.find((ms) => ms !== undefined && ms <= nearMs + 60 * MINUTE_MS)
}

function airOf(
  { temperature, altimeter }: IMetar,
  entry: string,
  doubts: string[],
): Pick<WeatherReport, 'airTempC' | 'pressureHpa'> {
  // The parser passes over a temperature whose dew point is missing.
  const bare = /\s(M?)(\d{2})\/(?:\/\/|XX)?(?=\s|$)/.exec(entry)
  const airTempC = temperature ?? (bare ? (bare[1] === 'M' ? -1 : 1) * Number(bare[2]) : undefined)
  const pressureHpa =
    altimeter && tenth((altimeter.unit as string) === 'inHg' ? toSi(altimeter.value, 'inhg') : altimeter.value)
  const sound = pressureHpa !== undefined && pressureHpa >= 850 && pressureHpa <= 1090
  if (pressureHpa !== undefined && !sound) doubts.push(`A pressure of ${pressureHpa} hPa cannot be: not used.`)
  return { ...(airTempC === undefined ? {} : { airTempC }), ...(sound ? { pressureHpa } : {}) }
}
