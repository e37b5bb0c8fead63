import { at as element, epochMs, isoUtc, resolveWallTime, toSi } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { writeBundle } from '@jotbook/core/formats'
import type { StoredRecord } from '@jotbook/core/formats'
import { arrivals, seeded } from './random.ts'
import { DAYS, LURES, WATERS, trueRate } from './scenario.ts'
import type { Day } from './scenario.ts'

const SEED = 20260228
const MINUTE_MS = 60_000

const inches = (value: number): number => Math.round(toSi(value, 'in') * 1e4) / 10

/** A pick from a list. */
type Pick = <T>(list: readonly T[]) => T

interface Made {
  readonly trip: StoredRecord[]
  readonly stint: StoredRecord[]
  readonly reading: StoredRecord[]
  readonly strike: StoredRecord[]
}

/** The demo book as the files of a bundle; the same seed gives the same bytes. */
export function demoBundle(seed = SEED): Map<string, string> {
  const random = seeded(seed)
  const made: Made = { trip: [], stint: [], reading: [], strike: [] }
  DAYS.forEach((day, i) => makeTrip(`T${String(i + 1).padStart(2, '0')}`, day, random, made))
  const record = (id: string, fields: Fields): StoredRecord => ({ id, foreignId: id, fields })
  return writeBundle({
    water: WATERS.map(({ id, ...fields }) => record(id, { name: id, ...fields })),
    lure: LURES.map(({ id, lengthIn, weightOz, runsFt, ...fields }) =>
      record(id, {
        name: id,
        ...fields,
        lengthMm: inches(lengthIn),
        weightG: Math.round(toSi(weightOz, 'oz') * 10) / 10,
        runsFromM: toSi(runsFt[0], 'ft'),
        runsToM: toSi(runsFt[1], 'ft'),
      }),
    ),
    ...made,
  })
}

function makeTrip(trip: string, day: Day, random: () => number, made: Made): void {
  const pick: Pick = (list) => element(list, Math.floor(random() * list.length))
  const start = at(day, 0)
  const record = (id: string, fields: Fields): StoredRecord => ({ id, foreignId: id, fields: { trip, ...fields } })
  made.trip.push({
    id: trip,
    foreignId: trip,
    fields: {
      water: day.water,
      start: isoUtc(start),
      end: isoUtc(at(day, day.hours)),
      timeZone: 'America/Chicago',
      purpose: day.purpose,
      platform: day.water.includes('Pond') ? 'bank' : 'boat',
      anglers: [...day.people],
      effortKnown: 'full',
      target: [],
    },
  })
  readings(trip, day, made)
  // A good day is good for every rod: log-normal, sd 0.4, mean one.
  const dayEffect = Math.exp(0.4 * normal(random) - 0.08)
  day.people.forEach((angler, person) => {
    let from = person === 0 ? 0 : 0.1
    for (let n = 1; from < day.hours - 0.25; n++) {
      const to = Math.min(day.hours, from + 0.5 + random())
      const lure = pick(LURES.slice(0, day.water.includes('Pond') ? 6 : 5).concat(day.startF < 50 ? [element(LURES, 0), element(LURES, 0)] : []))
      const stint = `${trip}-${angler[0]}${n}`
      const depthFt = lure.runsFt[0] + Math.round(random() * (lure.runsFt[1] - lure.runsFt[0]))
      made.stint.push(
        record(stint, {
          lure: lure.id,
          angler,
          start: isoUtc(at(day, from)),
          end: isoUtc(at(day, to)),
          lureDepthM: toSi(depthFt, 'ft'),
          depthM: toSi(depthFt + 2 + Math.round(random() * 6), 'ft'),
          reason: n === 1 ? 'plan' : pick(['plan', 'hunch', 'rotation', 'others blank']),
        }),
      )
      const rate = dayEffect * trueRate(lure.id, day.startF + (day.riseF * from) / day.hours, day.cloudPct)
      arrivals(random, rate, to - from).forEach((hours, i) => made.strike.push(strike(`${stint}-${i + 1}`, stint, at(day, from + hours), random, pick, record)))
      from = to + (random() < 0.3 ? 0.15 : 0)
    }
  })
}

function strike(id: string, stint: string, ms: number, random: () => number, pick: Pick, record: (id: string, fields: Fields) => StoredRecord): StoredRecord {
  const draw = random()
  const outcome = draw < 0.08 ? 'raised' : draw < 0.3 ? 'missed' : draw < 0.45 ? 'lost' : draw < 0.96 ? 'landed' : null
  const lengthIn = Math.round((12.5 + 2.2 * normal(random)) * 4) / 4
  const landed = outcome === 'landed' ? { species: 'largemouth', lengthMm: inches(lengthIn), weightG: Math.round(0.0113 * (lengthIn * 2.54) ** 3.06) } : {}
  return record(id, {
    stint,
    time: isoUtc(Math.floor(ms / MINUTE_MS) * MINUTE_MS),
    ...(outcome ? { outcome } : {}),
    phase: pick(['moving', 'still', 'on the restart after a pause', 'on the fall']),
    ...landed,
  })
}

/** Read at the ramp and about every two and a half hours after. */
function readings(trip: string, day: Day, made: Made): void {
  const times = [0, ...[2.5, 5, 7.5].filter((hour) => hour < day.hours - 0.5)]
  times.forEach((hour, i) => {
    const share = hour / day.hours
    const id = `${trip}-reading-${i + 1}`
    made.reading.push({
      id,
      foreignId: id,
      fields: {
        trip,
        time: isoUtc(at(day, hour)),
        waterTempC: toSi(Math.round((day.startF + day.riseF * share) * 10) / 10, 'F'),
        visibilityM: toSi(day.sightFt, 'ft'),
        tint: day.water.includes('Pond') ? 'clay' : 'green',
        cloudPct: day.cloudPct,
        windMps: toSi(Math.round(day.windMph[0] + (day.windMph[1] - day.windMph[0]) * share), 'mph'),
        windFromDeg: 225,
        source: 'hand',
      },
    })
  })
}

/** Whole minutes, local hours after the start of the day's fishing. */
function at(day: Day, hours: number): number {
  const clock = { hour: Math.floor(day.from), minute: Math.round((day.from % 1) * 60) }
  const start = resolveWallTime(day.date, clock, 'America/Chicago').ms
  return epochMs(isoUtc(start + Math.round(hours * 60) * MINUTE_MS))
}

/** Standard normal by Box and Muller. */
function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
}
