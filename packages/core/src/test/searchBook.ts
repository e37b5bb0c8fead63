import { at } from '../checked/index.ts'
import { boutSize } from '../stats/index.ts'
import { cellsOf } from '../analyses/index.ts'
import type { CellSource, SearchInput } from '../analyses/index.ts'
import { factorOf } from '../effort/index.ts'
import { drawGeometric, drawNormal, drawPoisson } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'

/** A made-up book of one water, with or without a pattern in it. */
export interface SearchWorld {
  readonly trips: number
  /** Strikes an hour outside any window. */
  readonly rate: number
  /** Log-normal sd of the trips' luck. */
  readonly tripSd: number
  /** Mean strikes to a flurry. */
  readonly flurry: number
  /** Rates differ by season and time of day, and so does how much is fished. */
  readonly seasonal?: boolean
  /** Ratio in the window; 1 or absent: none is planted. */
  readonly ratio?: number
  /** Lures of each class, thrown by season and sky; absent: a class is one lure, and lures are not told apart. */
  readonly lures?: number
  /** A window of one lure, thrown there for so many hours, in which it brings so many times what it brings elsewhere. */
  readonly ofLure?:
    | { readonly hours: readonly [number, number]; readonly trips: readonly [number, number]; readonly ratio: number }
    | undefined
}

const STEP_H = 0.5
const TEMPS = ['35..40F', '40..45F', '45..50F', '50..55F', '55..60F', '60..65F', '65..70F', '70..75F', '75..80F']
const CLARITIES = ['dirty', 'stained', 'clear', 'very_clear']
const WINDS = ['calm', 'ripple', 'light_chop', 'working_chop', 'strong']
const SKIES = ['clear', 'partly', 'mostly', 'overcast']
const CLASSES = ['jerkbait', 'crankbait', 'jig', 'drop shot', 'spinnerbait', 'swimbait']
const FRONTS = ['stable', 'falling', 'post-front bright', 'post-front unsettled']
const SEASON_RATES = [0.5, 1.2, 1, 1.3]
const QUARTER_RATES: Readonly<Record<string, number>> = { morning: 1.3, midday: 0.8, evening: 1.2 }
export const WORLD_COLUMNS = ['temp_band', 'clarity_band', 'wind_band', 'sky_band', 'front', 'class'] as const

interface Segment {
  readonly trip: number
  readonly startH: number
  readonly words: Readonly<Record<string, string>>
  rate: number
}

/** A window that is planted: levels of three conditions. */
type Window = Readonly<Record<string, readonly string[]>>

export interface MadeBook {
  readonly input: SearchInput
  /** 1 for each cell in the planted window; empty where there is none. */
  readonly planted: Uint8Array
  /** The same whatever the lure. */
  readonly around: Uint8Array
}

const pick = <T>(list: readonly T[], random: Random): T => at(list, Math.floor(random() * list.length))
/** A word beside the one before, or the same. */
const drift = (words: readonly string[], word: string, random: Random): string =>
  at(words, Math.max(0, Math.min(words.length - 1, words.indexOf(word) + Math.floor(3 * random()) - 1)))

export function searchBook(world: SearchWorld, random: Random): MadeBook {
  const segments = Array.from({ length: world.trips }, (_, trip) => tripOf(world, trip, random)).flat()
  const window = world.ofLure
    ? windowOfLure(segments, world.ofLure, random)
    : (world.ratio ?? 1) === 1
      ? undefined
      : windowIn(segments, random)
  if (window)
    for (const segment of segments)
      if (inWindow(segment, window)) segment.rate *= world.ofLure?.ratio ?? world.ratio ?? 1
  const times = segments.map((): number[] => [])
  segments.forEach((segment, i) => {
    const bouts = drawPoisson(random, (segment.rate * STEP_H) / world.flurry)
    for (let b = 0; b < bouts; b++) layBout(segments, times, i, world.flurry, random)
  })
  const told = world.lures !== undefined
  const { input } = inputOf(segments, times, told)
  if (!window) return { input, planted: new Uint8Array(), around: new Uint8Array() }
  const { lure: _, ...around } = window
  return { input, planted: plantedIn(input, window), around: plantedIn(input, around) }
}

function tripOf({ rate, tripSd, seasonal = false, lures }: SearchWorld, trip: number, random: Random): Segment[] {
  const season = Math.floor(seasonal ? 4 * Math.sqrt(random()) : 4 * random())
  const luck = Math.exp(tripSd * drawNormal(random) - (tripSd * tripSd) / 2)
  const temp = at(
    TEMPS,
    Math.max(0, Math.min(TEMPS.length - 1, Math.round([1, 3.5, 7, 4][season]! + 1.2 * drawNormal(random)))),
  )
  const [clarity, front, first] = [pick(CLARITIES, random), pick(FRONTS, random), 5 + Math.floor(4 * random())]
  const hours = 4 + Math.floor(5 * random())
  let [wind, sky, lure] = [pick(WINDS, random), pick(SKIES, random), pick(CLASSES, random)]
  let which = lures === undefined ? 0 : Math.floor(lures * random())
  return Array.from({ length: hours / STEP_H }, (_, i) => {
    if (i % 3 === 0) [wind, sky] = [drift(WINDS, wind, random), drift(SKIES, sky, random)]
    // A calm bright midday is fished with other lures than a grey morning.
    if (lures !== undefined && random() < 0.5) which = Math.floor(lures * random())
    if (random() < 0.5) lure = seasonal && (sky === 'clear') === random() < 0.7 ? 'drop shot' : pick(CLASSES, random)
    const startH = first + i * STEP_H
    const quarter = startH < 10 ? 'morning' : startH < 15 ? 'midday' : 'evening'
    const factor = seasonal ? at(SEASON_RATES, season) * (QUARTER_RATES[quarter] ?? 1) : 1
    const words = {
      temp_band: temp,
      clarity_band: clarity,
      wind_band: wind,
      sky_band: sky,
      front,
      class: lure,
      lure: `${lure} ${which}`,
      season: String(season),
      day_quarter: quarter,
    }
    return { trip, startH, words, rate: rate * luck * factor }
  })
}

const inWindow = ({ words }: Segment, window: Window): boolean =>
  Object.entries(window).every(([column, levels]) => levels.includes(words[column] ?? ''))

/** A window of three conditions with 25 to 40 hours on 12 to 20 trips. */
function windowIn(segments: readonly Segment[], random: Random): Window {
  for (;;) {
    const span = (words: readonly string[], most: number): string[] => {
      const from = Math.floor(random() * words.length)
      return words.slice(from, from + 1 + Math.floor(random() * most))
    }
    const window = { temp_band: span(TEMPS, 3), wind_band: span(WINDS, 3), sky_band: span(SKIES, 2) }
    const inside = segments.filter((segment) => inWindow(segment, window))
    const [hours, trips] = [inside.length * STEP_H, new Set(inside.map(({ trip }) => trip)).size]
    if (hours >= 25 && hours <= 40 && trips >= 12 && trips <= 20) return window
  }
}

/** A window of two conditions, and the lure, with hours and trips as asked. */
function windowOfLure(
  segments: readonly Segment[],
  { hours, trips }: NonNullable<SearchWorld['ofLure']>,
  random: Random,
): Window {
  for (;;) {
    const span = (words: readonly string[], most: number): string[] => {
      const from = Math.floor(random() * words.length)
      return words.slice(from, from + 1 + Math.floor(random() * most))
    }
    const window = {
      temp_band: span(TEMPS, 4),
      sky_band: span(SKIES, 3),
      lure: [pick(segments, random).words.lure ?? ''],
    }
    const inside = segments.filter((segment) => inWindow(segment, window))
    const [spent, on] = [inside.length * STEP_H, new Set(inside.map(({ trip }) => trip)).size]
    if (spent >= hours[0] && spent <= hours[1] && on >= trips[0] && on <= trips[1]) return window
  }
}

/** Strikes of a bout follow each other by a few minutes, into the next segments of the trip if need be. */
function layBout(segments: readonly Segment[], times: number[][], i: number, mean: number, random: Random): void {
  const size = drawGeometric(random, mean)
  let hour = at(segments, i).startH + random() * STEP_H
  for (let s = 0; s < size; s++) {
    const later = segments.findIndex(
      (one, k) => k >= i && one.trip === at(segments, i).trip && hour < one.startH + STEP_H,
    )
    if (later >= 0) at(times, later).push(hour)
    hour += 0.1 * random() + 0.02
  }
}

const COLUMNS = [...WORLD_COLUMNS, 'season', 'day_quarter', 'lure'] as const

function sourceOf(segments: readonly Segment[], times: readonly number[][]): CellSource {
  return {
    hours: segments.map(() => STEP_H),
    strikes: times.map(({ length }) => length),
    trip: factorOf(segments.map(({ trip }) => `t${trip}`)),
    factors: Object.fromEntries(
      COLUMNS.map((column) => [column, factorOf(segments.map(({ words }) => words[column] ?? ''))]),
    ),
  }
}

function inputOf(segments: readonly Segment[], times: readonly number[][], told: boolean): { input: SearchInput } {
  const trips = new Map<number, { times: number[]; hours: number }>()
  segments.forEach(({ trip }, i) => {
    const own = trips.get(trip) ?? { times: [], hours: 0 }
    trips.set(trip, own)
    own.hours += STEP_H
    own.times.push(...at(times, i).map((hour) => hour * 3_600_000))
  })
  const cells = cellsOf(
    sourceOf(segments, times),
    [...segments.keys()],
    told ? COLUMNS : COLUMNS.filter((column) => column !== 'lure'),
  )
  return {
    input: {
      cells,
      columns: WORLD_COLUMNS,
      alone: told ? ['lure'] : [],
      attributes: ['class'],
      held: ['season', 'day_quarter', 'class'],
      bout: boutSize([...trips.values()]),
    },
  }
}

/** Which cells the window holds: it is made of the columns that cells are made of. */
function plantedIn({ cells }: SearchInput, window: Window): Uint8Array {
  const within = Object.entries(window).map(([column, levels]) => {
    const codes = new Set(levels.map((level) => (cells.levels[column] ?? []).indexOf(level)))
    return (c: number): boolean => codes.has(at(cells.codes[column] ?? [], c))
  })
  return Uint8Array.from({ length: cells.count }, (_, c) => (within.every((meets) => meets(c)) ? 1 : 0))
}
