import { useMemo } from 'react'
import type { Angler } from '@jotbook/core/deck'
import type { AdviceAsked } from '../../../workers/advise.ts'
import { deckNow } from '../deckSession.ts'
import type { PlacedRod } from '../levels.ts'
import type { Deck } from '../useDeck.ts'

interface Who {
  readonly rods: readonly PlacedRod[]
  readonly angler: Angler
}

/** The day as it stands when it is asked of, and what more is asked: anew with every tap, and whenever that is another. */
export function useAsOfNow<T>({ day }: Deck, { rods, angler }: Who, more: T): [AdviceAsked, T] {
  const onDeck = rods.map(({ lure }) => lure).join()
  return useMemo(
    () => [{ day, angler, nowMs: deckNow(day), onDeck: onDeck.split(',').filter(Boolean) }, more],
    [day, angler, onDeck, more],
  )
}
