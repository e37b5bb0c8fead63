import { at } from '../checked/index.ts'
import type { ComparedTrip } from '../analyses/index.ts'
import { drawGamma, drawPoisson } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'

/** A made-up book in which two lures are equal, and how the second is thrown is what spoils the crude comparison. */
export interface World {
  /** Strikes an hour of both. */
  readonly rate: number
  readonly trips: number
  /** Hours of blank after which the second is picked up; or its chance of being thrown all day on a good day and on a bad one. */
  readonly rescueAfterH?: number
  /** Back to the first one after a strike. */
  readonly swapBack?: boolean
  readonly goodDays?: { readonly onGood: number; readonly onBad: number; readonly factor: number }
}

const STEP_H = 0.25
const HOURS = 6
/** Gamma shape of the days: sd about 0.5. */
const SHAPE = 4

/** Trips of one book: A is the second lure, B the first. */
export function bookOf(world: World, random: Random): ComparedTrip[] {
  return Array.from({ length: world.trips }, () => tripOf(world, random))
}

function tripOf({ rate, rescueAfterH, swapBack = false, goodDays }: World, random: Random): ComparedTrip {
  const good = random() < 0.5
  const luck = (drawGamma(random, SHAPE) / SHAPE) * (goodDays && good ? goodDays.factor : 1)
  const sums = [
    { events: 0, exposureHours: 0 },
    { events: 0, exposureHours: 0 },
  ]
  let inHand = goodDays && random() < (good ? goodDays.onGood : goodDays.onBad) ? 0 : 1
  const first = inHand
  let blankH = 0
  for (let hour = 0; hour < HOURS; hour += STEP_H) {
    if (goodDays && hour === HOURS / 2) inHand = 1 - inHand
    if (rescueAfterH !== undefined && inHand === 1 && blankH >= rescueAfterH) inHand = 0
    const strikes = drawPoisson(random, rate * luck * STEP_H)
    const sum = at(sums, inHand)
    sums[inHand] = { events: sum.events + strikes, exposureHours: sum.exposureHours + STEP_H }
    blankH = strikes > 0 ? 0 : blankH + STEP_H
    if (swapBack && strikes > 0) inHand = 1
  }
  const [a, b] = [at(sums, 0), at(sums, 1)]
  // No reason was logged: nothing counts as planned.
  const none = { events: 0, exposureHours: 0 }
  return {
    a,
    b,
    planned: goodDays ? { a, b } : { a: none, b: none },
    known: goodDays ? [first === 0 ? 1 : 0, good ? 1 : 0] : [0],
  }
}
