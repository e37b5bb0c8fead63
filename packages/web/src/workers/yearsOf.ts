import { buildColumns, epochMs, localDate, planCuts } from '@jotbook/core'
import type { BookRecords, Reading } from '@jotbook/core'

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
export function yearsOf(book: BookRecords, water: string): WaterYears {
  const trips = new Map(book.trips.filter((trip) => trip.water === water).map((trip) => [trip.id, trip]))
  const zone = book.waters.find(({ id }) => id === water)?.timeZone ?? 'UTC'
  const own = book.readings.filter(({ trip, spot, source }) => trips.has(trip) && !spot && source !== 'weather report')
  const columns = buildColumns({ ...book, trips: [...trips.values()] }, planCuts(['trip'], []))
  const hoursOfTrip = new Map<string, number>()
  columns.hours.forEach((hours, row) => {
    const trip = columns.trip.levels[columns.trip.codes[row] ?? -1] ?? ''
    hoursOfTrip.set(trip, (hoursOfTrip.get(trip) ?? 0) + hours)
  })
  return {
    readings: {
      waterTempC: dayMeans(own, 'waterTempC', zone),
      visibilityM: dayMeans(own, 'visibilityM', zone),
      levelM: dayMeans(own, 'levelM', zone),
      windMps: dayMeans(own, 'windMps', zone),
    },
    hours: [...hoursOfTrip].flatMap(([id, hours]) => {
      const trip = trips.get(id)
      return trip && hours > 0 ? [{ ...dayOf(localDate(epochMs(trip.start), zone)), hours }] : []
    }),
  }
}

function dayMeans(readings: readonly Reading[], field: YearField, zone: string): YearPoint[] {
  const days = new Map<string, number[]>()
  for (const reading of readings) {
    const value = reading[field]
    if (typeof value !== 'number') continue
    const date = localDate(epochMs(reading.time), zone)
    days.set(date, [...(days.get(date) ?? []), value])
  }
  return [...days]
    .map(([date, values]) => ({
      ...dayOf(date),
      date,
      value: values.reduce((sum, value) => sum + value, 0) / values.length,
    }))
    .sort((a, b) => (a.date < b.date ? -1 : 1))
}

function dayOf(date: string): { year: number; day: number } {
  const year = Number(date.slice(0, 4))
  return { year, day: (Date.parse(`${date}T00:00:00Z`) - Date.UTC(year, 0, 1)) / 86_400_000 }
}
