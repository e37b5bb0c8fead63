import { useState } from 'react'
import type { Rod } from '@jotbook/core/deck'
import { useForesight } from '../../../state/useForesight.ts'
import { allSetups } from '../../../state/records.ts'
import { useAppSelector } from '../../../state/store.ts'
import { deckNow } from '../deckSession.ts'
import type { PlacedRod } from '../levels.ts'
import { withSetups } from '../levels.ts'
import { Target } from '../Target.tsx'
import type { Deck } from '../useDeck.ts'
import { askedAhead, relaid } from './deckAhead.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { text } from './text.ts'

const words = text.ahead

interface DeckAheadProps {
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  /** The deck is laid anew. */
  readonly onLay: (rods: Rod[], told: string) => void
}

/** The deck that the plan's model puts first for the hours ahead as they were last read, and one tap to lay it. */
export function DeckAhead({ deck, rods, onLay }: DeckAheadProps) {
  const [asked] = useState(() => askedAhead(deck.day, rods, deckNow(deck.day)))
  const { value: plan, problem } = useForesight('deck', [asked])
  const setups = useAppSelector(allSetups)
  const names = useAdviceNames(deck.day)
  const next = plan && relaid(rods, { rods: withSetups(plan.rods, setups), lures: plan.lures })
  const foretold = new Map(plan?.lures.map((one) => [one.lure, one]))
  return (
    <section aria-label={words.title} className="reasons-more" aria-live="polite">
      <h2>{words.title}</h2>
      {!plan && <p>{problem?.detail ?? words.working}</p>}
      {plan && next && (
        <>
          <p>
            <strong>
              {next.up.length === 0 ? words.same : words.swap(next.up.map(names.lure), next.down.map(names.lure))}
            </strong>
          </p>
          {next.up.length > 0 && (
            <Target onTap={() => onLay(next.rods, words.laid(next.up.map(names.lure)))}>{words.lay}</Target>
          )}
          <p>{words.note}</p>
          <ol className="reasons">
            {next.rods.map(({ lure }) => (
              <li key={lure}>
                <strong>{names.lure(lure)}</strong> {words.rod(foretold.get(lure), next.up.includes(lure))}
              </li>
            ))}
          </ol>
        </>
      )}
    </section>
  )
}
