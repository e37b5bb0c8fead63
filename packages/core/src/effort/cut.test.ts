import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { Scene, bandIndex, trackIn, waterPast } from '../conditions/index.ts'
import { BAND_NAMES, DEFAULT_BANDS } from '../vocabulary/index.ts'
import { Cutter } from './cut.ts'
import { mergedEdges } from './splitStints.ts'
import { timedTrip } from './timedTrip.ts'
import type { TimedTrip } from './types.ts'

const MINUTE = 60_000
const HOUR = 3_600_000
const START = Date.UTC(2026, 3, 11, 10)
const iso = (ms: number): string => new Date(ms).toISOString()

const edges = mergedEdges(BAND_NAMES.map((name) => DEFAULT_BANDS[name]))
const cutter = new Cutter({ edges, classes: ['front', 'fishSeason', 'current'] })

const reading = fc.record({
  hour: fc.double({ min: -40, max: 11, noNaN: true }),
  waterTempC: fc.double({ min: 4, max: 24, noNaN: true }),
  visibilityM: fc.double({ min: 0.2, max: 5, noNaN: true }),
  cloudPct: fc.double({ min: 0, max: 100, noNaN: true }),
  windMps: fc.double({ min: 0, max: 10, noNaN: true }),
  pressureHpa: fc.double({ min: 1000, max: 1030, noNaN: true }),
  current: fc.constantFrom('on', 'off'),
})

/** A day of eleven hours in two stints with a gap, at two depths, on a water read on forty days before. */
function dayWith(readings: readonly { hour: number }[]): TimedTrip {
  const stint = (id: string, from: number, to: number, lureDepthM: number) => ({
    stint: id,
    lure: 'l',
    angler: null,
    start: iso(START + from * HOUR),
    end: iso(START + to * HOUR),
    lureDepthM,
  })
  return timedTrip({
    trip: 't',
    start: iso(START),
    end: iso(START + 11 * HOUR),
    timeZone: 'America/Chicago',
    latitude: 36.9,
    longitude: -85.1,
    stints: [stint('a', 0, 4.5, 1), stint('b', 5, 11, 3)],
    readings: readings.map(({ hour, ...fields }) => ({ time: iso(Math.round(START + hour * HOUR)), ...fields })),
    strikes: [],
  })
}

const PAST = waterPast(
  Array.from({ length: 40 }, (_, i) => ({
    time: iso(START - (i + 3) * 24 * HOUR),
    waterTempC: 5 + i / 3,
    airTempC: 10 + (i % 7),
    visibilityM: 1 + (i % 3),
  })),
)

describe('Cutter', () => {
  it('puts every minute of every stint into the band that the condition itself has then, for all conditions at once', () => {
    fc.assert(
      fc.property(fc.array(reading, { minLength: 2, maxLength: 8 }), (readings) => {
        const trip = dayWith(readings)
        const { cuts } = cutter.cut(trip, PAST)
        for (const { stint, fromMs, toMs, stretches, stretch } of cuts) {
          const scene = new Scene({ ...trip, lureDepthM: stint.lureDepthM! }, PAST)
          cutter.conditions.forEach((condition, c) => {
            const track = trackIn(scene, condition.name, condition.edges)
            // A millisecond is left at either end: cuts are whole milliseconds.
            for (let ms = fromMs + 1; ms < toMs - 1; ms += 17 * MINUTE) {
              const { value, stale } = track.at(ms)
              const held = condition.valueOf(stretches.codeOf(stretch, c))
              const band = (one: number | string | null): number | string | null =>
                typeof one === 'number' && condition.edges ? bandIndex(one, condition.edges) : one
              expect([band(held), stretches.isStale(stretch, c)], `${condition.name} at ${iso(ms)}`).toEqual([
                band(value),
                stale,
              ])
            }
          })
        }
      }),
      { numRuns: 25, seed: 4 },
    )
  })

  it('leaves no time out and counts none twice', () => {
    fc.assert(
      fc.property(fc.array(reading, { maxLength: 8 }), (readings) => {
        const { cuts } = cutter.cut(dayWith(readings), PAST)
        for (const [id, from, to] of [
          ['a', 0, 4.5],
          ['b', 5, 11],
        ] as const) {
          const own = cuts.filter(({ stint }) => stint.stint === id)
          expect([own[0]!.fromMs, own.at(-1)!.toMs]).toEqual([START + from * HOUR, START + to * HOUR])
          own.slice(1).forEach((cut, i) => expect(cut.fromMs).toBe(own[i]!.toMs))
        }
      }),
      { numRuns: 50 },
    )
  })
})
