import { useEffect, useState } from 'react'
import { timeZoneOf, epochMs } from '@jotbook/core'
import { aboard, answerSilence, breakOff, fishOn, inHand, onBreak, unsureStints } from '@jotbook/core/deck'
import { useAppSelector } from '../../state/store.ts'
import { clock } from '../../ui/locale.ts'
import { Aboard } from './Aboard.tsx'
import { useSpoken } from './advice/useSpoken.ts'
import { useRodTest } from './advice/useRodTest.ts'
import { Bag } from './Bag.tsx'
import { BlackScreen, useLowBattery } from './BlackScreen.tsx'
import { LineToStrike } from './LineToStrike.tsx'
import { placedRods } from './levels.ts'
import type { PlacedRod } from './levels.ts'
import { OpenSheet } from './OpenSheet.tsx'
import type { Sheet } from './OpenSheet.tsx'
import { followPlace } from './place.ts'
import { Prompt } from './Prompt.tsx'
import { Rods } from './Rods.tsx'
import { deckNow, newId } from './deckSession.ts'
import { StateLine } from './StateLine.tsx'
import { StrikeArea } from './StrikeArea.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import { TopLine } from './TopLine.tsx'
import type { Deck } from './useDeck.ts'
import { rodsUsed } from './useRodsOfTrips.ts'
import { useAsking } from './useAsking.ts'
import { useNow } from './useNow.ts'
import { useSilenceWatch } from './useSilenceWatch.ts'
import { useTaps } from './useTaps.ts'
import { useUsualWords } from './useUsualWords.ts'
import { EVERYONE, chosenOf } from './whose.ts'
import type { Whose } from './whose.ts'
import { useScreenAwake } from './useScreenAwake.ts'

/** The rods in the water, what is in hand, and Strike. */
export function DeckScreen({ book, deck }: { book: string; deck: Deck }) {
  const { day, tap } = deck
  const { waters, lures } = useAppSelector(({ records }) => records)
  const water = waters.find(({ id }) => id === day.trip.water)
  const zone = timeZoneOf(day.trip, water)
  const people = aboard(day)
  const [whose, setWhose] = useState<Whose>(people[0] ?? null)
  const [asking, setAsking] = useAsking(day)
  const [picking, setPicking] = useState(false)
  const [sheet, setSheet] = useState<Sheet>()
  const [black, setBlack] = useState(false)
  const lowBattery = useLowBattery()
  const tick = useNow()
  const nowMs = deckNow(day)
  useScreenAwake()
  const { places } = useAppSelector(({ preferences }) => preferences.deck)
  useEffect(() => {
    followPlace(places)
    return () => followPlace(false)
  }, [places])
  const silent = unsureStints(day)
  useSilenceWatch(deck, tick)

  const rods = placedRods(day.trip, rodsUsed(day.stints), lures)
  const anglers = chosenOf(whose, people)
  const first = anglers[0] ?? null
  const usual = useUsualWords(book, inHand(day, first)?.lure, day.trip.water)
  const lureName = (id: string | undefined): string => lures.find((lure) => lure.id === id)?.name ?? text.takeUp
  const clockAt = (ms: number): string => clock(ms, zone)

  const test = useRodTest(book, day.trip.id)
  const { take, strike, second, raised, since, answered } = useTaps({
    deck,
    nowMs,
    anglers,
    lureName,
    clockAt,
    ask: setAsking,
    test,
  })
  const spoken = useSpoken(book, deck, { angler: first, rods, tick, nowMs, test })
  const takeLure = (lure: string): void => {
    const rod = rods.find((one) => one.lure === lure)
    if (rod) void take(rod)
  }
  const chosenRod = (rod: PlacedRod): void => {
    if (!picking) return void take(rod)
    setPicking(false)
    setAsking({ kind: 'since', rod, angler: first, struck: true })
  }

  if (sheet)
    return (
      <OpenSheet
        sheet={sheet}
        onSheet={setSheet}
        book={book}
        deck={deck}
        rods={rods}
        anglers={anglers}
        usual={usual}
        zone={zone}
        nowMs={nowMs}
        test={test}
        spoken={spoken}
        onTake={takeLure}
      />
    )
  const resting = onBreak(day)
  if (black)
    return (
      <BlackScreen
        deck={deck}
        people={people}
        lureName={lureName}
        onStrike={(angler) => void strike(angler)}
        onWhole={() => setBlack(false)}
      />
    )
  return (
    <main className={`deck ${people.length > 1 ? 'crew' : ''} ${resting ? 'resting' : ''}`}>
      <h1 className="visually-hidden">{text.title}</h1>
      <TopLine
        deck={deck}
        zone={zone}
        nowMs={nowMs}
        onReading={() => setSheet('reading')}
        onDay={() => setSheet('day')}
      />
      <div className="upper">
        {day.trip.purpose === 'tournament' && (
          <Bag deck={deck} angler={first} nowMs={nowMs} onOdds={() => setSheet('weighIn')} />
        )}
        {people.length > 1 && (
          <Aboard
            day={day}
            people={people}
            whose={whose === EVERYONE ? whose : first}
            onWhose={setWhose}
            lureName={lureName}
          />
        )}
        <Rods rods={rods} day={day} anglers={anglers} picking={picking} onRod={chosenRod} />
      </div>
      <Prompt
        deck={deck}
        asking={asking}
        picking={picking}
        silentFromMs={
          silent.length > 0 ? Math.max(...silent.map(({ end }) => epochMs(end ?? day.trip.start))) : undefined
        }
        nowMs={nowMs}
        clockAt={clockAt}
        anglers={anglers}
        lowBattery={lowBattery}
        onBlack={() => setBlack(true)}
        onAsk={(next) => {
          answered()
          setAsking(next)
        }}
        onCancel={() => {
          setPicking(false)
          setAsking(undefined)
        }}
        onSince={(rod, sinceMs, struck) => void since(rod, sinceMs, struck)}
        onSecond={(first) => void second(first)}
        onDetails={(id) => setSheet({ strike: id })}
        spoken={spoken?.line}
        onSpoken={() => setSheet(spoken?.sheet)}
        onPresentation={setSheet}
        onSilence={(stoppedMs) =>
          void tap(text.said.silenceAnswered, (ahead) =>
            answerSilence(ahead, stoppedMs === undefined ? 'fishedOn' : { stoppedMs }),
          )
        }
      />
      <StrikeArea
        people={people}
        day={day}
        anglers={anglers}
        lureName={lureName}
        onStrike={(angler) => void strike(angler)}
      />
      <div className="foot">
        <Target onTap={() => void raised()}>{text.raised}</Target>
        <Target aria-pressed={picking} onTap={() => setPicking(!picking)}>
          {text.otherRod}
        </Target>
        <Target onTap={() => setSheet('reading')}>{text.reading}</Target>
        {resting ? (
          <Target className="go" onTap={() => void tap(text.said.fishOn, (ahead, atMs) => fishOn(ahead, atMs, newId))}>
            {text.fishOn}
          </Target>
        ) : (
          <Target onTap={() => void tap(text.said.break, breakOff)}>{text.break}</Target>
        )}
      </div>
      <StateLine deck={deck} />
      <LineToStrike key={`${rods.length} ${anglers.map((angler) => inHand(day, angler)?.id).join()}`} />
    </main>
  )
}
