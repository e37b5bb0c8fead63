import { useEffect } from 'react'
import { endAtSilence } from '@jotbook/core/deck'
import { deckNow, lastTapMs } from './deckSession.ts'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** Ends the stints of a day that fell silent; looked at a few times a minute, and whenever the screen wakes. */
export function useSilenceWatch({ day, tap }: Deck, tick: unknown): void {
  useEffect(() => {
    // The tap that ends it is itself no sign of fishing.
    const fromMs = lastTapMs(day)
    if (endAtSilence(day, fromMs, deckNow(day)).length > 0)
      void tap(text.said.silence, (ahead, atMs) => endAtSilence(ahead, fromMs, atMs))
    // eslint-disable-next-line react-hooks/exhaustive-deps -- by the clock, not by what is tapped
  }, [tick])
}
