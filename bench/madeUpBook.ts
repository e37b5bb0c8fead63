import { BAND_NAMES, HOUR_MS, MINUTE_MS, isoUtc, planCuts, seededRandom } from '@jotbook/core'
import type { BookRecords, Random, Reading, Stint, Strike, Trip } from '@jotbook/core'

export const STINTS = 40
/** Days of ten hours in stints of a quarter of an hour, with everything read every hour, and weather reports of two days before. */
export function madeUpBook(tripCount: number): BookRecords {
  const random = seededRandom(5)
  const trips: Trip[] = []
  const stints: Stint[] = []
  const readings: Reading[] = []
  const strikes: Strike[] = []
  for (let t = 0; t < tripCount; t++) {
    const id = `t${t}`
    const startMs = Date.UTC(2024, 1, 1, 12) + t * 5 * 24 * HOUR_MS
    trips.push({
      id,
      water: 'w',
      start: isoUtc(startMs),
      end: isoUtc(startMs + 10 * HOUR_MS),
      timeZone: 'America/Chicago',
    })
    for (let hour = -48; hour <= 10; hour += hour < 0 ? 6 : 1)
      readings.push(reading(random, id, startMs + hour * HOUR_MS, hour))
    for (let s = 0; s < STINTS; s++) {
      const start = startMs + s * 15 * MINUTE_MS
      stints.push({
        id: `${id}s${s}`,
        trip: id,
        lure: `l${s % 8}`,
        start: isoUtc(start),
        end: isoUtc(start + 15 * MINUTE_MS),
        depthM: 4,
      })
      for (let k = 0; k < 3; k++)
        strikes.push({
          id: `${id}s${s}k${k}`,
          trip: id,
          stint: `${id}s${s}`,
          time: isoUtc(start + k * 4 * MINUTE_MS),
          outcome: 'landed',
        })
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
  const waters = [
    {
      id: 'w',
      name: 'made-up water',
      latitude: 36.9,
      longitude: -85.1,
      timeZone: 'America/Chicago',
      forage: ['perch'],
    },
  ]
  return { waters, spots: [], lures, setups: [], trips, stints, readings, strikes }
}

const reading = (random: Random, trip: string, ms: number, hour: number): Reading => ({
  id: `${trip}r${hour}`,
  trip,
  time: isoUtc(ms),
  ...(hour < 0
    ? { source: 'weather report' }
    : {
        waterTempC: 8 + 4 * random(),
        visibilityM: 0.5 + 3 * random(),
        tint: 'green',
        current: random() < 0.5 ? 'on' : 'off',
        source: 'hand',
      }),
  cloudPct: 100 * random(),
  windMps: 9 * random(),
  windFromDeg: 360 * random(),
  airTempC: 12 * random(),
  pressureHpa: 1005 + 20 * random(),
  rainMm: random(),
})

/** All conditions there are. */
export const everything = planCuts(
  [...BAND_NAMES, 'front', 'fish_season', 'season', 'level', 'matches_prey', 'lure'],
  [],
)
