import { useMemo, useState } from 'react'
import { fishingWords, isoUtc } from '@jotbook/core'
import type { Id } from '@jotbook/core'
import type { AdviceWorth } from '@jotbook/core/advice'
import type { DeckEdit } from '@jotbook/core/deck'
import { newId } from '../deckSession.ts'
import type { PlacedRod } from '../levels.ts'
import { Pick, Target } from '../Target.tsx'
import type { Deck } from '../useDeck.ts'
import { DeckAhead } from './DeckAhead.tsx'
import { lureOf } from './useAdvice.ts'
import type { ShownAdvice } from './useAdvice.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { useAdviser } from './useAdviser.ts'
import { text } from './text.ts'

interface AdviceSheetProps {
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly shown: ShownAdvice
  readonly onTake: (lure: Id<'lure'>) => void
  readonly onDone: () => void
}

/** Writes what was answered, under these words in the line above; `also` is written with it. */
type Answer = (fields: { answer?: string; changed?: string }, told: string, also?: readonly DeckEdit[]) => void

/** Why the deck says so: figures and what they rest on; done, or not now. */
export function AdviceSheet({ deck, rods, shown, onTake, onDone }: AdviceSheetProps) {
  // What stood on the line when it was tapped: it does not change while it is read.
  const [{ advice, line, logged, given }] = useState(shown)
  const names = useAdviceNames(deck.day)
  const lure = lureOf(advice)
  const answer: Answer = (fields, told, also = []) => {
    // Tapped before its record was read back, it is a record of its own.
    const whole = { trip: deck.day.trip.id, about: advice.about, said: line, ...fields }
    void deck.tap(told, (_, atMs) => [
      ...also,
      logged
        ? { kind: 'advice', id: logged.id, fields }
        : { kind: 'advice', id: newId(), fields: { ...whole, time: isoUtc(atMs) } },
    ])
    onDone()
  }
  return (
    <main className="sheet">
      <header>
        <h1>{text.why}</h1>
        <Target className="quiet" onTap={onDone}>
          {text.close}
        </Target>
      </header>
      <p className="advised">{line}</p>
      <ul className="reasons">
        {text.reasons(advice, names).map((reason) => (
          <li key={reason}>{reason}</li>
        ))}
        {advice.about === 'dry spell' && given.leaveAtMs !== undefined && (
          <li>{given.leaveAtMs === null ? text.stayOn : text.leaveAt(names.clock(given.leaveAtMs))}</li>
        )}
      </ul>
      <p>{text.rests(given.trips, given.hours)}</p>
      <Worth about={advice.about} trip={deck.day.trip.id} />
      {advice.about === 'bite' && (
        <Pick
          label={text.changed}
          words={fishingWords.CHANGED}
          chosen={[]}
          onPick={(changed) => answer({ answer: 'done', changed }, text.saidDone(changed))}
        />
      )}
      {advice.about === 'change' && (
        <DeckAhead
          deck={deck}
          rods={rods}
          onLay={(laid, told) => {
            const fields = { deck: laid.map(({ lure: one, setup = null }) => ({ lure: one, setup })) }
            answer({ answer: 'done' }, told, [{ kind: 'trip', id: deck.day.trip.id, fields }])
          }}
        />
      )}
      <Choices lure={lure} lureName={names.lure} line={line} answer={answer} onTake={onTake} />
    </main>
  )
}

interface ChoicesProps {
  /** The rod that the advice names. */
  readonly lure: Id<'lure'> | undefined
  readonly lureName: (id: string) => string
  readonly line: string
  readonly answer: Answer
  readonly onTake: (lure: Id<'lure'>) => void
}

function Choices({ lure, lureName, line, answer, onTake }: ChoicesProps) {
  return (
    <footer className="choices">
      {lure && (
        <Target
          className="go"
          onTap={() => {
            answer({ answer: 'done' }, text.saidDone(lureName(lure)))
            onTake(lure)
          }}
        >
          {text.pickUp(lureName(lure))}
        </Target>
      )}
      <Target onTap={() => answer({ answer: 'done' }, text.saidDone(line))}>{text.done}</Target>
      <Target className="quiet" onTap={() => answer({ answer: 'not now' }, text.saidNotNow)}>
        {text.notNow}
      </Target>
    </footer>
  )
}

/** Whether such advice helped so far. */
function Worth({ about, trip }: { about: AdviceWorth['about']; trip: Id<'trip'> }) {
  const { value: worth } = useAdviser(
    'worth',
    useMemo((): [AdviceWorth['about'], Id<'trip'>] => [about, trip], [about, trip]),
  )
  return <p>{worth ? text.worth(worth) : ' '}</p>
}
