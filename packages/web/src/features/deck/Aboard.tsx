import { inHand } from '@jotbook/core/deck'
import type { Angler, DeckDay } from '@jotbook/core/deck'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import { EVERYONE } from './whose.ts'
import type { Whose } from './whose.ts'

interface AboardProps {
  readonly day: DeckDay
  readonly people: readonly Angler[]
  readonly whose: Whose
  readonly onWhose: (whose: Whose) => void
  readonly lureName: (id: string | undefined) => string
}

/** Whose rod is being changed: one of the people aboard, or everyone's at once. */
export function Aboard({ day, people, whose, onWhose, lureName }: AboardProps) {
  return (
    <div className="aboard" role="group" aria-label={text.whose}>
      {people.map((angler) => (
        <Target key={angler} aria-pressed={whose === angler} onTap={() => onWhose(angler)}>
          <strong>{angler ?? text.someone}</strong>
          <span>{inHand(day, angler) ? lureName(inHand(day, angler)?.lure) : '–'}</span>
        </Target>
      ))}
      <Target aria-pressed={whose === EVERYONE} aria-label={text.everyoneWhole} onTap={() => onWhose(EVERYONE)}>
        <strong>{text.everyone}</strong>
      </Target>
    </div>
  )
}
