import { HOUR_MS, parseClock, parseQuantity, resolveWallTime } from '@jotbook/core'
import type { EpochMs, ExpectedWater, Unit, UnitPreferences, UsualReadings } from '@jotbook/core'
import type { DeckAsked } from '../../workers/foresee.ts'
import { COURSES, COURSE_OF, sdAt, valueAt } from './course.ts'
import type { Course, CourseName } from './course.ts'
import { text } from './text.ts'

export const OBJECTIVES = ['strikes', 'weight', 'big'] as const
export type Objective = (typeof OBJECTIVES)[number]

/** A plan as it is typed: it lies in the link. */
export interface TypedPlan {
  readonly water: string
  readonly date: string
  readonly from: string
  readonly to: string
  readonly rods: string
  readonly objective: Objective
  readonly temp: string
  readonly visibility: string
  readonly courses: Readonly<Record<CourseName, Course>>
  readonly locked: readonly string[]
  readonly excluded: readonly string[]
}

/** What is expected where nothing was typed; its spread is not known of a book that was not asked. */
export type Expected = UsualReadings & Partial<Pick<ExpectedWater, 'sd'>>

/** Spread of what somebody said the water will be: common practice, no source. */
const SAID_SD = { waterTempC: 1, visibilityM: 0.15 } as const
const MOST_RODS = 20

/** What is asked of the model, or the first thing that keeps it from being asked. */
export function askedOf(
  plan: TypedPlan,
  zone: string,
  units: UnitPreferences,
  usual: Expected,
): { readonly asked: DeckAsked } | { readonly wrong: string } {
  const span = spanOf(plan, zone)
  if ('wrong' in span) return span
  const rods = Number(plan.rods)
  if (!Number.isInteger(rods) || rods < 1 || rods > MOST_RODS) return { wrong: text.unread(text.rods) }
  try {
    const steady = steadyOf(plan, units, usual)
    const hours = span.hours.map((hour, i) => ({
      timeMs: span.startMs + i * HOUR_MS,
      fields: { ...steady, ...coursesAt(plan, usual, hour) },
      sd: { ...waterSd(plan, usual), ...spreadsAt(plan, hour) },
    }))
    const { water, objective, locked, excluded } = plan
    return { asked: { water, hours, rods, objective, locked, excluded } }
  } catch (error) {
    if (error instanceof Unread) return { wrong: text.unread(error.message) }
    throw error
  }
}

export interface PlannedSpan {
  readonly startMs: EpochMs
  readonly endMs: EpochMs
  /** Hours of the clock at which each of its hours begins. */
  readonly hours: readonly number[]
}

/** From when to when, by the clock of the water. */
export function spanOf({ date, from, to }: TypedPlan, zone: string): PlannedSpan | { readonly wrong: string } {
  const [first, last] = [parseClock(from), parseClock(to)]
  if (!first || !last) return { wrong: text.unread(first ? text.to : text.from) }
  const [startMs, endMs] = [resolveWallTime(date, first, zone).ms, resolveWallTime(date, last, zone).ms]
  if (endMs <= startMs) return { wrong: text.badHours }
  const count = Math.max(1, Math.round((endMs - startMs) / HOUR_MS))
  return { startMs, endMs, hours: Array.from({ length: count }, (_, i) => first.hour + first.minute / 60 + i) }
}

/** What does not change over the day, by field of a reading. */
function steadyOf(plan: TypedPlan, units: UnitPreferences, usual: UsualReadings): Record<string, number> {
  const read = (name: string, typed: string, shown: Unit, stored: Unit): number | undefined => {
    if (typed.trim() === '') return undefined
    const found = parseQuantity(typed, shown, stored)
    if (!found) throw new Unread(name)
    return found.value
  }
  return known({
    waterTempC: read(text.waterTempC, plan.temp, units.temperature, 'C') ?? usual.waterTempC,
    visibilityM: read(text.visibilityM, plan.visibility, units.visibility, 'm') ?? usual.visibilityM,
  })
}

const known = (fields: Readonly<Record<string, number | undefined>>): Record<string, number> =>
  Object.fromEntries(Object.entries(fields).flatMap(([field, value]) => (value === undefined ? [] : [[field, value]])))

/** What is expected at an hour, by field; what nobody said is as usual, where the book knows what that is. */
function coursesAt({ courses }: TypedPlan, usual: UsualReadings, hour: number): Record<string, number> {
  return known(
    Object.fromEntries(
      COURSES.map((name) => [COURSE_OF[name].field, valueAt(courses[name], hour) ?? usualOf(name, usual)]),
    ),
  )
}

/** Wind alone: a usual pressure would say that no front comes. */
export const usualOf = (name: CourseName, usual: UsualReadings): number | undefined =>
  name === 'wind' ? usual.windMps : undefined

const waterSd = ({ temp, visibility }: TypedPlan, { sd }: Expected): Record<string, number> => ({
  waterTempC: temp.trim() === '' && sd ? sd.waterTempC : SAID_SD.waterTempC,
  visibilityM: visibility.trim() === '' && sd ? sd.visibilityM : SAID_SD.visibilityM,
})

const spreadsAt = ({ courses }: TypedPlan, hour: number): Record<string, number> =>
  Object.fromEntries(COURSES.map((name) => [COURSE_OF[name].field, sdAt(courses[name], hour, name)]))

/** Its message is the name of what could not be read. */
class Unread extends Error {}
