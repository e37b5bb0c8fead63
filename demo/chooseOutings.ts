import { at } from '@jotbook/core'
import type { Random } from '@jotbook/core'
import { HABITS, WATERS } from './scenario.ts'
import type { WaterName } from './scenario.ts'
import type { DayWeather } from './weather.ts'

/** A day on the water, before anything happened on it. */
export interface Outing {
  readonly weather: DayWeather
  readonly water: WaterName
  /** Hour of the clock at which it began, and hours it lasted. */
  readonly from: number
  readonly hours: number
  readonly people: readonly string[]
  readonly purpose: string
}

const TRIPS = 160
const CHOPS = 20
const LAST_DAY = '2026-11-22'
const MONTHS_FISHED = /-(02|03|04|05|06|07|08|09|10|11)-/

/** Which days the crew went out over three seasons: weekends mostly, the highland water in the cold and when a chop is forecast. */
export function chooseOutings(weather: readonly DayWeather[], random: Random): Outing[] {
  const candidates = weather.filter(({ date }) => date >= '2024-02-10' && date <= LAST_DAY && MONTHS_FISHED.test(date))
  // Nobody of this crew misses a cold chop.
  const picked = new Set(candidates.filter(coldChop).slice(0, CHOPS))
  while (picked.size < TRIPS) {
    const day = at(candidates, Math.floor(random() * candidates.length))
    if (!picked.has(day) && random() < wish(day)) picked.add(day)
  }
  return [...picked].sort((a, b) => (a.date < b.date ? -1 : 1)).map((day) => outing(day, random))
}

const weekday = (date: string): number => new Date(`${date}T12:00:00Z`).getUTCDay()
const isWeekend = (date: string): boolean => [0, 6].includes(weekday(date))

/** The cold chop that the crew waits for. */
export const coldChop = ({ waterF, cloudPct, windMph }: DayWeather): boolean => {
  const tempF = waterF['Immerlow Reservoir']
  return tempF >= 44.5 && tempF < 50 && cloudPct >= 80 && windMph[0] >= 9
}

const wish = ({ date }: DayWeather): number => (isWeekend(date) ? 0.45 : 0.1)

function outing(day: DayWeather, random: Random): Outing {
  const water = coldChop(day) ? 'Immerlow Reservoir' : chooseWater(day, random)
  // The chop is cold: nobody stays for long.
  const [least = 4, most = 8] = coldChop(day) ? [1.75, 3.25] : HABITS[water].hours
  const hours = Math.round((least + (most - least) * random()) * 4) / 4
  const evening = water === 'Pellock Mill Pond' && !isWeekend(day.date)
  const from = evening ? 17.5 : Math.round((7 + 2 * random()) * 4) / 4
  const people =
    water !== 'Pellock Mill Pond' && random() < (coldChop(day) ? 0.25 : 0.45)
      ? ['Rowan', 'Tilda']
      : [random() < 0.85 ? 'Rowan' : 'Tilda']
  const purpose = people.length === 2 && random() < 0.3 ? 'practice' : random() < 0.12 ? 'tournament' : 'own'
  return { weather: day, water, from, hours, people, purpose }
}

function chooseWater({ date, waterF }: DayWeather, random: Random): WaterName {
  const cold = waterF['Immerlow Reservoir'] < 55
  const weights: Record<WaterName, number> = isWeekend(date)
    ? { 'Immerlow Reservoir': 3.4, 'Quennor Reach': 2.6, 'Dunmarrow Lake': cold ? 1.2 : 2, 'Pellock Mill Pond': 0.6 }
    : { 'Immerlow Reservoir': 0.6, 'Quennor Reach': 1, 'Dunmarrow Lake': 0.8, 'Pellock Mill Pond': 4 }
  return pickWeighted(
    WATERS.map(({ id }) => [id, weights[id]]),
    random,
  )
}

/** A pick with chances in proportion to the weights. */
export function pickWeighted<T>(choices: readonly (readonly [T, number])[], random: Random): T {
  let left = random() * choices.reduce((sum, [, weight]) => sum + weight, 0)
  for (const [choice, weight] of choices) {
    left -= weight
    if (left < 0) return choice
  }
  return at(choices, choices.length - 1)[0]
}
