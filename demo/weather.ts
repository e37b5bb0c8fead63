import { DAY_MS, addDays, at, drawNormal, drawPoisson } from '@jotbook/core'
import type { Random } from '@jotbook/core'
import { HABITS, WATERS } from './scenario.ts'
import type { WaterName } from './scenario.ts'

/** One day's weather in the valley. */
export interface DayWeather {
  readonly date: string
  readonly airC: number
  readonly cloudPct: number
  /** Wind at breakfast, noon and supper, mph. */
  readonly windMph: readonly [number, number, number]
  readonly windFromDeg: number
  readonly pressureHpa: number
  readonly rainMm: number
  readonly waterF: Readonly<Record<WaterName, number>>
  /** Rain of the last week, mm. */
  readonly wetness: number
}

const FIRST = '2023-12-01'

/** Days since the last front and until the next, as fronts pass every three to eight days. */
interface Front {
  readonly since: number
  readonly until: number
}

/** Weather day by day from the winter before the first season: air by the season and the fronts, each water following it at its own pace. */
export function makeWeather(random: Random, untilDate: string): DayWeather[] {
  const days: DayWeather[] = []
  let front: Front = { since: 2, until: 3 }
  let [swing, wetness] = [0, 0]
  const water = Object.fromEntries(WATERS.map(({ id }) => [id, 45])) as Record<WaterName, number>
  for (let date = FIRST; date <= untilDate; date = addDays(date, 1)) {
    front =
      front.until === 0
        ? { since: 1, until: 2 + drawPoisson(random, 2.5) }
        : { since: front.since + 1, until: front.until - 1 }
    swing = 0.6 * swing + drawNormal(random) * 1.8 + (front.until === 1 ? 2.5 : front.since === 1 ? -4 : 0)
    const airC = seasonalAirC(date) + swing
    const sky = skyOf(front, random)
    wetness = wetness * 0.75 + sky.rainMm
    for (const { id } of WATERS) water[id] += HABITS[id].warms * (airC * 1.8 + 32 + 2 + HABITS[id].warmerF - water[id])
    days.push({ date, airC: Math.round(airC * 10) / 10, ...sky, wetness, waterF: { ...water } })
  }
  return days
}

/** The average day: coldest in mid January, warmest in mid July. */
function seasonalAirC(date: string): number {
  const day = (Date.parse(`${date}T12:00:00Z`) - Date.parse(`${date.slice(0, 4)}-01-01T12:00:00Z`)) / DAY_MS
  return 13.5 - 11.5 * Math.cos((2 * Math.PI * (day - 17)) / 365)
}

type Sky = Pick<DayWeather, 'cloudPct' | 'windMph' | 'windFromDeg' | 'pressureHpa' | 'rainMm'>

/** Before a front: cloud and wind build, pressure falls; on it: rain and wind; behind it: bright, calm and high; then settled. */
function skyOf({ since, until }: Front, random: Random): Sky {
  const between = (low: number, high: number): number => Math.round(low + (high - low) * random())
  const cloud = (low: number, high: number): number => Math.round(between(low, high) / 5) * 5
  if (until === 0)
    return {
      cloudPct: cloud(90, 100),
      windMph: winds(random, 9, 15, 0.5),
      windFromDeg: between(230, 320),
      pressureHpa: between(1002, 1009),
      rainMm: between(4, 22),
    }
  if (until === 1)
    return {
      cloudPct: cloud(60, 100),
      windMph: winds(random, 9, 15, 0.45),
      windFromDeg: between(160, 220),
      pressureHpa: between(1008, 1013),
      rainMm: 0,
    }
  if (since === 1)
    return {
      cloudPct: cloud(0, 15),
      windMph: winds(random, 3, 8, 0.6),
      windFromDeg: between(300, 350),
      pressureHpa: between(1021, 1029),
      rainMm: 0,
    }
  return {
    cloudPct: cloud(5, 85),
    windMph: winds(random, 1, 11, 0.3),
    windFromDeg: between(150, 280),
    pressureHpa: between(1015, 1019),
    rainMm: random() < 0.15 ? between(1, 4) : 0,
  }
}

/** Some days the wind dies by noon. */
function winds(random: Random, low: number, high: number, dies: number): [number, number, number] {
  const morning = low + (high - low) * random()
  if (random() < dies) return [morning, Math.min(morning, 1 + 2 * random()), 1 + 2 * random()]
  const noon = Math.max(0.5, morning + drawNormal(random))
  return [morning, noon, Math.max(0.5, noon + drawNormal(random))]
}

/** The day's wind at an hour of the clock, in straight lines between breakfast (8), noon (12.5) and supper (19). */
export function windAt({ windMph }: DayWeather, hour: number): number {
  const hours = [8, 12.5, 19] as const
  if (hour <= hours[0]) return windMph[0]
  const i = hour < hours[1] ? 0 : 1
  const share = Math.min(1, (hour - at(hours, i)) / (at(hours, i + 1) - at(hours, i)))
  return at(windMph, i) + share * (at(windMph, i + 1) - at(windMph, i))
}

/** Pressure at an instant, on straight lines from noon to noon of the valley, hPa. */
export function pressureAt(weather: readonly DayWeather[], ms: number): number {
  const days = (ms - noonOf(at(weather, 0))) / DAY_MS
  const day = Math.floor(days)
  const [today, tomorrow] = [at(weather, day), weather[day + 1] ?? at(weather, day)]
  return Math.round(10 * (today.pressureHpa + (days - day) * (tomorrow.pressureHpa - today.pressureHpa))) / 10
}

/** Noon of the valley, near enough: the sun is highest there near half past eighteen UTC. */
const noonOf = ({ date }: DayWeather): number => Date.parse(`${date}T18:30:00Z`)
