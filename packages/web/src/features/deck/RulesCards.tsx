import { useState } from 'react'
import { useLiveQuery } from 'dexie-react-hooks'
import { epochMs, isoUtc, localDate } from '@jotbook/core'
import type { Fields, Id, RecordOf } from '@jotbook/core'
import { recordsOf } from '../../offline/index.ts'
import { useMay, useUnits } from '../../state/useBook.ts'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { calendarDay, listOf } from '../../ui/locale.ts'
import { deckNow, newId } from './deckSession.ts'
import { CARD_FIELDS, cardOf, cardWords, rulesFor } from './eventCard.ts'
import type { EventCard } from './eventCard.ts'
import { lastRules } from './lastRules.ts'
import { cardFrom, textOfCard } from './sentCard.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const words = text.daySheet

function useCards(book: Id<'book'>): readonly RecordOf<'eventRules'>[] {
  const cards = useLiveQuery(() => recordsOf(book, 'eventRules'), [book])
  return [...(cards ?? [])].sort((one, other) => one.name.localeCompare(other.name))
}

interface CardsProps {
  readonly book: Id<'book'>
  readonly deck: Deck
  readonly zone: string
}

/** An event by one tap: by a card that was kept, or by the rules of the last one. */
export function RulesCards({ book, deck, zone, onRules }: CardsProps & { readonly onRules: (fields: Fields) => void }) {
  const units = useUnits()
  const cards = useCards(book)
  const trips = useAppSelector(allTrips)
  const { trip } = deck.day
  const last = lastRules(trips, trip, zone)
  return (
    <>
      {cards.map((card) => (
        <Target key={card.id} className="quiet" onTap={() => onRules(rulesFor(card, trip, zone))}>
          {words.byCard(card.name, listOf(cardWords(card, trip, zone, units)))}
        </Target>
      ))}
      {last && (
        <Target className="quiet" onTap={() => onRules(last.fields)}>
          {words.asLast(
            calendarDay(localDate(epochMs(last.trip.start), zone)),
            listOf(cardWords(cardOf(last.trip, zone), trip, zone, units)),
          )}
        </Target>
      )}
      <ReceivedCard onCard={(card) => onRules(rulesFor(card, trip, zone))} />
    </>
  )
}

/** A card that somebody sent lays the event as one of the book's own does. */
function ReceivedCard({ onCard }: { onCard: (card: EventCard) => void }) {
  const [sent, setSent] = useState('')
  const card = cardFrom(sent)
  return (
    <div className="person">
      <label htmlFor="card-sent">{words.received}</label>
      <input id="card-sent" value={sent} onChange={({ target }) => setSent(target.value)} />
      {card && <Target onTap={() => onCard(card)}>{words.useCard(card.name)}</Target>}
      {sent.trim() !== '' && !card && <span role="alert">{words.noCard}</span>}
    </div>
  )
}

/** A kept card as a text to send, by what the device sends with; where it sends nothing it stands there to be copied. */
function SendCard({ card, children }: { card: RecordOf<'eventRules'>; children: React.ReactNode }) {
  const [shown, setShown] = useState(false)
  const message = textOfCard(card)
  const send = async (): Promise<void> => {
    setShown(true)
    await navigator.share?.({ text: message }).catch(() => undefined)
  }
  return (
    <>
      <Target className="quiet" onTap={() => void send()}>
        {words.sendCard(card.name)}
      </Target>
      {children}
      {shown && (
        <input
          readOnly
          aria-label={words.cardText(card.name)}
          value={message}
          onFocus={({ target }) => target.select()}
        />
      )}
    </>
  )
}

/** The rules of this event are kept by name for the next one, for all of the book; one of the same name is written over. */
export function KeepCard({ book, deck, zone }: CardsProps) {
  const { may } = useMay()
  const cards = useCards(book)
  const [typed, setTyped] = useState('')
  const name = typed.trim()
  const same = cards.find((card) => card.name.toLowerCase() === name.toLowerCase())
  const keep = async (): Promise<void> => {
    if (name === '') return
    await deck.tap(text.said.cardKept(name), ({ trip }) => [
      { kind: 'eventRules', id: same?.id ?? newId(), fields: { ...NONE, ...cardOf(trip, zone), name } },
    ])
    setTyped('')
  }
  const forget = (card: RecordOf<'eventRules'>): void =>
    void deck.tap(text.said.cardForgotten(card.name), () => [
      { kind: 'eventRules', id: card.id, fields: { deletedAt: isoUtc(deckNow(deck.day)) } },
    ])
  if (!may('eventRules', 'create')) return null
  return (
    <form
      className="person"
      onSubmit={(event) => {
        event.preventDefault()
        void keep()
      }}
    >
      <label htmlFor="card-name">{words.keepCard}</label>
      <input id="card-name" value={typed} maxLength={80} onChange={({ target }) => setTyped(target.value)} />
      <Target onTap={() => void keep()}>{same ? words.keepOver(same.name) : words.keep}</Target>
      {cards.map((card) => (
        <SendCard key={card.id} card={card}>
          <Target className="quiet" onTap={() => forget(card)}>
            {words.forgetCard(card.name)}
          </Target>
        </SendCard>
      ))}
    </form>
  )
}

/** What a card of this name said before and an event does not say any more. */
const NONE = Object.fromEntries(CARD_FIELDS.map((field) => [field, null]))
