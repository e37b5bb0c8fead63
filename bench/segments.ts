import { performance } from 'node:perf_hooks'
import { BAND_NAMES, HOUR_MS, MINUTE_MS, buildColumns, isoUtc, moonPosition, planCuts, seededRandom, sunPosition } from '@jotbook/core'
import type { BookRecords, Reading, Stint, Strike, Trip } from '@jotbook/core'

/**
 * Cutting a book into segments with every condition worked out, against the same cut by lure alone and against asking the ephemeris
 * once a segment, in one run on one core.
 */
const TRIPS = 150
const STINTS = 40
const random = seededRandom(5)

function madeUpBook(): BookRecords {
  const trips: Trip[] = []
  const stints: Stint[] = []
  const readings: Reading[] = []
  const strikes: Strike[] = []
  for (let t = 0; t < TRIPS; t++) {
    const id = `t${t}`
    const startMs = Date.UTC(2024, 1, 1, 12) + t * 5 * 24 * HOUR_MS
    trips.push({ id, water: 'w', start: isoUtc(startMs), end: isoUtc(startMs + 10 * HOUR_MS), timeZone: 'America/Chicago' })
    for (let hour = -48; hour <= 10; hour += hour < 0 ? 6 : 1) readings.push(reading(id, startMs + hour * HOUR_MS, hour))
    for (let s = 0; s < STINTS; s++) {
      const start = startMs + s * 15 * MINUTE_MS
      stints.push({ id: `${id}s${s}`, trip: id, lure: `l${s % 8}`, start: isoUtc(start), end: isoUtc(start + 15 * MINUTE_MS), depthM: 4 })
      for (let k = 0; k < 3; k++)
        strikes.push({ id: `${id}s${s}k${k}`, trip: id, stint: `${id}s${s}`, time: isoUtc(start + k * 4 * MINUTE_MS), outcome: 'landed' })
    }
  }
  const lures = Array.from({ length: 8 }, (_, i) => ({
    id: `l${i}`,
    name: `lure ${i}`,
    class: 'suspending jerkbait',
    runsFromM: 1,
    runsToM: 2,
    standsFor: ['perch'],
  }))
  const waters = [{ id: 'w', name: 'made-up water', latitude: 36.9, longitude: -85.1, timeZone: 'America/Chicago', forage: ['perch'] }]
  return { waters, spots: [], lures, setups: [], trips, stints, readings, strikes }
}

const reading = (trip: string, ms: number, hour: number): Reading => ({
  id: `${trip}r${hour}`,
  trip,
  time: isoUtc(ms),
  ...(hour < 0
    ? { source: 'weather report' }
    : { waterTempC: 8 + 4 * random(), visibilityM: 0.5 + 3 * random(), tint: 'green', current: random() < 0.5 ? 'on' : 'off', source: 'hand' }),
  cloudPct: 100 * random(),
  windMps: 9 * random(),
  windFromDeg: 360 * random(),
  airTempC: 12 * random(),
  pressureHpa: 1005 + 20 * random(),
  rainMm: random(),
})

function perSecond(work: () => number): number {
  work()
  const from = performance.now()
  let done = 0
  while (performance.now() - from < 4000) done += work()
  return (1000 * done) / (performance.now() - from)
}

const book = madeUpBook()
const everything = planCuts([...BAND_NAMES, 'front', 'fish_season', 'season', 'level', 'matches_prey', 'lure'], [])
const all = perSecond(() => buildColumns(book, everything).rows)
const bare = perSecond(() => buildColumns(book, planCuts(['lure'], [])).rows)
const asked = perSecond(() => {
  for (let i = 0; i < 5000; i++) {
    const time = new Date(Date.UTC(2024, 1, 1) + i * 7 * MINUTE_MS)
    sunPosition(time, 36.9, -85.1)
    moonPosition(time, 36.9, -85.1)
  }
  return 5000
})
const thousands = (rate: number): string => `${(rate / 1000).toFixed(1)} thousand a second`
console.log(
  `segments with all ${BAND_NAMES.length + 5} conditions: ${thousands(all)}, aim 200; ${(all / asked).toFixed(1)} times as fast as asking the ephemeris once a segment (${thousands(asked)})`,
)
console.log(`stints laid out by lure alone: ${thousands(bare)}`)
console.log(`(${buildColumns(book, everything).rows} segments of ${TRIPS * STINTS} stints)`)
