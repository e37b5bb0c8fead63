import { epochMs, localDate, parseQuantity, timeZoneOf } from '@jotbook/core'
import type { Trip, Unit, Water } from '@jotbook/core'
import type { PaidPlaces } from '@jotbook/core/advice'
import { standingsAhead } from '@jotbook/core/deck'

/** Weights that rivals brought in, the heaviest first, and what was no weight. */
export interface RivalWeights {
  readonly weightsG: readonly number[]
  readonly notWeights: readonly string[]
}

/** More rivals no event has. */
const MOST_RIVALS = 500
const MOST_G = 200_000

/** A typed list of weights, one to a line or parted by commas or semicolons; a name before the weight is passed over. */
export function rivalWeights(typed: string, unit: Unit): RivalWeights {
  const parts = typed
    .split(/[\n;,]+/)
    .map((part) => part.trim())
    .filter(Boolean)
    .slice(0, MOST_RIVALS)
  const read = parts.map((part) => ({ part, grams: gramsOf(part, unit) }))
  return {
    weightsG: read.flatMap(({ grams }) => grams ?? []).sort((one, other) => other - one),
    notWeights: read.filter(({ grams }) => grams === undefined).map(({ part }) => part),
  }
}

export function gramsOf(typed: string, unit: Unit): number | undefined {
  const from = typed.search(/\d/)
  if (from < 0) return undefined
  const grams = parseQuantity(typed.slice(from), unit, 'g')?.value
  return grams !== undefined && grams > 0 && grams <= MOST_G ? grams : undefined
}

/** Days that the typed weights are of, where the event goes on after them; 0: they are of the whole event. */
export const weighedDays = ({ weighed = '0' }: GoalTyped): number => Number(weighed)

/** What rivals bring in over all days: where the weights are of some of them, as those foretell it. */
export function rivalsOf(typed: GoalTyped, unit: Unit): RivalWeights {
  const read = rivalWeights(typed.rivals ?? '', unit)
  const after = weighedDays(typed)
  // Today is not weighed in yet.
  const days = after + 1 + Number(typed.daysAfter ?? 0)
  return after === 0 ? read : { ...read, weightsG: standingsAhead(read.weightsG, after, days) }
}

/** What has to be beaten to take a place; undefined where any bag takes it. */
export const toBeatG = ({ weightsG }: RivalWeights, place: number): number | undefined => weightsG[place - 1]

/** More places no event pays. */
const MOST_PAID = 100

/** What places pay as it is typed, the first place first; what is no number is left out. */
export const payoutsOf = (typed: string): readonly number[] =>
  typed
    .split(/[\n;,\s]+/)
    .map((part) => Number(part.replace(/^[^\d.-]+/, '') || NaN))
    .filter((one) => one >= 0 && one <= 1e9)
    .slice(0, MOST_PAID)

/** A field is told of by two weights at least. */
export function paidPlaces(typed: GoalTyped, unit: Unit): PaidPlaces | undefined {
  const { pays = '', boats = '' } = typed
  const totalsG = rivalsOf(typed, unit).weightsG
  const payouts = payoutsOf(pays)
  if (totalsG.length < 2 || payouts.length === 0) return undefined
  return { totalsG, payouts, rivals: rivalsIn(boats, totalsG.length) }
}

/** How many rivals the boats of a field are, this one left out; as many as have a weight where the field was not typed. */
export const rivalsIn = (boats: string, weighed: number): number => {
  const typed = Math.round(Number(boats.trim() || NaN))
  return typed >= 2 && typed <= MOST_RIVALS ? typed - 1 : weighed
}

/** What is typed of a goal, cell by cell. */
export type GoalTyped = Readonly<Record<string, string>>

/** The weight that is to be reached: the one that was typed, else what the place takes among the rivals. */
export const targetOf = (typed: GoalTyped, unit: Unit): number | undefined =>
  gramsOf(typed.goal ?? '', unit) ?? toBeatG(rivalsOf(typed, unit), Number(typed.place ?? 1))

/** What was to be reached at an event, and its day. */
export interface Cut {
  readonly day: string
  readonly weightG: number
}

/** What was typed at an event; undefined where that was no weight. Its day is told by the clock of where it was held. */
export function cutOf(event: Trip, water: Water | undefined, typed: GoalTyped, unit: Unit): Cut | undefined {
  const weightG = targetOf(typed, unit)
  if (weightG === undefined) return undefined
  return { day: localDate(epochMs(event.start), timeZoneOf(event, water)), weightG }
}

/** What is to be reached: a weight, over this day and those after, with what was brought in before. */
export interface Aim {
  readonly targetG?: number
  readonly daysAfter: number
  readonly inHandG: number
  /** What places pay, where that was typed: it goes before the weight. */
  readonly places?: PaidPlaces
}

export const NO_AIM: Aim = { daysAfter: 0, inHandG: 0 }

export function aimOf(typed: GoalTyped, unit: Unit): Aim {
  const targetG = targetOf(typed, unit)
  const places = paidPlaces(typed, unit)
  return {
    daysAfter: Number(typed.daysAfter ?? 0),
    inHandG: gramsOf(typed.inHand ?? '', unit) ?? 0,
    ...(places ? { places } : {}),
    ...(targetG === undefined ? {} : { targetG }),
  }
}
