import type { Id } from '@jotbook/core'
import { useState } from 'react'
import { answerSilence, inHand, onBreak } from '@jotbook/core/deck'
import { Aboard } from './Aboard.tsx'
import { Bag } from './Bag.tsx'
import { BlackScreen, useLowBattery } from './BlackScreen.tsx'
import { Foot } from './Foot.tsx'
import { LineToStrike } from './LineToStrike.tsx'
import type { PlacedRod } from './levels.ts'
import { OpenSheet } from './OpenSheet.tsx'
import type { Sheet } from './sheet.ts'
import { Prompt } from './Prompt.tsx'
import { Rods } from './Rods.tsx'
import { StateLine } from './StateLine.tsx'
import { StrikeArea } from './StrikeArea.tsx'
import { text } from './text.ts'
import { TopLine } from './TopLine.tsx'
import type { Deck } from './useDeck.ts'
import { useOnDeck } from './useOnDeck.ts'
import type { OnDeck } from './useOnDeck.ts'

/** The rods in the water, what is in hand, and Strike; or the sheet that lies over them. */
export function DeckScreen({ book, deck }: { book: Id<'book'>; deck: Deck }) {
  const onDeck = useOnDeck(book, deck)
  const [sheet, setSheet] = useState<Sheet>()
  const [black, setBlack] = useState(false)
  const { rods, people, taps, lureName } = onDeck
  if (sheet)
    return (
      <OpenSheet
        {...onDeck}
        sheet={sheet}
        onSheet={setSheet}
        book={book}
        deck={deck}
        onTake={(lure) => {
          const rod = rods.find((one) => one.lure === lure)
          if (rod) void taps.take(rod)
        }}
      />
    )
  if (black)
    return (
      <BlackScreen
        deck={deck}
        people={people}
        lureName={lureName}
        onStrike={(angler) => void taps.strike(angler)}
        onWhole={() => setBlack(false)}
      />
    )
  return <OpenDeck deck={deck} onDeck={onDeck} onSheet={setSheet} onBlack={() => setBlack(true)} />
}

interface OpenDeckProps {
  readonly deck: Deck
  readonly onDeck: OnDeck
  readonly onSheet: (sheet: Sheet | undefined) => void
  readonly onBlack: () => void
}

function OpenDeck(props: OpenDeckProps) {
  const { deck, onDeck, onSheet } = props
  const { day } = deck
  const { people, anglers, rods, taps } = onDeck
  const [picking, setPicking] = useState(false)
  const chosenRod = (rod: PlacedRod): void => {
    if (!picking) return void taps.take(rod)
    setPicking(false)
    onDeck.setAsking({ kind: 'since', rod, angler: anglers[0] ?? null, struck: true })
  }
  return (
    <main className={`deck ${people.length > 1 ? 'crew' : ''} ${onBreak(day) ? 'resting' : ''}`}>
      <h1 className="visually-hidden">{text.title}</h1>
      <TopLine
        deck={deck}
        zone={onDeck.zone}
        nowMs={onDeck.nowMs}
        onReading={() => onSheet('reading')}
        onDay={() => onSheet('day')}
      />
      <div className="upper">
        {day.trip.purpose === 'tournament' && (
          <Bag deck={deck} angler={anglers[0] ?? null} nowMs={onDeck.nowMs} onOdds={() => onSheet('weighIn')} />
        )}
        {people.length > 1 && <Aboard {...onDeck} day={day} />}
        <Rods rods={rods} day={day} anglers={anglers} picking={picking} onRod={chosenRod} />
      </div>
      <Asked {...props} picking={picking} onPicked={() => setPicking(false)} />
      <StrikeArea {...onDeck} day={day} onStrike={(angler) => void taps.strike(angler)} />
      <Foot
        deck={deck}
        picking={picking}
        onRaised={() => void taps.raised()}
        onPicking={setPicking}
        onReading={() => onSheet('reading')}
      />
      <StateLine deck={deck} />
      <LineToStrike key={`${rods.length} ${anglers.map((angler) => inHand(day, angler)?.id).join()}`} />
    </main>
  )
}

type AskedProps = OpenDeckProps & { readonly picking: boolean; readonly onPicked: () => void }

/** What is asked between the rods and Strike, and what its answers do. */
function Asked({ deck, onDeck, onSheet, onBlack, picking, onPicked }: AskedProps) {
  const { taps, setAsking, spoken } = onDeck
  const lowBattery = useLowBattery()
  return (
    <Prompt
      {...onDeck}
      deck={deck}
      picking={picking}
      lowBattery={lowBattery}
      onBlack={onBlack}
      onAsk={(next) => {
        taps.answered()
        setAsking(next)
      }}
      onCancel={() => {
        onPicked()
        setAsking(undefined)
      }}
      onSince={(rod, sinceMs, struck) => void taps.since(rod, sinceMs, struck)}
      onSecond={(first) => void taps.second(first)}
      onDetails={(id) => onSheet({ strike: id })}
      spoken={spoken?.line}
      onSpoken={() => onSheet(spoken?.sheet)}
      onPresentation={onSheet}
      onSilence={(stoppedMs) =>
        void deck.tap(text.said.silenceAnswered, (ahead) =>
          answerSilence(ahead, stoppedMs === undefined ? 'fishedOn' : { stoppedMs }),
        )
      }
    />
  )
}
