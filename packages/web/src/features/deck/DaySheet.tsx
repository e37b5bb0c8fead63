import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { isoUtc } from '@jotbook/core'
import {
  MOST_ABOARD,
  aboard,
  breakOff,
  comeAboard,
  countOf,
  daySummary,
  inHand,
  isOf,
  layRod,
  namesIn,
  takeOffRod,
} from '@jotbook/core/deck'
import type { EpochMs, Fields, Id, RecordOf } from '@jotbook/core'
import { allSetups } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import type { Angler, Rod } from '@jotbook/core/deck'
import { clock, listOf } from '../../ui/locale.ts'
import { text as adviceText } from './advice/text.ts'
import { EventRules } from './EventRules.tsx'
import type { PlacedRod } from './levels.ts'
import { NewLureSheet } from './NewLureSheet.tsx'
import { RodsAboard } from './RodsAboard.tsx'
import { WhichRod } from './WhichRod.tsx'
import { ScreenChoices } from './ScreenChoices.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const COUNTERS = ['casts', 'targets', 'fouledCasts', 'fishShown'] as const

interface Named {
  readonly id: string
  readonly name: string
}

interface DaySheetProps {
  readonly book: Id<'book'>
  readonly deck: Deck
  readonly rods: readonly PlacedRod[]
  readonly zone: string
  readonly nowMs: EpochMs
  readonly onTest: () => void
  readonly onLearn: () => void
  /** What the line above Strike says. */
  readonly spoken: string | undefined
  readonly onSpoken: () => void
  readonly onDone: () => void
}

/** All that is not for every cast: the last taps, counters, the deck, the screen, the event, the close. */
export function DaySheet({ book, deck, rods, zone, nowMs, onTest, onLearn, spoken, onSpoken, onDone }: DaySheetProps) {
  const [tying, setTying] = useState(false)
  /** A lure that comes on deck: on which rod? */
  const [laid, setLaid] = useState<Named>()
  const setups = useAppSelector(allSetups)
  const { day } = deck
  const { strikes, raised, landed } = daySummary(day)
  const layOn = (lure: Named, setup: string | null): void =>
    void deck.tap(text.said.rod(lure.name), (ahead) => layRod(ahead, { lure: lure.id, setup }))
  const lay = (lure: Named): void => (setups.length > 0 ? setLaid(lure) : layOn(lure, null))
  if (laid)
    return (
      <WhichRod
        lure={laid.name}
        setups={onDeckFirst(setups, rods, laid.id)}
        own={setups.find((setup) => setup.lure === laid.id)?.id}
        onRod={(setup) => {
          layOn(laid, setup ?? null)
          setLaid(undefined)
          onDone()
        }}
      />
    )
  if (tying)
    return (
      <NewLureSheet
        book={book}
        onDone={(lure) => {
          setTying(false)
          if (!lure) return
          lay(lure)
          if (setups.length === 0) onDone()
        }}
      />
    )
  return (
    <main className="sheet">
      <header>
        <h1>{text.daySheet.title}</h1>
        <Target className="go" onTap={onDone}>
          {text.done}
        </Target>
      </header>
      <p>{text.daySheet.figures(strikes, raised, landed)}</p>
      <LastTaps deck={deck} zone={zone} />
      <Counters deck={deck} />
      <People deck={deck} />
      <RodsAboard
        day={day}
        rods={rods}
        onOff={(rod) => void deck.tap(text.said.rodOff(rod.lureRecord.name), (ahead) => takeOffRod(ahead, rod))}
        onLure={lay}
        onTie={() => setTying(true)}
      />
      <Spoken onTest={onTest} spoken={spoken} onSpoken={onSpoken} />
      <ScreenChoices />
      <EventRules book={book} deck={deck} zone={zone} nowMs={nowMs} onLearn={onLearn} />
      <Close deck={deck} />
    </main>
  )
}

/** What the book has to say, and a test of two rods. */
function Spoken({ onTest, spoken, onSpoken }: Pick<DaySheetProps, 'onTest' | 'spoken' | 'onSpoken'>) {
  return (
    <section aria-label={adviceText.title} className="switches">
      {spoken && <Target onTap={onSpoken}>{spoken}</Target>}
      <Target onTap={onTest}>{adviceText.test.open}</Target>
    </section>
  )
}

/** The rods that are rigged: the one that Tackle has this lure tied to first, then those that lie on deck. */
function onDeckFirst(
  setups: readonly RecordOf<'setup'>[],
  rods: readonly Rod[],
  lure: Id<'lure'>,
): RecordOf<'setup'>[] {
  const isOnDeck = ({ id }: RecordOf<'setup'>): boolean => rods.some(({ setup }) => setup === id)
  const place = (setup: RecordOf<'setup'>): number => (setup.lure === lure ? 0 : isOnDeck(setup) ? 1 : 2)
  return [...setups].sort((one, other) => place(one) - place(other))
}

/** The last taps, each of which can be taken back. */
function LastTaps({ deck, zone }: { deck: Deck; zone: string }) {
  const { actions } = deck
  return (
    <section aria-label={text.undoList}>
      <h2>{text.undoList}</h2>
      {actions.length === 0 && <p>{text.undoNone}</p>}
      <ol className="actions">
        {actions.map(({ n, label, atMs }) => (
          <li key={n}>
            <span>
              {clock(atMs, zone)} {label}
            </span>
            <Target aria-label={`${text.takeBack}: ${label}`} onTap={() => void deck.undo(n)}>
              {text.takeBack}
            </Target>
          </li>
        ))}
      </ol>
    </section>
  )
}

/** One more cast, target, fouled cast or fish shown, on the rod in hand. */
function Counters({ deck }: { deck: Deck }) {
  const people = aboard(deck.day)
  const [whose, setWhose] = useState<Angler>(people[0] ?? null)
  const held = inHand(deck.day, people.includes(whose) ? whose : (people[0] ?? null))
  if (!held) return null
  return (
    <section aria-label={text.daySheet.counters}>
      <h2>{text.daySheet.counters}</h2>
      {people.length > 1 && (
        <div className="counters">
          {people.map((angler) => (
            <Target key={angler} aria-pressed={whose === angler} onTap={() => setWhose(angler)}>
              {angler}
            </Target>
          ))}
        </div>
      )}
      <div className="counters">
        {COUNTERS.map((field) => {
          const now = held[field] ?? 0
          return (
            <Target
              key={field}
              aria-label={text.daySheet.plusOne(text.daySheet[field], now)}
              onTap={() =>
                void deck.tap(text.said.counter(text.daySheet[field], now + 1), (ahead) => {
                  const stint = ahead.stints.filter(isOf(held.angler ?? null)).find(({ id }) => id === held.id) ?? held
                  return [{ kind: 'stint', id: stint.id, fields: { [field]: (stint[field] ?? 0) + 1 } }]
                })
              }
            >
              <strong>{now}</strong>
              <span>{text.daySheet[field]}</span>
            </Target>
          )
        })}
      </div>
    </section>
  )
}

/** Who is aboard, and somebody who comes aboard in mid-day. */
function People({ deck }: { deck: Deck }) {
  const [typed, setTyped] = useState('')
  const people = deck.day.trip.anglers ?? []
  const add = async (): Promise<void> => {
    const names = namesIn(typed)
    if (names.length === 0) return
    await deck.tap(text.said.joined(listOf(names)), (ahead) => comeAboard(ahead, names, text.me))
    setTyped('')
  }
  if (people.length >= MOST_ABOARD) return null
  return (
    <section aria-label={text.daySheet.people}>
      <h2>{text.daySheet.people}</h2>
      {people.length > 0 && <p>{listOf(people)}</p>}
      <form
        className="person"
        onSubmit={(event) => {
          event.preventDefault()
          void add()
        }}
      >
        <label htmlFor="add-people">{text.daySheet.addPeople}</label>
        <input id="add-people" value={typed} maxLength={300} onChange={({ target }) => setTyped(target.value)} />
        <Target onTap={() => void add()}>{text.launch.add}</Target>
      </form>
    </section>
  )
}

/** Ends what is in hand and the trip; no bites is said with one tap. */
function Close({ deck }: { deck: Deck }) {
  const navigate = useNavigate()
  const { day } = deck
  const close = async (more: Fields = {}): Promise<void> => {
    await deck.tap(text.said.closed, (ahead, atMs) => [
      ...breakOff(ahead, atMs),
      { kind: 'trip', id: ahead.trip.id, fields: { end: isoUtc(atMs), ...more } },
    ])
    await navigate(`/trips/${day.trip.id}?closed=1`)
  }
  return (
    <section aria-label={text.daySheet.close} className="close">
      <p>{text.daySheet.closeNote}</p>
      {countOf(day.strikes) === 0 && (
        <Target onTap={() => void close({ noBites: true })}>{text.daySheet.noBites}</Target>
      )}
      <Target className="go" onTap={() => void close()}>
        {text.daySheet.close}
      </Target>
      <Link className="target quiet" to="/today">
        {text.daySheet.leave}
      </Link>
    </section>
  )
}
