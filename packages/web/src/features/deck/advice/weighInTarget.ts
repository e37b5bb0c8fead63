import { parseQuantity } from '@jotbook/core'
import type { Unit } from '@jotbook/core'

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

/** What has to be beaten to take a place; undefined where any bag takes it. */
export const toBeatG = ({ weightsG }: RivalWeights, place: number): number | undefined => weightsG[place - 1]

/** What is typed of a goal, cell by cell. */
export type GoalTyped = Readonly<Record<string, string>>

/** The weight that is to be reached: the one that was typed, else what the place takes among the rivals. */
export const targetOf = ({ goal = '', rivals = '', place = '1' }: GoalTyped, unit: Unit): number | undefined =>
  gramsOf(goal, unit) ?? toBeatG(rivalWeights(rivals, unit), Number(place))

/** What is to be reached: a weight, over this day and those after, with what was brought in before. */
export interface Aim {
  readonly targetG?: number
  readonly daysAfter: number
  readonly inHandG: number
}

export const NO_AIM: Aim = { daysAfter: 0, inHandG: 0 }

interface Typed {
  readonly goalG: number | undefined
  readonly inHandG: number | undefined
  readonly daysAfter: number
}

export const aimOf = ({ goalG, inHandG = 0, daysAfter }: Typed): Aim => ({
  daysAfter,
  inHandG,
  ...(goalG === undefined ? {} : { targetG: goalG }),
})
