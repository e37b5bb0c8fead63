import type { Angler } from '@jotbook/core/deck'

export const EVERYONE: unique symbol = Symbol('everyone')
/** Whom a tap is for. */
export type Whose = Angler | typeof EVERYONE

/** The people that a tap is for; the first aboard where who was chosen has got a name since, or has left. */
export function chosenOf(whose: Whose, people: readonly Angler[]): readonly Angler[] {
  if (whose === EVERYONE) return people
  return [people.includes(whose) ? whose : (people[0] ?? null)]
}
