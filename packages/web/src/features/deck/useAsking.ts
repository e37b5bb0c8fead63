import type { EpochMs } from '@jotbook/core'
import { useState } from 'react'
import type { DeckDay } from '@jotbook/core/deck'
import type { Asking } from './Prompt.tsx'
import { deckNow } from './deckSession.ts'

/** So long a question stands: it is not asked of what came long after. */
const ASKED_FOR_MS = 120_000

/** The question that stands after a tap, and how to ask another. */
export function useAsking(day: DeckDay): [Asking | undefined, (asking: Asking | undefined) => void] {
  const [asked, setAsked] = useState<{ readonly asking: Asking | undefined; readonly atMs: EpochMs }>()
  const asking = asked && deckNow(day) - asked.atMs < ASKED_FOR_MS ? asked.asking : undefined
  return [asking, (next) => setAsked({ asking: next, atMs: deckNow(day) })]
}
