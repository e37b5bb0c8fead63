import type { Id } from '@jotbook/core'
import './targets.css'
import './deck.css'
import './deckSizes.css'
import './sheets.css'
import { useEffect } from 'react'
import { Link } from 'react-router'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { isUnderWay } from '../../state/isUnderWay.ts'
import { keepReserve } from '../../offline/index.ts'
import { useMay, useOpenBook } from '../../state/useBook.ts'
import { DeckScreen } from './DeckScreen.tsx'
import { Launch } from './Launch.tsx'
import { ScaleOf } from './scale.ts'
import { text } from './text.ts'
import { useDeck } from './useDeck.ts'

/** The deck: the trip under way, or the launch of one. */
export function DeckPage() {
  useOpenBook()
  const { theme, large, left } = useAppSelector(({ preferences }) => preferences.deck)
  const { book } = useAppSelector(({ records }) => records)
  const trips = useAppSelector(allTrips)
  useEffect(() => {
    const { dataset, classList } = document.documentElement
    dataset.deck = theme
    classList.toggle('deck-large', large)
    return () => {
      delete dataset.deck
      classList.remove('deck-large', 'deck-flash')
    }
  }, [theme, large])
  useEffect(() => void keepReserve(), [])
  const { may } = useMay()
  const open = trips.find(isUnderWay)
  return (
    <div className={`deck-page ${left ? 'left-hand' : ''}`}>
      {!may('trip', 'create') ? (
        <p className="waiting">
          {text.lookOnly} <Link to="/today">{text.daySheet.leave}</Link>
        </p>
      ) : book === null ? (
        <p className="waiting">{text.noBook}</p>
      ) : open ? (
        <OpenDeck key={open.id} book={book} trip={open.id} />
      ) : (
        <Launch book={book} />
      )}
    </div>
  )
}

function OpenDeck({ book, trip }: { book: Id<'book'>; trip: Id<'trip'> }) {
  const deck = useDeck(book, trip)
  if (!deck) return <p className="waiting">{text.noBook}</p>
  return (
    <ScaleOf value={deck.day.trip.scaleStep}>
      <DeckScreen book={book} deck={deck} />
    </ScaleOf>
  )
}
