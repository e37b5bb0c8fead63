import { inHand } from '@jotbook/core/deck'
import type { Angler, DeckDay } from '@jotbook/core/deck'
import { Target } from './Target.tsx'
import { text } from './text.ts'

interface StrikeAreaProps {
  readonly people: readonly Angler[]
  readonly day: DeckDay
  /** Whose rods are being changed: the line leads to theirs. */
  readonly anglers: readonly Angler[]
  readonly lureName: (id: string | undefined) => string
  readonly onStrike: (angler: Angler) => void
}

/** The one thing the deck is for: one tap a strike, for any of the people aboard. */
export function StrikeArea({ people, day, anglers, lureName, onStrike }: StrikeAreaProps) {
  return (
    <div className="strike">
      {people.map((angler) => {
        const held = inHand(day, angler)
        return (
          <Target
            key={angler}
            className={held ? '' : 'empty'}
            data-mine={anglers.includes(angler) || undefined}
            aria-label={people.length > 1 ? text.strikeFor(angler ?? text.someone) : text.strike}
            onTap={() => onStrike(angler)}
          >
            <strong>{text.strike}</strong>
            <span>
              {people.length > 1 ? `${angler}: ` : ''}
              {held ? lureName(held.lure) : text.takeUp}
            </span>
          </Target>
        )
      })}
    </div>
  )
}
