import { at, drawNormal, isoUtc, seededRandom, toSi } from '@jotbook/core'
import type { Fields, Random } from '@jotbook/core'
import { writeBundle } from '@jotbook/core/formats'
import type { StoredRecord } from '@jotbook/core/formats'
import { readingsOf } from './course.ts'
import type { DemoReading } from './course.ts'
import { phaseOf, saidOfStint, saidOfStrike, seenAt } from './crew.ts'
import { chooseOutings, coldChop } from './chooseOutings.ts'
import type { Outing } from './chooseOutings.ts'
import { dayLuck, fish } from './fishing.ts'
import type { DemoStint, DemoStrike } from './fishing.ts'
import { instant } from './instant.ts'
import { outlineOfWater } from './outlineOfWater.ts'
import { HABITS, LURES, SETUPS, SPOTS, WATERS, ZONE, feet, inches } from './scenario.ts'
import type { DemoLure } from './scenario.ts'
import { heavierBy } from './truths.ts'
import type { Truth } from './truths.ts'
import { reportsBefore } from './reportsBefore.ts'
import { makeWeather, pressureAt } from './weather.ts'
import type { DayWeather } from './weather.ts'

const SEED = 1083
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
      seededRandom(seed + 6200 + i),
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

// eslint-disable-next-line max-params -- the random numbers and the truth that is left out go all the way down
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
      ? { limit: BAG, minLengthMm: inches(14), weighIn: isoUtc(instant(outing, outing.hours)) }
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
  const caught: StoredRecord[] = []
  for (const angler of people) {
    fish(outing, readings, angler, luck, random, without).forEach((stint, i) => {
      const id = `${trip}-${at(angler, 0)}${i + 1}`
      const fields = effortKnown === 'full' ? stintFields(outing, stint, random) : {}
      if (effortKnown === 'full') made.stint.push(record(id, fields))
      stint.strikes.forEach((strike, k) => {
        if (effortKnown === 'none' && strike.outcome !== 'landed') return
        caught.push(
          record(
            `${id}-${k + 1}`,
            strikeFields(
              outing,
              stint,
              { ...strike, nth: k },
              effortKnown === 'full' ? id : undefined,
              random,
              without,
            ),
          ),
        )
      })
    })
  }
  made.strike.push(...(outing.purpose === 'tournament' ? withBag(caught) : caught))
}

const BAG = 5

/** Of a tournament's fish the five heaviest that are long enough are kept. */
function withBag(caught: readonly StoredRecord[]): StoredRecord[] {
  const kept = caught
    .filter(({ fields: { outcome, lengthMm, weightG } }) => {
      return outcome === 'landed' && typeof weightG === 'number' && Number(lengthMm) >= inches(14)
    })
    .sort((a, b) => Number(b.fields.weightG) - Number(a.fields.weightG))
    .slice(0, BAG)
  return caught.map((one) => (kept.includes(one) ? { ...one, fields: { ...one.fields, kept: true } } : one))
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
    ...seenAt(outing, reading.hour),
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
  const { spot, windblown, pauseS, workS } = stint.presented
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
    ...(spot ? { spot } : {}),
    pauseS,
    workS,
    windblown,
    setup: rodOf(lure),
    ...saidOfStint(outing, stint, stint.presented),
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

/** The bottom along the shore the boat works that day, which all aboard lie over: a slow swell from bank to drop and back. */
function bottomFtAt({ water, weather }: Outing, hour: number): number {
  const day = new Date(`${weather.date}T00:00:00Z`).getUTCDate()
  return at(HABITS[water].depthFt, 0) + Math.round(4 + 4 * Math.sin(hour * 0.9 + day))
}

// eslint-disable-next-line max-params -- the random numbers and the truth that is left out go all the way down
function strikeFields(
  outing: Outing,
  fished: DemoStint,
  { hour, outcome, nth }: DemoStrike & { readonly nth: number },
  stint: string | undefined,
  random: Random,
  without: Truth | undefined,
): Fields {
  const timeUnknown = stint === undefined && random() < 0.5
  return {
    time: isoUtc(instant(outing, timeUnknown ? 0 : hour)),
    ...(timeUnknown ? { timeUnknown } : {}),
    ...(stint ? { stint } : { angler: fished.angler }),
    phase: phaseOf(random(), fished.lure.class, fished.presented),
    ...saidOfStrike(outing, fished, { hour, outcome, nth }),
    ...(outcome === 'landed' ? fishFields(outing, fished.lure, random, without) : {}),
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
