import { breakOff, fishOn, onBreak } from '@jotbook/core/deck'
import { newId } from './deckSession.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

interface FootProps {
  readonly deck: Deck
  /** Asking which rod had the strike. */
  readonly picking: boolean
  readonly onRaised: () => void
  readonly onPicking: (picking: boolean) => void
  readonly onReading: () => void
}

/** What is told less often than a strike. */
export function Foot({ deck: { day, tap }, picking, onRaised, onPicking, onReading }: FootProps) {
  return (
    <div className="foot">
      <Target onTap={onRaised}>{text.raised}</Target>
      <Target aria-pressed={picking} onTap={() => onPicking(!picking)}>
        {text.otherRod}
      </Target>
      <Target onTap={onReading}>{text.reading}</Target>
      {onBreak(day) ? (
        <Target className="go" onTap={() => void tap(text.said.fishOn, (ahead, atMs) => fishOn(ahead, atMs, newId))}>
          {text.fishOn}
        </Target>
      ) : (
        <Target onTap={() => void tap(text.said.break, breakOff)}>{text.break}</Target>
      )}
    </div>
  )
}
