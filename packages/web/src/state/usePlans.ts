import { useLiveQuery } from 'dexie-react-hooks'
import type { Id, RecordOf } from '@jotbook/core'
import { recordsOf } from '../offline/index.ts'
import type { DeckAsked } from '../workers/foresee.ts'
import { useBookId } from './useBook.ts'

/** What a rod of a saved plan was expected to bring. */
export interface SavedRod {
  readonly lure: Id<'lure'>
  readonly rate: number
  readonly lower: number
  readonly upper: number
}

/** A plan as it was saved. */
export interface SavedPlan {
  readonly id: string
  readonly name: string
  readonly water: Id<'water'>
  readonly date: string
  /** What was typed, as the page of the plan takes it in its address. */
  readonly link: string
  /** Strikes an hour with the best rod of each hour, when it was saved; null where the plan was for something else. */
  readonly value: number | null
  readonly rods: readonly SavedRod[]
  /** What the deck was chosen for. */
  readonly asked: DeckAsked | undefined
}

/** The page of a saved plan. */
export const pageOfPlan = ({ id, link }: Pick<SavedPlan, 'id' | 'link'>): string => `/plan?${link}&plan=${id}`

/** The book's saved plans, the latest day first; undefined until they were read. */
export function usePlans(): readonly SavedPlan[] | undefined {
  const book = useBookId()
  return useLiveQuery(async () => {
    const plans = await recordsOf(book, 'plan')
    return plans.map(savedPlan).sort((one, other) => (one.date < other.date ? 1 : -1))
  }, [book])
}

type PlanRecord = RecordOf<'plan'>

/** What another device wrote is read with care: a part that is no such part is left out. */
export function savedPlan({ id, water, date, note, forecast, setups }: PlanRecord): SavedPlan {
  const told = (forecast ?? {}) as Readonly<Record<string, unknown>>
  const rods = Array.isArray(told.rods) ? (told.rods as unknown[]).filter(isSavedRod) : []
  return {
    id,
    name: note ?? '',
    water,
    date,
    link: typeof told.link === 'string' ? told.link : '',
    value: typeof told.value === 'number' ? told.value : null,
    asked: isAsked(told.asked) ? { ...told.asked, water } : undefined,
    rods: (setups ?? []).map(
      (lure) => rods.find((rod) => rod.lure === lure) ?? { lure, rate: NaN, lower: NaN, upper: NaN },
    ),
  }
}

const isSavedRod = (rod: unknown): rod is SavedRod => {
  const { lure, rate, lower, upper } = (rod ?? {}) as Partial<SavedRod>
  return typeof lure === 'string' && [rate, lower, upper].every((value) => typeof value === 'number')
}

/** A plan has no more hours than two days, and a forecast no more than numbers and words. */
const MOST_HOURS = 48
const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const OBJECTIVES: readonly unknown[] = ['strikes', 'weight', 'big'] satisfies DeckAsked['objective'][]
const MOST_RODS = 20

function isAsked(asked: unknown): asked is DeckAsked {
  if (!isObject(asked)) return false
  const { hours, rods, objective, locked, excluded } = asked
  return (
    Array.isArray(hours) &&
    hours.length > 0 &&
    hours.length <= MOST_HOURS &&
    hours.every(
      (hour) => isObject(hour) && Number.isFinite(hour.timeMs) && isObject(hour.fields) && isObject(hour.sd),
    ) &&
    Number.isInteger(rods) &&
    Number(rods) >= 1 &&
    Number(rods) <= MOST_RODS &&
    OBJECTIVES.includes(objective) &&
    Array.isArray(locked) &&
    Array.isArray(excluded)
  )
}
