import { answer, mantelHaenszelRateRatio, parseWhere } from '@jotbook/core'
import type { Board, BookRecords, Rate } from '@jotbook/core'
import {
  COLOUR_PAIR,
  FAILING_LURE,
  GOOD_DAY_LURE,
  HEAVY_LURE,
  RESCUE_LURE,
  SURFACE,
  WINDOW_LURE,
  WIND_LURES,
} from '../truths.ts'
import type { Truth } from '../truths.ts'

/** What the book shows of a planted truth, and the hours it rests on. */
export interface Effect {
  /** Named figures: ratios of rates or of weights, shares. */
  readonly figures: Readonly<Record<string, number>>
  readonly hours: number
  readonly trips: number
}

const HIGHLAND = 'water=Immerlow Reservoir'
const RIVER = 'water=Quennor Reach'
const quote = (names: Iterable<string>): string => [...names].map((name) => `"${name}"`).join(',')

/** Measures each truth as an angler could on the board: rates under conditions, and against what. */
export function effectOf(truth: Truth, book: BookRecords): Effect {
  const board = (where: string, by: readonly string[] = []): Board => answer(book, { by, where: parseWhere(where) })
  const rate = (where: string): Rate => {
    const { all } = board(where)
    if (!all) throw new Error(`no hours: ${where}`)
    return all
  }
  const against = (a: string, b: string): Effect => {
    const [ra, rb] = [rate(a), rate(b)]
    return { figures: { ratio: ra.rate / rb.rate }, hours: Math.min(ra.hours, rb.hours), trips: ra.trips }
  }
  switch (truth) {
    case 'window': {
      const cold = `${HIGHLAND};temp_band=45..50F`
      const inside = rate(`${cold};wind_mps=4.4704..;cloud_pct=80..`)
      const whole = rate(cold)
      return {
        figures: { ratio: inside.rate / ((whole.strikes - inside.strikes) / (whole.hours - inside.hours)) },
        hours: inside.hours,
        trips: inside.trips,
      }
    }
    case 'one lure': {
      const calm = 'water=Pellock Mill Pond;wind_mps=..2.2352'
      return against(`${calm};lure=${quote([WINDOW_LURE])}`, `${calm};lure!=${quote([WINDOW_LURE])}`)
    }
    case 'good day': {
      const crude = against(`${RIVER};lure=${quote([GOOD_DAY_LURE])}`, `${RIVER};lure!=${quote([GOOD_DAY_LURE])}`)
      return {
        ...crude,
        figures: {
          crude: crude.figures.ratio ?? 0,
          within: withinTrips(board(RIVER, ['trip', 'lure']), GOOD_DAY_LURE),
        },
      }
    }
    case 'rescue': {
      const boats = 'water=Immerlow Reservoir,Quennor Reach'
      const stints = book.stints.filter(({ lure }) => lure === RESCUE_LURE)
      const logged = stints.filter(({ reason }) => reason === 'others blank').length / stints.length
      const crude = against(`${boats};lure=${quote([RESCUE_LURE])}`, `${boats};lure!=${quote([RESCUE_LURE])}`)
      return { ...crude, figures: { ...crude.figures, logged } }
    }
    case 'colour':
      return against(`lure=${quote([COLOUR_PAIR[1]])}`, `lure=${quote([COLOUR_PAIR[0]])}`)
    case 'rule fails': {
      const pond = 'water=Pellock Mill Pond;body="flat side 55"'
      return against(`${pond};lure=${quote([FAILING_LURE])}`, `${pond};lure!=${quote([FAILING_LURE])}`)
    }
    case 'rule holds': {
      const warm = `${HIGHLAND};class=${quote(SURFACE)};water_temp_c=15.56..`
      return against(`${warm};cloud_pct=80..`, `${warm};cloud_pct=..80`)
    }
    case 'heavy': {
      const [own, rest] = [
        rate(`${HIGHLAND};lure=${quote([HEAVY_LURE])}`),
        rate(`${HIGHLAND};lure!=${quote([HEAVY_LURE])}`),
      ]
      return {
        figures: { ratio: own.rate / rest.rate, weight: (own.sizes?.medianG ?? 0) / (rest.sizes?.medianG ?? 1) },
        hours: own.hours,
        trips: own.trips,
      }
    }
    case 'wind falls': {
      const windy = new Set(book.readings.filter(({ windMps }) => (windMps ?? 0) >= 4.02).map(({ trip }) => trip))
      const bite = `${RIVER};class=${quote(WIND_LURES)};trip=${[...windy].join(',')}`
      return against(`${bite};wind_mps=4.02..`, `${bite};wind_mps=..2.24`)
    }
    case 'pause': {
      const cold = 'class=suspending jerkbait,deep suspending jerkbait;water_temp_c=..7.2222'
      return against(`${cold};pause_s=6..`, `${cold};pause_s=..6`)
    }
    case 'windblown': {
      const warm = `${RIVER};water_temp_c=15.5556..`
      return against(`${warm};windblown=yes`, `${warm};windblown=no`)
    }
    case 'nothing': {
      const lake = 'water=Dunmarrow Lake'
      const groupings = [['lure'], ['class'], ['temp_band'], ['wind_band'], ['sky_band'], ['spot'], ['season']]
      const tried = groupings.flatMap((by) => board(lake, by).rows.filter(({ tooEarly }) => !tooEarly))
      const most = Math.max(...tried.map(({ shrunkenLower, hours, expected }) => (shrunkenLower * hours) / expected))
      const { hours, trips } = rate(lake)
      return { figures: { surest: most, tried: tried.length }, hours, trips }
    }
  }
}

/** The ratio held within trips: what is left when every trip is its own comparison. */
function withinTrips({ rows }: Board, lure: string): number {
  const trips = new Map<
    string,
    { a: { events: number; exposureHours: number }; b: { events: number; exposureHours: number } }
  >()
  for (const { group, strikes, hours } of rows) {
    const [trip = '', thrown] = group
    const stratum = trips.get(trip) ?? { a: { events: 0, exposureHours: 0 }, b: { events: 0, exposureHours: 0 } }
    trips.set(trip, stratum)
    const side = thrown === lure ? stratum.a : stratum.b
    side.events += strikes
    side.exposureHours += hours
  }
  return mantelHaenszelRateRatio([...trips.values()]).ratio
}

/** What each truth must show, from the sizes planted and what chance does to them at these hours. */
export const EXPECTED: Readonly<
  Record<
    Truth,
    {
      readonly hours: number
      readonly trips: number
      readonly figures: Readonly<Record<string, readonly [number, number]>>
    }
  >
> = {
  window: { hours: 25, trips: 12, figures: { ratio: [2.3, 5] } },
  'one lure': { hours: 10, trips: 8, figures: { ratio: [2.7, 8] } },
  'good day': { hours: 30, trips: 10, figures: { crude: [1.35, 3], within: [0.75, 1.3] } },
  rescue: { hours: 60, trips: 30, figures: { ratio: [0.5, 0.85], logged: [0.35, 0.65] } },
  colour: { hours: 80, trips: 30, figures: { ratio: [0.8, 1.25] } },
  'rule fails': { hours: 15, trips: 12, figures: { ratio: [0.12, 0.5] } },
  'rule holds': { hours: 12, trips: 5, figures: { ratio: [1.7, 5] } },
  heavy: { hours: 30, trips: 12, figures: { ratio: [0.3, 0.75], weight: [1.7, 2.8] } },
  'wind falls': { hours: 9, trips: 8, figures: { ratio: [2.2, 15] } },
  pause: { hours: 10, trips: 6, figures: { ratio: [2.4, 10] } },
  windblown: { hours: 40, trips: 15, figures: { ratio: [1.8, 3.8] } },
  nothing: { hours: 150, trips: 20, figures: { surest: [0, 1.15], tried: [15, 60] } },
}
