import { convert } from '@jotbook/core'
import type { Unit, UnitPreferences } from '@jotbook/core'

/** Conditions that a forecast says hour by hour. */
export const COURSES = ['wind', 'cloud', 'air', 'pressure'] as const
export type CourseName = (typeof COURSES)[number]

/** What is expected at an hour of the clock, SI; `sd` where the forecast says how far it may be off. */
export interface Pin {
  readonly hour: number
  readonly value: number
  readonly sd?: number
}
/** In order of the hour. Between two pins the condition runs along a line, outside of them it stays. */
export type Course = readonly Pin[]

interface CourseOf {
  readonly field: 'windMps' | 'cloudPct' | 'airTempC' | 'pressureHpa'
  readonly stored: Unit | null
  readonly shown: (units: UnitPreferences) => Unit | null
  /** What a reading may hold, SI. */
  readonly bounds: readonly [least: number, most: number]
  /** What is drawn, from foot to head. */
  readonly drawn: readonly [foot: number, head: number]
  /** A step of a key, as shown. */
  readonly step: number
  /** Spread of a forecast for the next day: common practice, no source. */
  readonly sd: number
}

export const COURSE_OF: Readonly<Record<CourseName, CourseOf>> = {
  wind: {
    field: 'windMps',
    stored: 'mps',
    shown: ({ wind }) => wind,
    bounds: [0, 60],
    drawn: [0, 13.5],
    step: 1,
    sd: 1.5,
  },
  cloud: { field: 'cloudPct', stored: null, shown: () => null, bounds: [0, 100], drawn: [0, 100], step: 10, sd: 20 },
  air: {
    field: 'airTempC',
    stored: 'C',
    shown: ({ temperature }) => temperature,
    bounds: [-60, 60],
    drawn: [-10, 38],
    step: 1,
    sd: 2,
  },
  pressure: {
    field: 'pressureHpa',
    stored: 'hpa',
    shown: ({ pressure }) => pressure,
    bounds: [850, 1090],
    drawn: [990, 1040],
    step: 1,
    sd: 1,
  },
}

export function valueAt(course: Course, hour: number): number | undefined {
  const after = course.findIndex((pin) => pin.hour >= hour)
  const [next, before] = [course[after], course[after < 0 ? course.length - 1 : after - 1]]
  if (!next || !before) return (next ?? before)?.value
  return before.value + ((next.value - before.value) * (hour - before.hour)) / (next.hour - before.hour)
}

/** The spread at the nearest pin that says one. */
export function sdAt(course: Course, hour: number, name: CourseName): number {
  const near = course
    .filter(({ sd }) => sd !== undefined)
    .sort((one, other) => Math.abs(one.hour - hour) - Math.abs(other.hour - hour))[0]
  return near?.sd ?? COURSE_OF[name].sd
}

/** With a pin at an hour, or, value undefined, without the one there. */
export function withPin(course: Course, hour: number, value: number | undefined): Course {
  const others = course.filter((pin) => pin.hour !== hour)
  return value === undefined ? others : [...others, { hour, value }].sort((one, other) => one.hour - other.hour)
}

const MOST_PINS = 24

/** Reads `7:2.2,14:6.7:1.8`: hour, value, spread. What is no pin is passed over. */
export function readCourse(written: string, name: CourseName): Course {
  const [least, most] = COURSE_OF[name].bounds
  return written
    .split(',')
    .slice(0, MOST_PINS)
    .flatMap((part): Pin[] => {
      if (!/^\d/.test(part)) return []
      const [hour = NaN, value = NaN, sd] = part.split(':').map(Number)
      if (!(hour >= 0 && hour <= 24 && value >= least && value <= most)) return []
      return [{ hour, value, ...(sd !== undefined && sd >= 0 && sd < most ? { sd } : {}) }]
    })
    .sort((one, other) => one.hour - other.hour)
}

const short = (value: number): string => String(Math.round(value * 100) / 100)

export const writeCourse = (course: Course): string =>
  course.map(({ hour, value, sd }) => [hour, value, ...(sd === undefined ? [] : [sd])].map(short).join(':')).join(',')

/** As a person reads and types it. */
export const shownValue = (value: number, name: CourseName, units: UnitPreferences): number => {
  const { stored, shown } = COURSE_OF[name]
  const unit = shown(units)
  return stored && unit ? convert(value, stored, unit) : value
}

export const storedValue = (value: number, name: CourseName, units: UnitPreferences): number => {
  const { stored, shown } = COURSE_OF[name]
  const unit = shown(units)
  return stored && unit ? convert(value, unit, stored) : value
}
