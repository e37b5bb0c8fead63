import { at, drawNormal, isoUtc, resolveWallTime, seededRandom, toSi } from '@jotbook/core'
import type { Fields, Random } from '@jotbook/core'
import { writeBundle } from '@jotbook/core/formats'
import type { StoredRecord } from '@jotbook/core/formats'
import { readingsOf } from './course.ts'
import type { DemoReading } from './course.ts'
import { chooseOutings, coldChop } from './days.ts'
import type { Outing } from './days.ts'
import { dayLuck, fish } from './fishing.ts'
import type { DemoStint, DemoStrike } from './fishing.ts'
import { outlineOfWater } from './outlines.ts'
import { HABITS, LURES, SETUPS, SPOTS, WATERS, ZONE } from './scenario.ts'
import type { DemoLure } from './scenario.ts'
import { heavierBy } from './truths.ts'
import type { Truth } from './truths.ts'
import { reportsBefore } from './reports.ts'
import { makeWeather, pressureAt } from './weather.ts'
import type { DayWeather } from './weather.ts'

const SEED = 1083
const MINUTE_MS = 60_000
const LAST_WEATHER = '2026-11-25'

export interface DemoOptions {
  readonly seed?: number
  /** A truth taken out, so that its test can be seen to fail. */
  readonly without?: Truth
}

interface Made {
  readonly trip: StoredRecord[]
  readonly stint: StoredRecord[]
  readonly reading: StoredRecord[]
  readonly strike: StoredRecord[]
}

/** The demo book as the files of a bundle; the same options give the same bytes. */
export function demoBundle({ seed = SEED, without }: DemoOptions = {}): Map<string, string> {
  const weather = makeWeather(seededRandom(seed), LAST_WEATHER)
  const outings = chooseOutings(weather, seededRandom(seed + 1))
  const made: Made = { trip: [], stint: [], reading: [], strike: [] }
  const days = new Map<string, number>()
  outings.forEach((outing, i) => {
    const sort = `${outing.water} ${coldChop(outing.weather)} ${outing.weather.cloudPct >= 80}`
    const nth = days.get(sort) ?? 0
    days.set(sort, nth + 1)
    makeTrip(
      { id: `T${String(i + 1).padStart(3, '0')}`, nth: i, luck: dayLuck(nth, seed / 7), weather },
      outing,
      seededRandom(seed + 1000 + i),
      made,
      without,
    )
  })
  return writeBundle({
    water: WATERS.map((water) => waterRecord(water)),
    spot: SPOTS.map(spotRecord),
    lure: LURES.map(lureRecord),
    setup: SETUPS.map(({ id, ...fields }) => named(id, fields)),
    ...made,
  })
}

const named = (id: string, fields: Fields): StoredRecord => ({ id, foreignId: id, fields: { name: id, ...fields } })
const inches = (value: number): number => Math.round(toSi(value, 'in') * 1e4) / 10
const feet = (value: number): number => Math.round(toSi(value, 'ft') * 100) / 100

const waterRecord = ({ id, ...fields }: (typeof WATERS)[number]): StoredRecord =>
  named(id, { ...fields, outline: outlineOfWater({ id, ...fields }) })

function lureRecord({ id, lengthIn, weightOz, runsFt, ...fields }: DemoLure): StoredRecord {
  const measured = {
    lengthMm: inches(lengthIn),
    weightG: Math.round(toSi(weightOz, 'oz') * 10) / 10,
    runsFromM: feet(runsFt[0]),
    runsToM: feet(runsFt[1]),
  }
  return named(id, { ...fields, ...measured })
}

function spotRecord({ id, water, north, east, depthFt, ...fields }: (typeof SPOTS)[number]): StoredRecord {
  const home = WATERS.find((candidate) => candidate.id === water)
  if (!home) throw new RangeError(`the spot ${id} lies on no water`)
  const place = {
    latitude: Math.round((home.latitude + north) * 1e5) / 1e5,
    longitude: Math.round((home.longitude + east) * 1e5) / 1e5,
  }
  return named(id, { water, ...place, ...fields, depthFromM: feet(at(depthFt, 0)), depthToM: feet(at(depthFt, 1)) })
}

/** The oldest notebooks know less: some trips of the first season have only their hours, a few not even those. */
const effortOf = (nth: number): 'full' | 'trip' | 'none' =>
  nth < 30 && nth % 9 === 4 ? 'trip' : nth < 30 && nth % 13 === 7 ? 'none' : 'full'

interface TripInBook {
  readonly id: string
  readonly nth: number
  readonly luck: number
  /** Of the whole valley, day by day. */
  readonly weather: readonly DayWeather[]
}

function makeTrip(
  { id: trip, nth, luck, weather }: TripInBook,
  outing: Outing,
  random: Random,
  made: Made,
  without: Truth | undefined,
): void {
  const { water, people } = outing
  const effortKnown = effortOf(nth)
  const record = (id: string, fields: Fields): StoredRecord => ({ id, foreignId: id, fields: { trip, ...fields } })
  const fields = {
    water,
    start: isoUtc(instant(outing, 0)),
    end: isoUtc(instant(outing, outing.hours)),
    timeZone: ZONE,
    purpose: outing.purpose,
    platform: HABITS[water].platform,
    anglers: [...people],
    effortKnown,
    target: water === 'Quennor Reach' ? ['largemouth', 'spotted'] : [],
    ...(outing.purpose === 'tournament'
      ? { limit: 5, minLengthMm: inches(14), weighIn: isoUtc(instant(outing, outing.hours)) }
      : {}),
  }
  made.trip.push({ id: trip, foreignId: trip, fields })
  const readings = readingsOf(outing, random)
  reportsBefore(weather, instant(outing, 0)).forEach((report, i) =>
    made.reading.push(record(`${trip}-report-${i + 1}`, report)),
  )
  readings.forEach((reading, i) =>
    made.reading.push(record(`${trip}-reading-${i + 1}`, readingFields(outing, reading, i === 0, weather))),
  )
  for (const angler of people) {
    fish(outing, readings, angler, luck, random, without).forEach((stint, i) => {
      const id = `${trip}-${at(angler, 0)}${i + 1}`
      const fields = effortKnown === 'full' ? stintFields(outing, stint, random) : {}
      if (effortKnown === 'full') made.stint.push(record(id, fields))
      stint.strikes.forEach((strike, k) => {
        if (effortKnown === 'none' && strike.outcome !== 'landed') return
        const cadence = { pauseS: Number(fields.pauseS ?? 0), workS: Number(fields.workS ?? 0) }
        made.strike.push(
          record(
            `${id}-${k + 1}`,
            strikeFields(outing, stint, strike, effortKnown === 'full' ? id : undefined, cadence, random, without),
          ),
        )
      })
    })
  }
}

function readingFields(outing: Outing, reading: DemoReading, first: boolean, valley: readonly DayWeather[]): Fields {
  const { water, weather } = outing
  const { airC, rainMm, windFromDeg } = weather
  return {
    time: isoUtc(instant(outing, reading.hour)),
    waterTempC: Math.round(toSi(reading.tempF, 'F') * 1000) / 1000,
    visibilityM: feet(reading.sightFt),
    tint: HABITS[water].tint,
    cloudPct: reading.cloudPct,
    windMps: Math.round(toSi(reading.windMph, 'mph') * 1000) / 1000,
    windFromDeg,
    airTempC: airC,
    pressureHpa: pressureAt(valley, instant(outing, reading.hour)),
    ...(reading.current ? { current: reading.current } : {}),
    ...(rainMm > 0
      ? {
          precipitation: rainMm > 8 ? 'rain' : 'drizzle',
          ...(first ? { rainMm: Math.round(10 * (rainMm / 4)) / 10 } : {}),
        }
      : { precipitation: 'none' }),
    source: 'hand',
  }
}

const RETRIEVES: Readonly<Record<string, readonly string[]>> = {
  'suspending jerkbait': ['rip and stop', 'sweep and pause'],
  'deep suspending jerkbait': ['sweep and pause'],
  'lipless crankbait': ['lift and fall', 'steady'],
  'walking topwater': ['walk'],
  popper: ['spit'],
  'drop shot': ['shake', 'twitch in place'],
  'finesse jig': ['drag', 'slow crawl on bottom'],
  'wedge-tail swimbait': ['slow crawl on bottom', 'free fall at edges'],
}

function stintFields(outing: Outing, stint: DemoStint, random: Random): Fields {
  const { lure, angler, reason } = stint
  const [shallow, deep] = lure.runsFt
  const lureDepthFt = shallow + Math.round(random() * (deep - shallow))
  const spots = SPOTS.filter(({ water }) => water === outing.water)
  const spot = random() < 0.75 ? at(spots, Math.floor(random() * spots.length)) : undefined
  const jerkbait = lure.class.includes('jerkbait')
  return {
    lure: lure.id,
    angler,
    start: isoUtc(instant(outing, stint.from)),
    end: isoUtc(instant(outing, stint.to)),
    lureDepthM: feet(lureDepthFt),
    depthM: feet(Math.max(lureDepthFt + 1, bottomFtAt(outing, (stint.from + stint.to) / 2) + Math.round(random()))),
    retrieve: at(
      RETRIEVES[lure.class] ?? ['steady', 'stop-and-go'],
      Math.floor(random() * (RETRIEVES[lure.class]?.length ?? 2)),
    ),
    ...(reason ? { reason } : {}),
    ...(reason === 'hunch' ? { intent: 'test' } : {}),
    ...(spot ? { spot: spot.id } : {}),
    ...(jerkbait ? { pauseS: at([2, 4, 6, 10], Math.floor(random() * 4)), workS: 1.5 } : cadenceOf(lure.class)),
    setup: rodOf(lure),
    ...saidOnTheWater(outing, stint, spot?.id),
  }
}

/** What a careful crew says in a tap, drawn apart so that nothing else of the book hangs on it. */
function saidOnTheWater(outing: Outing, stint: DemoStint, spot: string | undefined): Fields {
  const random = seededRandom(Math.floor(instant(outing, stint.from) / MINUTE_MS) + stint.angler.length)
  const ofWater = SPOTS.filter(({ water }) => water === outing.water)
  const near = at(ofWater, Math.floor(random() * ofWater.length))
  const windblown = random() < 0.4
  return {
    castLength: random() < 0.2 ? 'long' : random() < 0.3 ? 'short' : 'normal',
    direction: at(['along', 'along', 'down-slope', 'up-slope'], Math.floor(random() * 4)),
    windblown,
    // Away from any spot that has a name, the kind of place is said.
    ...(spot === undefined && random() < 0.8 ? { structure: near.structure, cover: near.cover } : {}),
  }
}

const SETUP_OF_CLASS: readonly (readonly [RegExp, string])[] = [
  [/jerkbait/, 'Jerk rod'],
  [/crank|plug|squarebill/, 'Crank rod'],
  [/spinnerbait|bladed|umbrella|long hair/, 'Blade rod'],
  [/flipping|frog|toad/, 'Flip rod'],
  [/jig|Texas|tube/, 'Jig rod'],
  [/swimbait|glide/, 'Swimbait rod'],
  [/topwater|popper|prop|buzz/, 'Topwater rod'],
]
/** The rod it is tied to: its own, else that of its like; what is small and light goes on spinning tackle. */
const rodOf = ({ id, class: kind }: DemoLure): string =>
  SETUPS.find(({ lure }) => lure === id)?.id ??
  SETUP_OF_CLASS.find(([like]) => like.test(kind))?.[1] ??
  'Light spinning rod'

/** Seconds of work and pause of what is not fished by the pause. */
function cadenceOf(kind: string): { readonly pauseS: number; readonly workS: number } {
  if (/jig|worm|tube|rig|shot|spoon|shaky/.test(kind)) return { pauseS: 3, workS: 2 }
  if (/popper|prop|frog/.test(kind)) return { pauseS: 1.5, workS: 1 }
  return { pauseS: 0, workS: 2 }
}

/** The bottom along the shore the boat works that day, which all aboard lie over: a slow swell from bank to drop and back. */
function bottomFtAt({ water, weather }: Outing, hour: number): number {
  const day = new Date(`${weather.date}T00:00:00Z`).getUTCDate()
  return at(HABITS[water].depthFt, 0) + Math.round(4 + 4 * Math.sin(hour * 0.9 + day))
}

const PHASES = ['moving', 'still', 'on the restart after a pause', 'on the fall', 'on deflection'] as const
const PAUSED = ['still', 'on the restart after a pause'] as const
const WORKED = ['moving', 'on the fall', 'on deflection'] as const

interface Cadence {
  readonly pauseS: number
  readonly workS: number
}

/** No phase is preferred: where the cadence is known, strikes come in it by its share of the time. */
function phaseOf(draw: number, { pauseS, workS }: Cadence): string {
  if (pauseS + workS === 0) return at(PHASES, Math.floor(draw * PHASES.length))
  const paused = pauseS / (pauseS + workS)
  return draw < paused
    ? at(PAUSED, Math.floor((draw / paused) * PAUSED.length))
    : at(WORKED, Math.floor(((draw - paused) / (1 - paused)) * WORKED.length))
}

function strikeFields(
  outing: Outing,
  { lure, angler }: DemoStint,
  { hour, outcome }: DemoStrike,
  stint: string | undefined,
  cadence: Cadence,
  random: Random,
  without: Truth | undefined,
): Fields {
  const timeUnknown = stint === undefined && random() < 0.5
  return {
    time: isoUtc(instant(outing, timeUnknown ? 0 : hour)),
    ...(timeUnknown ? { timeUnknown } : {}),
    ...(stint ? { stint } : { angler }),
    ...(outcome ? { outcome } : {}),
    phase: phaseOf(random(), cadence),
    ...(outcome === 'landed' ? fishFields(outing, lure, random, without) : {}),
  }
}

/** Weight log-normal about the water's own median; length by the usual cube. Now and then another species takes it. */
function fishFields({ water }: Outing, lure: DemoLure, random: Random, without: Truth | undefined): Fields {
  const { species, bigness } = HABITS[water]
  const other = random() < 0.04
  const weightG = Math.round(680 * bigness * heavierBy(lure.id, water, without) * Math.exp(0.42 * drawNormal(random)))
  const lengthCm = (weightG / 0.0113) ** (1 / 3.06)
  return {
    species: other
      ? water === 'Pellock Mill Pond'
        ? 'catfish'
        : 'pike'
      : at(species, Math.floor(random() * species.length)),
    lengthMm: inches(Math.round((lengthCm / 2.54) * 4) / 4),
    ...(random() < 0.9 ? { weightG } : {}),
    hookPosition: at(['deep', 'both hooks', 'mouth', 'mouth', 'lip', 'rear hook outside'], Math.floor(random() * 6)),
  }
}

/** Whole minutes, hours of fishing after the start. */
function instant({ weather, from }: Outing, hours: number): number {
  const clock = { hour: Math.floor(from), minute: Math.round((from % 1) * 60) }
  return resolveWallTime(weather.date, clock, ZONE).ms + Math.floor(hours * 60 + 1e-6) * MINUTE_MS
}
