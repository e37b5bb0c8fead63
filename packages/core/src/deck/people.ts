import type { DeckDay, DeckEdit } from './types.ts'

/** So many people fit on a deck's screen. */
export const MOST_ABOARD = 4

/** The names in what was typed: separated by commas or by *and*, each once. */
export const namesIn = (typed: string): string[] => [
  ...new Set(
    typed
      .split(/,|;|\band\b|&/)
      .map((name) => name.trim())
      .filter((name) => name !== ''),
  ),
]

/**
 * People who come aboard in mid-day. Where nobody had a name, what was logged so far is `self`'s: the one who fished alone gets a name
 * with the others.
 */
export function comeAboard({ trip, stints, strikes }: DeckDay, names: readonly string[], self: string): DeckEdit[] {
  const held = trip.anglers ?? []
  const anglers = [...new Set([...(held.length > 0 ? held : [self]), ...names])].slice(0, MOST_ABOARD)
  const nameless = [
    ...stints.map((record) => ({ kind: 'stint' as const, ...record })),
    ...strikes.map((record) => ({ kind: 'strike' as const, ...record })),
  ]
  return [
    { kind: 'trip', id: trip.id, fields: { anglers } },
    ...(held.length > 0
      ? []
      : nameless.filter(({ angler }) => !angler).map(({ kind, id }) => ({ kind, id, fields: { angler: self } }))),
  ]
}
