import { fromSi } from '@jotbook/core'
import type { Unit, UnitPreferences } from '@jotbook/core'
import type { YearCourseModel, YearHoursModel } from '../../charts/yearCourse/yearCourseModel.ts'
import { calendarDay, decimals, quantity, unitLabel } from '../../ui/locale.ts'
import type { WaterYears, YearField, YearPoint } from '../../workers/yearsOf.ts'
import { text } from './text.ts'

/** Days on either side that tell what is usual for a day, and how many of them there must be. */
const AROUND_DAYS = 15
const LEAST_DAYS = 4
const EVERY_DAYS = 7
const YEAR_DAYS = 365

const FIELDS: Readonly<Record<YearField, { readonly unit: Unit; readonly shown: keyof UnitPreferences }>> = {
  waterTempC: { unit: 'C', shown: 'temperature' },
  visibilityM: { unit: 'm', shown: 'visibility' },
  levelM: { unit: 'm', shown: 'depth' },
  windMps: { unit: 'mps', shown: 'wind' },
}

/** A condition's year in the reader's units; undefined where it was read on fewer than two days. */
export function yearCourse(years: WaterYears, field: YearField, units: UnitPreferences): YearCourseModel | undefined {
  const points = years.readings[field]
  const year = points.at(-1)?.year
  if (points.length < 2 || year === undefined) return undefined
  const { unit, shown } = FIELDS[field]
  const mark = ({ day, date, value }: YearPoint) => ({
    day,
    value: fromSi(value, units[shown]),
    text: `${calendarDay(date)}: ${quantity(value, null, unit, units[shown])}`,
  })
  return {
    name: text.years.fields[field],
    year,
    usual: usualOf(points.map(({ day, value }) => ({ day, value: fromSi(value, units[shown]) }))),
    earlier: points.filter((point) => point.year !== year).map(mark),
    thisYear: points.filter((point) => point.year === year).map(mark),
    ticks: ticksOf(
      points.map(({ value }) => fromSi(value, units[shown])),
      unitLabel(units[shown]),
    ),
  }
}

function usualOf(points: readonly { readonly day: number; readonly value: number }[]): YearCourseModel['usual'] {
  const usual: YearCourseModel['usual'][number][] = []
  for (let day = 0; day <= YEAR_DAYS; day += EVERY_DAYS) {
    const near = points.filter((point) => apart(point.day, day) <= AROUND_DAYS).map(({ value }) => value)
    if (near.length < LEAST_DAYS) continue
    const sorted = near.sort((a, b) => a - b)
    const at = (share: number): number => sorted[Math.round(share * (sorted.length - 1))] ?? 0
    usual.push({ day, low: at(0.1), middle: at(0.5), high: at(0.9) })
  }
  return usual
}

/** Days between two days of the year, round its end. */
const apart = (a: number, b: number): number => Math.min(Math.abs(a - b), YEAR_DAYS - Math.abs(a - b))

const STEPS = [0.5, 1, 2, 5, 10, 20, 50] as const
const MOST_TICKS = 5

function ticksOf(values: readonly number[], unit: string): YearCourseModel['ticks'] {
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const step = STEPS.find((candidate) => (high - low) / candidate <= MOST_TICKS) ?? 100
  const first = Math.ceil(low / step) * step
  const count = Math.floor((high - first) / step) + 1
  return Array.from({ length: count }, (_, i) => {
    const value = first + i * step
    return { value, text: `${decimals(value, step < 1 ? 1 : 0)}${i === count - 1 ? ` ${unit}` : ''}` }
  })
}

/** Hours by week of the year. */
export function yearHours({ hours }: WaterYears): YearHoursModel {
  const latest = Math.max(0, ...hours.map(({ year }) => year))
  const weeks = Array.from({ length: 53 }, (_, week) => {
    const own = hours.filter(({ day }) => Math.floor(day / EVERY_DAYS) === week)
    const sum = (of: typeof own): number => of.reduce((total, one) => total + one.hours, 0)
    const [thisYear, earlier] = [
      sum(own.filter(({ year }) => year === latest)),
      sum(own.filter(({ year }) => year !== latest)),
    ]
    return {
      day: week * EVERY_DAYS,
      thisYear,
      earlier,
      text: text.years.week(decimals(thisYear, 1), decimals(earlier, 1)),
    }
  })
  const most = Math.max(1, ...weeks.map(({ thisYear, earlier }) => thisYear + earlier))
  return { weeks, most, mostText: text.years.mostHours(decimals(most, 0)) }
}
