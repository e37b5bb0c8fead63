import type { BookRecords } from '../effort/index.ts'
import { drawNormal, drawPoisson, seededRandom } from '../numerics/index.ts'
import { bookOfTrips } from './bookOfTrips.ts'
import type { MadeTrip } from './bookOfTrips.ts'

const LURES = ['A', 'B', 'C', 'D', 'E', 'F']
const LUCK_SD = 0.4
const WINDY_MPS = 4

/** What the rate of a lure truly is in some wind, apart from the luck of the trip. */
export const trueRate = (lure: string, windMps: number, pattern: boolean): number =>
  pattern && lure === 'A' ? (windMps > WINDY_MPS ? 3 : 0.3) : 0.9

/** Six lures, an hour each a trip; with `pattern` lure A lives by the wind and the others do not, without it all are alike. */
export function patternWorld(trips: number, seed: number, pattern: boolean): BookRecords {
  const random = seededRandom(seed)
  const made = Array.from({ length: trips }, (): MadeTrip => {
    const luck = Math.exp(LUCK_SD * drawNormal(random))
    const windMps = 8 * random()
    return {
      hours: 6,
      readings: [
        { at: 0, waterTempC: 8 + 10 * random(), windMps },
        { at: 3, windMps },
        { at: 6, windMps },
      ],
      stints: LURES.map((lure, i) => {
        const count = drawPoisson(random, trueRate(lure, windMps, pattern) * luck)
        return { lure, from: i, to: i + 1, strikes: Array.from({ length: count }, (_, k) => i + (k + 0.5) / count) }
      }),
    }
  })
  return bookOfTrips(made)
}
