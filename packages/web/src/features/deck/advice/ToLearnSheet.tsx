import type { Id } from '@jotbook/core'
import { useCallback, useState } from 'react'
import { TRY_H } from '@jotbook/core/advice'
import type { ToLearn, ToTry } from '@jotbook/core/advice'
import type { Angler } from '@jotbook/core/deck'
import { advise } from '../../../workers/advise.ts'
import type { AdviceAsked } from '../../../workers/advise.ts'
import type { PlacedRod } from '../levels.ts'
import { Stepper } from '../Stepper.tsx'
import { Target } from '../Target.tsx'
import type { Deck } from '../useDeck.ts'
import { useAdvised } from './useAdvised.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { text } from './text.ts'

const words = text.toLearn
const MOST_DAYS = 5

interface ToLearnSheetProps {
  readonly book: Id<'book'>
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly angler: Angler
  readonly onDone: () => void
}

/** A day of practice: the rod and the place that two hours would teach most of, for the days of the event. */
export function ToLearnSheet({ book, deck, rods, angler, onDone }: ToLearnSheetProps) {
  const [days, setDays] = useState(1)
  const ask = useCallback((asked: AdviceAsked): Promise<ToLearn> => advise().toLearn(book, asked, days), [book, days])
  const learn = useAdvised(deck, { rods, angler }, ask)
  const names = useAdviceNames(deck.day)
  return (
    <main className="sheet">
      <header>
        <h1>{words.title}</h1>
        <Target className="quiet" onTap={onDone}>
          {text.close}
        </Target>
      </header>
      {!learn && <p role="status">{words.working}</p>}
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
