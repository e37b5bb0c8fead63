import { DAY_MS, buildColumns, dayMeans, epochMs, localDate, planCuts, timeZoneOf } from '@jotbook/core'
import type { BookRecords, Id } from '@jotbook/core'

export type YearField = 'waterTempC' | 'visibilityM' | 'levelM' | 'windMps'

/** One day's mean of a condition. `day` runs from 0 (1 January) to 365. */
export interface YearPoint {
  readonly year: number
  readonly day: number
  readonly date: string
  readonly value: number
}

/** The hours of one trip, by the day it began. */
export interface YearHours {
  readonly year: number
  readonly day: number
  readonly hours: number
}

export interface WaterYears {
  readonly readings: Readonly<Record<YearField, readonly YearPoint[]>>
  readonly hours: readonly YearHours[]
}

/** A water over the years: daily means of what was read on its trips by hand or sounder, and the hours fished. */
export function yearsOf(book: BookRecords, water: Id<'water'>): WaterYears {
  const trips = new Map(book.trips.filter((trip) => trip.water === water).map((trip) => [trip.id, trip]))
  const zone = timeZoneOf(
    undefined,
    book.waters.find(({ id }) => id === water),
  )
  const own = book.readings
    .filter(({ trip, spot, source }) => trips.has(trip) && !spot && source !== 'weather report')
    .map((reading) => ({ ms: epochMs(reading.time), reading }))
  const columns = buildColumns({ ...book, trips: [...trips.values()] }, planCuts(['trip'], []))
  const hoursOfTrip = new Map<string, number>()
  columns.hours.forEach((hours, row) => {
    const trip = columns.trip.levels[columns.trip.codes[row] ?? -1] ?? ''
    hoursOfTrip.set(trip, (hoursOfTrip.get(trip) ?? 0) + hours)
  })
  const course = (field: YearField): YearPoint[] =>
    dayMeans(own, field, (ms) => localDate(ms, zone))
      .map(({ day: date, mean }) => ({ ...dayOf(date), date, value: mean }))
      .sort((a, b) => (a.date < b.date ? -1 : 1))
  return {
    readings: {
      waterTempC: course('waterTempC'),
      visibilityM: course('visibilityM'),
      levelM: course('levelM'),
      windMps: course('windMps'),
    },
    hours: [...hoursOfTrip].flatMap(([id, hours]) => {
      const trip = trips.get(id)
      return trip && hours > 0 ? [{ ...dayOf(localDate(epochMs(trip.start), zone)), hours }] : []
    }),
  }
}

function dayOf(date: string): { year: number; day: number } {
  const year = Number(date.slice(0, 4))
  return { year, day: (Date.parse(`${date}T00:00:00Z`) - Date.UTC(year, 0, 1)) / DAY_MS }
}
