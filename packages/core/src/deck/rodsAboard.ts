import { isRod, rodsOf } from './hands.ts'
import type { Stint, Trip } from '../vocabulary/index.ts'
import type { DeckDay, DeckEdit, Rod } from './types.ts'

/** The rods of a day, each once: those laid out for it, then those that were fished, the first taken up first. */
export function rodsAboard({ trip, stints }: { trip: Pick<Trip, 'deck'>; stints: readonly Stint[] }): Rod[] {
  const fished = [...stints].sort((one, other) => (one.start < other.start ? -1 : 1))
  return [...rodsOf(trip), ...fished].reduce<Rod[]>(
    (all, { lure, setup = null }) => (all.some((rod) => isRod(rod, { lure, setup })) ? all : [...all, { lure, setup }]),
    [],
  )
}

/** One rod more on deck. Built on the day as it is when it is tapped: two laid right after each other are both there. */
export const layRod = (day: DeckDay, { lure, setup = null }: Rod): DeckEdit[] =>
  deckOf(day, [...rodsAboard(day), { lure, setup }])

/** A rod that did not fish off the deck again. */
export const takeOffRod = (day: DeckDay, rod: Rod): DeckEdit[] =>
  deckOf(
    day,
    rodsAboard(day).filter((one) => !isRod(one, rod)),
  )

const deckOf = ({ trip }: DeckDay, rods: readonly Rod[]): DeckEdit[] => [
  { kind: 'trip', id: trip.id, fields: { deck: rods.map(({ lure, setup = null }) => ({ lure, setup })) } },
]
