import type { EpochMs, Id } from '@jotbook/core'
import type { RodTest } from '@jotbook/core/advice'
import type { Angler } from '@jotbook/core/deck'
import type { PlacedRod } from '../levels.ts'
import type { Sheet } from '../sheet.ts'
import type { Deck } from '../useDeck.ts'
import { useAdvice } from './useAdvice.ts'
import { useTurnLine } from './useRodTest.ts'

export interface Spoken {
  readonly line: string
  readonly sheet: Sheet
}

interface Asked {
  readonly angler: Angler
  readonly rods: readonly PlacedRod[]
  readonly tick: number
  readonly nowMs: EpochMs
  readonly test: RodTest | undefined
}

/** The one line above Strike, and what lies behind it: a test under way goes before advice. */
export function useSpoken(
  book: Id<'book'>,
  deck: Deck,
  { angler, rods, tick, nowMs, test }: Asked,
): Spoken | undefined {
  const turnLine = useTurnLine(test, deck.day, angler, nowMs)
  const advice = useAdvice(book, deck, { angler, onDeck: rods.map(({ lure }) => lure), tick })
  if (turnLine) return { line: turnLine, sheet: 'test' }
  return advice && { line: advice.line, sheet: { advice } }
}
