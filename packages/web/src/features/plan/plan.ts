import { HOUR_MS, SKY_COVER_PCT, parseClock, parseQuantity, resolveWallTime } from '@jotbook/core'
import type { Unit, UnitPreferences, UsualReadings } from '@jotbook/core'
import type { DeckAsked } from '../../workers/foresee.ts'
import { text } from './text.ts'

export const OBJECTIVES = ['strikes', 'weight', 'big'] as const
export type Objective = (typeof OBJECTIVES)[number]
export type SkyWord = keyof typeof SKY_COVER_PCT

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
  readonly wind: string
  readonly windLater: string
  readonly sky: SkyWord | ''
  readonly skyLater: SkyWord | ''
  readonly locked: readonly string[]
  readonly excluded: readonly string[]
}

/** Spread of a forecast for the next day: common practice, no source. */
const SPREAD = { waterTempC: 1, windMps: 1.5, cloudPct: 20 } as const
const MOST_RODS = 20

/** What is asked of the model, or the first thing that keeps it from being asked. */
export function askedOf(
  plan: TypedPlan,
  zone: string,
  units: UnitPreferences,
  usual: UsualReadings,
): { readonly asked: DeckAsked } | { readonly wrong: string } {
  const [from, to, rods] = [parseClock(plan.from), parseClock(plan.to), Number(plan.rods)]
  if (!from || !to) return { wrong: text.unread(from ? text.to : text.from) }
  const [startMs, endMs] = [resolveWallTime(plan.date, from, zone).ms, resolveWallTime(plan.date, to, zone).ms]
  if (endMs <= startMs) return { wrong: text.badHours }
  if (!Number.isInteger(rods) || rods < 1 || rods > MOST_RODS) return { wrong: text.unread(text.rods) }
  const count = Math.max(1, Math.round((endMs - startMs) / HOUR_MS))
  try {
    const expected = expectedOf(plan, units, usual)
    const hours = Array.from({ length: count }, (_, i) => ({
      timeMs: startMs + i * HOUR_MS,
      fields: fieldsAt(expected, count === 1 ? 0 : i / (count - 1)),
      sd: SPREAD,
    }))
    const { water, objective, locked, excluded } = plan
    return { asked: { water, hours, rods, objective, locked, excluded } }
  } catch (error) {
    if (error instanceof Unread) return { wrong: text.unread(error.message) }
    throw error
  }
}

/** What is expected at the beginning and at the end of the day, by field of a reading. */
type Expected = Readonly<Record<string, readonly [first: number | undefined, last: number | undefined]>>

function expectedOf(plan: TypedPlan, units: UnitPreferences, usual: UsualReadings): Expected {
  const read = (name: string, typed: string, shown: Unit, stored: Unit): number | undefined => {
    if (typed.trim() === '') return undefined
    const found = parseQuantity(typed, shown, stored)
    if (!found) throw new Unread(name)
    return found.value
  }
  const temp = read(text.waterTempC, plan.temp, units.temperature, 'C') ?? usual.waterTempC
  const visibility = read(text.visibilityM, plan.visibility, units.visibility, 'm') ?? usual.visibilityM
  const wind = read(text.wind, plan.wind, units.wind, 'mps') ?? usual.windMps
  const sky = coverOf(plan.sky)
  return {
    waterTempC: [temp, temp],
    visibilityM: [visibility, visibility],
    windMps: [wind, read(text.wind, plan.windLater, units.wind, 'mps') ?? wind],
    cloudPct: [sky, coverOf(plan.skyLater) ?? sky],
  }
}

const coverOf = (word: SkyWord | ''): number | undefined => (word === '' ? undefined : SKY_COVER_PCT[word])

const fieldsAt = (expected: Expected, share: number): Record<string, number> =>
  Object.fromEntries(
    Object.entries(expected).flatMap(([field, [first, last]]) => {
      const value = first === undefined || last === undefined ? (first ?? last) : first + (last - first) * share
      return value === undefined ? [] : [[field, value]]
    }),
  )

/** Its message is the name of what could not be read. */
class Unread extends Error {}
