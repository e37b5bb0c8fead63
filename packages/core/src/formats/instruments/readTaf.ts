import { parseTAF } from 'metar-taf-parser'
import type { ITAF, TAFTrend } from 'metar-taf-parser'
import { DAY_MS, HOUR_MS } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'
import type { ForecastHour } from '../readForecast.ts'
import { coverOf, hasThunder, precipitationOf, windOf } from './reportParts.ts'
import type { ReportedWeather } from './reportParts.ts'

/** The forecast of an airfield, hour by hour. */
export interface AirfieldForecast {
  readonly station: string
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  /** Wind and cloud, with how far they may be off; rain or snow where it is expected for the whole of an hour. */
  readonly hours: readonly ForecastHour[]
  /** Thunder is mentioned, however unlikely. */
  readonly thunder: boolean
}

export interface ReadForecasts {
  readonly forecasts: readonly AirfieldForecast[]
  readonly remarks: readonly { readonly line: number; readonly message: string }[]
}

const LONGEST = 2000
/** A day of the month that is farther off belongs to no forecast of now. */
const DATED_MS = 10 * DAY_MS
const MOST_HOURS = 36
/** How far a forecast of the next day is off where it names no other chance: common practice, no source. */
export const FORECAST_SD = { windMps: 1.5, cloudPct: 20 } as const
/** TEMPO: less than half of the time (WMO No. 306); this share is ours. */
const TEMPO_CHANCE = 0.3
const HEAD = /^TAF\s+(?:(?:AMD|COR)\s+)?[A-Z][A-Z0-9]{3}\b/

/**
 * Forecasts in TAF text, one or more, each beginning with TAF; its other lines go on with it.
 *
 * Given      the text, and about when it is read: a TAF gives day and hour, no month
 * Returned   forecasts in order of their beginning; remarks by line: what was not used (nothing forecast, cancelled, over, garbled)
 * Method     FM and BECMG change what holds from then on, BECMG along a straight line; TEMPO and PROB are another weather of that chance:
 *            the mean of both, and their difference as spread beside the forecast's own
 * Source     WMO No. 306, FM 51 TAF; read by metar-taf-parser; chance of TEMPO and the spreads ours
 */
export function readTaf(text: string, nearMs: EpochMs): ReadForecasts {
  const remarks: { line: number; message: string }[] = []
  const forecasts: AirfieldForecast[] = []
  for (const { line, entry } of entriesOf(text)) {
    const read = readEntry(entry, nearMs)
    if (typeof read === 'string') remarks.push({ line, message: read })
    else {
      for (const message of read.doubts) remarks.push({ line, message })
      forecasts.push(read.forecast)
    }
  }
  return { forecasts: forecasts.sort((one, other) => one.fromMs - other.fromMs), remarks }
}

function entriesOf(text: string): { line: number; entry: string }[] {
  const entries: { line: number; entry: string }[] = []
  text.split(/\r?\n/).forEach((raw, i) => {
    const entry = raw.trim().replace(/=$/, '')
    if (entry === '') return
    const last = entries.at(-1)
    if (last && !entry.startsWith('TAF')) last.entry += ` ${entry}`
    else entries.push({ line: i + 1, entry })
  })
  return entries
}

type Entry = { readonly forecast: AirfieldForecast; readonly doubts: readonly string[] } | string

function readEntry(entry: string, nearMs: EpochMs): Entry {
  if (entry.length > LONGEST) return `Longer than any forecast (${entry.length} letters): not used.`
  if (!HEAD.test(entry)) return `No forecast: it should begin with TAF and a station, not “${entry.slice(0, 24)}”.`
  if (/\bNIL\b/.test(entry)) return `${stationOf(entry)} has no forecast (NIL).`
  let taf: ITAF
  try {
    taf = parseTAF(entry)
  } catch (error) {
    return `The forecast cannot be read: ${(error as Error).message}.`
  }
  if (taf.canceled || /\bCNL\b/.test(entry)) return `The forecast of ${taf.station} was cancelled (CNL).`
  const { startDay, startHour, endDay, endHour } = taf.validity
  const [fromMs, toMs] = [timeNear(startDay, startHour, nearMs), timeNear(endDay, endHour, nearMs)]
  if (fromMs === undefined || toMs === undefined || toMs <= fromMs || toMs - fromMs > MOST_HOURS * HOUR_MS)
    return `The forecast’s hours ${two(startDay)}${two(startHour)}/${two(endDay)}${two(endHour)} cannot be: not used.`
  if (toMs <= nearMs) return `The forecast of ${taf.station} is over: it ended ${hoursAgo(nearMs - toMs)} ago.`
  const doubts: string[] = []
  const spells = taf.trends.flatMap((trend) => spellOf(trend, nearMs, toMs, doubts))
  const first = stateOf(taf, taf.initialRaw ?? entry, doubts)
  const hours = Array.from({ length: Math.round((toMs - fromMs) / HOUR_MS) }, (_, i) =>
    hourAt(fromMs + i * HOUR_MS, first, spells),
  )
  const thunder = [taf, ...taf.trends].some(hasThunder)
  return { forecast: { station: taf.station, fromMs, toMs, hours, thunder }, doubts }
}

const two = (value: number): string => String(value).padStart(2, '0')
const stationOf = (entry: string): string =>
  /[A-Z][A-Z0-9]{3}/.exec(entry.replace(/^TAF\s+(AMD\s+|COR\s+)?/, ''))?.[0] ?? 'The station'
const hoursAgo = (ms: number): string => `${Math.max(1, Math.round(ms / HOUR_MS))} hours`

/** The instant of a day and hour of some month that lies nearest. A forecast may end at hour 24. */
function timeNear(day: number, hour: number, nearMs: EpochMs, minute = 0): EpochMs | undefined {
  const ms = nearestTime(day, hour, nearMs, minute)
  return ms !== undefined && Math.abs(ms - nearMs) < DATED_MS ? ms : undefined
}

function nearestTime(day: number, hour: number, nearMs: EpochMs, minute: number): EpochMs | undefined {
  if (!(day >= 1 && day <= 31 && hour >= 0 && hour <= 24 && minute < 60)) return undefined
  const near = new Date(nearMs)
  const found = [-2, -1, 0, 1, 2].flatMap((months) => {
    const midnight = Date.UTC(near.getUTCFullYear(), near.getUTCMonth() + months, day)
    return new Date(midnight).getUTCDate() === day ? [midnight + hour * HOUR_MS + minute * 60_000] : []
  })
  return found.sort((one, other) => Math.abs(one - nearMs) - Math.abs(other - nearMs))[0]
}

/** When a forecast was issued, of all such days of a month the one nearest to a time: read as of then, one of last week is not over. */
export function tafIssued(text: string, nearMs: EpochMs): EpochMs | undefined {
  const [, day, hour, minute] =
    /^\s*TAF\s+(?:(?:AMD|COR)\s+)?[A-Z][A-Z0-9]{3}\s+(\d{2})(\d{2})(\d{2})Z/.exec(text) ?? []
  return day === undefined ? undefined : nearestTime(Number(day), Number(hour), nearMs, Number(minute))
}

/** Wind and sky as far as they are said. */
interface State {
  readonly windMps: number | undefined
  readonly cloudPct: number | undefined
  readonly precipitation: string
}

interface Spell {
  readonly kind: 'from' | 'becoming' | 'perhaps'
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly state: State
  /** Of a weather that perhaps comes. */
  readonly chance: number
}

function stateOf(weather: ReportedWeather, raw: string, doubts: string[]): State {
  return {
    windMps: windOf(weather, doubts).windMps,
    cloudPct: coverOf(weather, raw),
    precipitation: precipitationOf(weather),
  }
}

function spellOf(trend: TAFTrend, nearMs: EpochMs, lastMs: EpochMs, doubts: string[]): Spell[] {
  const { startDay, startHour } = trend.validity
  const { startMinutes, endDay, endHour }: { startMinutes?: number; endDay?: number; endHour?: number } = trend.validity
  const fromMs = timeNear(startDay, startHour, nearMs, startMinutes)
  const toMs = endDay === undefined || endHour === undefined ? lastMs : timeNear(endDay, endHour, nearMs)
  if (fromMs === undefined || toMs === undefined || toMs < fromMs) {
    doubts.push(`“${trend.raw.slice(0, 40)}” has no hours that can be: not used.`)
    return []
  }
  const state = stateOf(trend, trend.raw, doubts)
  const [type, told] = [String(trend.type), trend.probability === undefined ? 1 : trend.probability / 100]
  if (type === 'FM') return [{ kind: 'from', fromMs, toMs, state, chance: 1 }]
  if (type === 'BECMG') return [{ kind: 'becoming', fromMs, toMs, state, chance: 1 }]
  return [{ kind: 'perhaps', fromMs, toMs, state, chance: type === 'TEMPO' ? told * TEMPO_CHANCE : told }]
}

const FIELDS = ['windMps', 'cloudPct'] as const

function hourAt(ms: EpochMs, first: State, spells: readonly Spell[]): ForecastHour {
  const middle = ms + HOUR_MS / 2
  const fields: Record<string, number | string> = {}
  const sd: Record<string, number> = {}
  const perhaps = spells.filter(({ kind, fromMs, toMs }) => kind === 'perhaps' && fromMs <= middle && middle < toMs)
  for (const field of FIELDS) {
    const base = prevailing(middle, first[field], spells, field)
    if (base === undefined) continue
    let [mean, variance] = [base, FORECAST_SD[field] ** 2]
    for (const { chance, state } of perhaps) {
      const other = state[field]
      if (other === undefined) continue
      variance += chance * (1 - chance) * (other - mean) ** 2
      mean += chance * (other - mean)
    }
    fields[field] = mean
    sd[field] = Math.sqrt(variance)
  }
  const falls = spells.reduce(
    (word, { kind, fromMs, state }) => (kind === 'perhaps' || fromMs > middle ? word : state.precipitation),
    first.precipitation,
  )
  if (falls !== 'none') fields.precipitation = falls
  return { timeMs: ms, fields, sd }
}

/** What holds at a time, perhapses aside. */
function prevailing(
  ms: EpochMs,
  first: number | undefined,
  spells: readonly Spell[],
  field: (typeof FIELDS)[number],
): number | undefined {
  return spells.reduce((value, { kind, fromMs, toMs, state }) => {
    const next = state[field]
    if (kind === 'perhaps' || fromMs > ms || next === undefined) return value
    if (kind === 'from' || ms >= toMs || value === undefined) return next
    return value + ((next - value) * (ms - fromMs)) / (toMs - fromMs)
  }, first)
}
