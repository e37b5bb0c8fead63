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

/** The day as it stands, as the worker that advises is asked of it; another with every tap. */
export function useAsOfNow({ day }: Deck, { rods, angler }: Who): AdviceAsked {
  const onDeck = rods.map(({ lure }) => lure).join()
  return useMemo(
    () => ({ day, angler, nowMs: deckNow(day), onDeck: onDeck.split(',').filter(Boolean) }),
    [day, angler, onDeck],
  )
}
