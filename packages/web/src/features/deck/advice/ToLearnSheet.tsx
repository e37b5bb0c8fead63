import { useState } from 'react'
import { TRY_H } from '@jotbook/core/advice'
import type { ToTry } from '@jotbook/core/advice'
import type { Angler } from '@jotbook/core/deck'
import type { PlacedRod } from '../levels.ts'
import { Stepper } from '../Stepper.tsx'
import { Target } from '../Target.tsx'
import type { Deck } from '../useDeck.ts'
import { useAsOfNow } from './useAsOfNow.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { useAdviser } from './useAdviser.ts'
import { text } from './text.ts'

const words = text.toLearn
const MOST_DAYS = 5

interface ToLearnSheetProps {
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly angler: Angler
  readonly onDone: () => void
}

/** A day of practice: the rod and the place that two hours would teach most of, for the days of the event. */
export function ToLearnSheet({ deck, rods, angler, onDone }: ToLearnSheetProps) {
  const [days, setDays] = useState(1)
  const { value: learn, problem } = useAdviser('toLearn', useAsOfNow(deck, { rods, angler }, days))
  const names = useAdviceNames(deck.day)
  return (
    <main className="sheet">
      <header>
        <h1>{words.title}</h1>
        <Target className="quiet" onTap={onDone}>
          {text.close}
        </Target>
      </header>
      {!learn && <p role={problem ? 'alert' : 'status'}>{problem?.detail ?? words.working}</p>}
      {learn && (
        <>
          <Tries title={words.rods} tries={learn.rods} nameOf={names.lure} none={words.noRod} />
          <Tries title={words.places} tries={learn.places} nameOf={names.place} none={words.noPlace} />
          <p>{words.note(TRY_H, learn.eventHours)}</p>
        </>
      )}
      <Stepper
        label={words.days}
        value={String(days)}
        onStep={(step) => setDays((now) => Math.min(MOST_DAYS, Math.max(1, now + step)))}
      />
    </main>
  )
}

const MOST_SHOWN = 4

interface TriesProps {
  readonly title: string
  readonly tries: readonly ToTry[]
  readonly nameOf: (key: string) => string
  readonly none: string
}

function Tries({ title, tries, nameOf, none }: TriesProps) {
  return (
    <section aria-label={title}>
      <h2>{title}</h2>
      {tries.length === 0 && <p>{none}</p>}
      <ol className="ways">
        {tries.slice(0, MOST_SHOWN).map((one) => (
          <li key={one.key}>
            <span>{nameOf(one.key)}</span>
            <strong>{words.gain(one.gain)}</strong>
            <span>{words.known(one)}</span>
          </li>
        ))}
      </ol>
    </section>
  )
}
