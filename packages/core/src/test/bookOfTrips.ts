import type { BookRecords } from '../effort/index.ts'
import { DAY_MS, isoUtc } from '../time/index.ts'
import type { Reading, Stint, Strike } from '../vocabulary/index.ts'

export const emptyBook = (): BookRecords => ({
  waters: [],
  spots: [],
  lures: [],
  setups: [],
  trips: [],
  stints: [],
  readings: [],
  strikes: [],
})

export interface MadeTrip {
  /** Hours from the start of the trip. */
  readonly stints: readonly {
    readonly lure: string
    readonly from: number
    readonly to: number
    readonly strikes: readonly number[]
    readonly spot?: string
  }[]
  readonly readings?: readonly ({ readonly at: number } & Partial<Omit<Reading, 'id' | 'trip' | 'time'>>)[]
  readonly hours: number
}

const START_MS = Date.UTC(2025, 3, 1, 12)

/** A book of one water from trips a week apart, told by the hour. Lures that are named are made, each a class of its own. */
export function bookOfTrips(trips: readonly MadeTrip[]): BookRecords {
  const at = (t: number, hour: number): string => isoUtc(START_MS + t * 7 * DAY_MS + hour * 3_600_000)
  const lures = [...new Set(trips.flatMap(({ stints }) => stints.map(({ lure }) => lure)))]
  const stints: Stint[] = []
  const strikes: Strike[] = []
  const readings: Reading[] = []
  trips.forEach((trip, t) => {
    trip.stints.forEach(({ lure, from, to, strikes: hours, spot }, s) => {
      const id = `t${t}s${s}`
      stints.push({ id, trip: `t${t}`, lure, start: at(t, from), end: at(t, to), ...(spot ? { spot } : {}) })
      hours.forEach((hour, k) =>
        strikes.push({ id: `${id}k${k}`, trip: `t${t}`, stint: id, time: at(t, hour), outcome: 'landed' }),
      )
    })
    trip.readings?.forEach(({ at: hour, ...fields }, r) =>
      readings.push({ id: `t${t}r${r}`, trip: `t${t}`, time: at(t, hour), ...fields }),
    )
  })
  return {
    ...emptyBook(),
    waters: [{ id: 'w', name: 'made-up water', timeZone: 'UTC' }],
    spots: [{ id: 'p', name: 'point', water: 'w', structure: 'main point' }],
    lures: lures.map((id) => ({ id, name: id, class: id })),
    trips: trips.map(({ hours }, t) => ({ id: `t${t}`, water: 'w', start: at(t, 0), end: at(t, hours) })),
    stints,
    strikes,
    readings,
  }
}
