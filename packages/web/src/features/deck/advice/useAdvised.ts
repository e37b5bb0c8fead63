import { useEffect, useState } from 'react'
import type { Angler } from '@jotbook/core/deck'
import type { AdviceAsked } from '../../../workers/advise.ts'
import { deckNow } from '../deckSession.ts'
import type { PlacedRod } from '../levels.ts'
import type { Deck } from '../useDeck.ts'

interface Who {
  readonly rods: readonly PlacedRod[]
  readonly angler: Angler
}

/** What the advice worker answers of the day as it stands, asked anew with every tap; `ask` has to stay the same until it asks something else. */
export function useAdvised<T>(
  { day }: Deck,
  { rods, angler }: Who,
  ask: (asked: AdviceAsked) => Promise<T>,
): T | undefined {
  const [answer, setAnswer] = useState<T>()
  const onDeck = rods.map(({ lure }) => lure).join()
  useEffect(() => {
    let live = true
    const asked = { day, angler, nowMs: deckNow(day), onDeck: onDeck.split(',').filter(Boolean) }
    void ask(asked).then((next) => live && setAnswer(next))
    return () => {
      live = false
    }
  }, [day, angler, onDeck, ask])
  return answer
}
