import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { seededRandom } from '@jotbook/core'

/** Two made-up fields in a made-up valley. */
export const STATIONS = ['XVAL', 'XRDG'] as const
export type Station = (typeof STATIONS)[number]

const HOUR_MS = 3_600_000
const REPORT_MINUTE = 51
const MOST_HOURS = 96

const two = (value: number): string => String(value).padStart(2, '0')
const temperature = (tempC: number): string => `${tempC < 0 ? 'M' : ''}${two(Math.abs(Math.round(tempC)))}`

/** The weather of an hour, the same whenever it is asked for: a front passes every five days. */
function weatherAt(station: Station, hour: number) {
  const day = (hour / 24) % 5
  const high = station === 'XRDG'
  const falling = day < 2
  const pressure = falling ? 1020 - 7 * day : Math.min(1024, 1006 + 12 * (day - 2))
  const daily = Math.cos(((hour % 24) - 20) * ((2 * Math.PI) / 24))
  return {
    pressure: pressure - (high ? 1 : 0),
    airC: 9 + 6 * daily - (day > 2 && day < 4 ? 4 : 0) - (high ? 3 : 0),
    knots: Math.round((falling ? 8 + 5 * day : day < 3 ? 14 : 4) + (high ? 3 : 0)),
    from: falling ? 200 : 320,
    oktas: falling ? Math.min(8, 2 + 3 * day) : day < 2.6 ? 8 : 0,
    rains: day > 1.5 && day < 2.4,
  }
}

/** A station's report of an hour: one is automatic, some are short of a group, some are set right again. */
// eslint-disable-next-line complexity -- a line a group of the report
export function metarOf(station: Station, hour: number): string[] {
  const { pressure, airC, knots, from, oktas, rains } = weatherAt(station, hour)
  const random = seededRandom(hour * 2 + (station === 'XVAL' ? 0 : 1))
  const time = new Date(hour * HOUR_MS + REPORT_MINUTE * 60_000)
  const head = `${station} ${two(time.getUTCDate())}${two(time.getUTCHours())}${two(time.getUTCMinutes())}Z`
  const auto = station === 'XRDG' ? ' AUTO' : ''
  const wind = knots <= 4 ? `VRB${two(knots)}KT` : `${from}${two(knots)}${knots > 15 ? `G${knots + 8}` : ''}KT`
  const sky = oktas >= 8 ? 'OVC020' : oktas >= 5 ? 'BKN035' : oktas >= 3 ? 'SCT040' : 'FEW050'
  const clear = oktas === 0 && !rains
  const seen = clear ? 'CAVOK' : `${rains ? '4000 RA' : '9999'} ${auto && random() < 0.2 ? '//////' : sky}`
  const air = random() < 0.08 ? '' : ` ${temperature(airC)}/${random() < 0.1 ? '//' : temperature(airC - 3)}`
  const body = `${auto} ${random() < 0.06 ? '/////KT' : wind} ${seen}${air} Q${Math.round(pressure)}${rains ? ' RMK P0004' : ''}`
  const report = `METAR ${head}${body}=`
  // Now and then a report goes out wrong and is corrected.
  return random() < 0.04
    ? [`METAR ${head}${body.replace(/Q\d+/, 'Q0999')}=`, `METAR COR ${head}${body}=`]
    : random() < 0.02
      ? [`METAR ${head} NIL=`]
      : [report]
}

const FORECAST_HOURS = 24
const PERIOD_HOURS = 6

/** A station's forecast of the day that begins at an hour: a group every six hours, rain as what may come. */
export function tafOf(station: Station, hour: number): string {
  const at = (of: number): string => {
    const time = new Date(of * HOUR_MS)
    return `${two(time.getUTCDate())}${two(time.getUTCHours())}`
  }
  const weather = (of: number): string => {
    const { knots, from, oktas } = weatherAt(station, of)
    const sky = oktas >= 8 ? 'OVC020' : oktas >= 5 ? 'BKN035' : oktas >= 3 ? 'SCT040' : oktas > 0 ? 'FEW050' : 'SKC'
    return `${knots <= 4 ? 'VRB' : from}${two(knots)}${knots > 15 ? `G${knots + 8}` : ''}KT 9999 ${sky}`
  }
  const later = Array.from({ length: FORECAST_HOURS / PERIOD_HOURS - 1 }, (_, i) => hour + (i + 1) * PERIOD_HOURS)
  const groups = later.flatMap((from, i) => [
    i === 0 ? `BECMG ${at(from)}/${at(from + 2)} ${weather(from + 2)}` : `FM${at(from)}00 ${weather(from)}`,
    ...(weatherAt(station, from).rains ? [`TEMPO ${at(from)}/${at(from + 3)} 4000 RA OVC015`] : []),
    ...(weatherAt(station, from).oktas >= 5 ? [`PROB30 ${at(from + 3)}/${at(from + 5)} 2000 TSRA BKN020CB`] : []),
  ])
  return `TAF ${station} ${at(hour)}30Z ${at(hour)}/${at(hour + FORECAST_HOURS)} ${weather(hour)} ${groups.join(' ')}=`
}

export interface WeatherOptions {
  readonly host?: string
  readonly port?: number
  readonly now?: () => number
}

/** A weather station's page: `GET /metar?station=XVAL&hours=48` answers METAR text, the oldest first; `until` (ISO) ends elsewhere than now, and with `taf=1` the forecast of the day from then on follows. */
export async function startWeatherStation({
  host = '127.0.0.1',
  port = 0,
  now = Date.now,
}: WeatherOptions = {}): Promise<{ port: number; stop: () => Promise<void> }> {
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://station.example')
    const station = STATIONS.find((one) => one === (url.searchParams.get('station') ?? 'XVAL'))
    const hours = Number(url.searchParams.get('hours') ?? 48)
    const until = url.searchParams.has('until') ? Date.parse(url.searchParams.get('until') ?? '') : now()
    if (url.pathname !== '/metar' || !station || !(hours > 0 && hours <= MOST_HOURS) || !Number.isFinite(until)) {
      response.writeHead(404, { 'content-type': 'text/plain' }).end('Ask /metar?station=XVAL&hours=48\n')
      return
    }
    const last = Math.floor((until - REPORT_MINUTE * 60_000) / HOUR_MS)
    const reports = Array.from({ length: Math.floor(hours) }, (_, i) =>
      metarOf(station, last - Math.floor(hours) + 1 + i),
    ).flat()
    if (url.searchParams.get('taf') === '1') reports.push(tafOf(station, Math.floor(until / HOUR_MS)))
    response.writeHead(200, { 'content-type': 'text/plain; charset=utf-8' }).end(`${reports.join('\n')}\n`)
  })
  await new Promise<void>((listening) => server.listen(port, host, listening))
  return {
    port: (server.address() as AddressInfo).port,
    stop: () => new Promise((closed) => (server.close(() => closed()), server.closeAllConnections())),
  }
}
