import { useMemo, useState } from 'react'
import { isoUtc } from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'
import type { RodTest } from '@jotbook/core/advice'
import type { DeckDay } from '@jotbook/core/deck'
import type { TestStanding } from '../../../workers/advise.ts'
import { deckNow, newId } from '../deckSession.ts'
import type { PlacedRod } from '../levels.ts'
import { Pick, Target } from '../Target.tsx'
import type { Deck } from '../useDeck.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { useAdviser } from './useAdviser.ts'
import { text } from './text.ts'

const TURNS = ['10', '15', '20', '30'] as const
const SEEDS = 1_000_000

interface RodTestSheetProps {
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly test: RodTest | undefined
  readonly onDone: () => void
}

/** Two rods in turn: which, and how it stands. */
export function RodTestSheet({ test, ...rest }: RodTestSheetProps) {
  return (
    <main className="sheet">
      <header>
        <h1>{text.test.title}</h1>
        <Target className="quiet" onTap={rest.onDone}>
          {text.close}
        </Target>
      </header>
      {test ? <Standing {...rest} test={test} /> : <Begin {...rest} />}
    </main>
  )
}

function Begin({ deck, rods, onDone }: Omit<RodTestSheetProps, 'test'>) {
  const [usual, setUsual] = useState<string>()
  const [tried, setTried] = useState<string>()
  const [turn, setTurn] = useState<string>('15')
  const names = useAdviceNames(deck.day)
  const lures = rods.map(({ lure }) => lure)
  const idOf = (name: string): string | undefined => lures.find((id) => names.lure(id) === name)
  const start = async (): Promise<void> => {
    if (!usual || !tried) return
    await deck.tap(text.test.saidStart, ({ trip }, atMs) => [
      {
        kind: 'rodTest',
        id: newId(),
        fields: {
          trip: trip.id,
          usual,
          tried,
          turnMin: Number(turn),
          seed: Math.floor(Math.random() * SEEDS),
          start: isoUtc(atMs),
        },
      },
    ])
    onDone()
  }
  if (lures.length < 2) return <p>{text.test.pickTwo}</p>
  return (
    <>
      <p>{text.test.what}</p>
      <Pick
        label={text.test.usual}
        words={lures.filter((id) => id !== tried).map(names.lure)}
        chosen={usual ? [names.lure(usual)] : []}
        onPick={(name) => setUsual(idOf(name))}
      />
      <Pick
        label={text.test.tried}
        words={lures.filter((id) => id !== usual).map(names.lure)}
        chosen={tried ? [names.lure(tried)] : []}
        onPick={(name) => setTried(idOf(name))}
      />
      <Pick label={text.test.turn} words={TURNS} chosen={[turn]} onPick={setTurn} />
      <footer className="choices">
        {usual && tried && (
          <Target className="go" onTap={() => void start()}>
            {text.test.start}
          </Target>
        )}
      </footer>
    </>
  )
}

function Standing({ deck, test, onDone }: RodTestSheetProps & { readonly test: RodTest }) {
  const names = useAdviceNames(deck.day)
  const { day } = deck
  const { value: standing, problem } = useAdviser(
    'testStanding',
    useMemo((): [RodTest, DeckDay, EpochMs] => [test, day, deckNow(day)], [test, day]),
  )
  const [usual, tried] = [names.lure(test.usual), names.lure(test.tried)]
  const end = async (): Promise<void> => {
    await deck.tap(text.test.saidEnd, (_, atMs) => [{ kind: 'rodTest', id: test.id, fields: { end: isoUtc(atMs) } }])
    onDone()
  }
  return (
    <>
      {problem && <p role="alert">{problem.detail}</p>}
      {standing && (
        <section aria-live="polite" className="test-standing">
          <p className="advised">{verdictOf(standing, usual, tried)}</p>
          <ul className="reasons">
            <li>
              {standing.rounds === 0 ? text.test.noRound : text.test.rounds(standing.rounds, standing.earlierRounds)}
            </li>
            <li>{text.test.count(usual, standing.bouts.usual)}</li>
            <li>{text.test.count(tried, standing.bouts.tried)}</li>
            {standing.rounds > 0 && <li>{text.test.range(tried, usual, standing)}</li>}
            <li>{text.test.bites}</li>
          </ul>
        </section>
      )}
      <footer className="choices">
        <Target onTap={() => void end()}>{text.test.end}</Target>
      </footer>
    </>
  )
}

function verdictOf({ verdict, roundsToGo }: TestStanding, usual: string, tried: string): string {
  switch (verdict) {
    case 'usual better':
      return text.test.better(usual)
    case 'tried better':
      return text.test.better(tried)
    case 'tried no worse':
      return text.test.noWorse(tried)
    default:
      return text.test.notSettled(roundsToGo)
  }
}
