import { useEffect, useRef, useState } from 'react'
import { epochMs } from '@jotbook/core'
import {
  aboard,
  answerSilence,
  breakOff,
  countOf,
  endAtSilence,
  fishOn,
  forgottenChange,
  inHand,
  onBreak,
  sameMoment,
  strikeNow,
  takeInHand,
  unsureStints,
} from '@jotbook/core/deck'
import type { Angler, DeckEdit } from '@jotbook/core/deck'
import { useAppSelector } from '../../state/store.ts'
import { clock } from '../../ui/locale.ts'
import { Aboard, EVERYONE } from './Aboard.tsx'
import type { Whose } from './Aboard.tsx'
import { Bag } from './Bag.tsx'
import { BlackScreen, useLowBattery } from './BlackScreen.tsx'
import { DaySheet } from './DaySheet.tsx'
import { LineToStrike } from './LineToStrike.tsx'
import { placedRods } from './levels.ts'
import type { PlacedRod } from './levels.ts'
import { followPlace, placeNow } from './place.ts'
import { Prompt } from './Prompt.tsx'
import type { Asking } from './Prompt.tsx'
import { ReadingSheet } from './ReadingSheet.tsx'
import { Rods } from './Rods.tsx'
import { deckNow, lastTapMs, newId } from './session.ts'
import { useDeckSettings } from './settings.ts'
import { StateLine } from './StateLine.tsx'
import { StrikeArea } from './StrikeArea.tsx'
import { StrikeSheet } from './StrikeSheet.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import { TopLine } from './TopLine.tsx'
import type { Deck } from './useDeck.ts'
import { rodsUsed } from './useRodsOfTrips.ts'
import { useNow } from './useNow.ts'
import { useScreenAwake } from './useScreenAwake.ts'

/** Two taps closer than this are one strike. */
const ONE_STRIKE_MS = 1200
/** So long a question stands. */
const ASKED_FOR_MS = 120_000

type Sheet = 'reading' | 'day' | { readonly strike: string }

const idOf = (edits: readonly DeckEdit[], kind: string): string | undefined =>
  edits.find((edit) => edit.kind === kind)?.id

/** The rods in the water, what is in hand, and Strike. */
export function DeckScreen({ book, deck }: { book: string; deck: Deck }) {
  const { day, tap } = deck
  const { waters, lures } = useAppSelector(({ records }) => records)
  const water = waters.find(({ id }) => id === day.trip.water)
  const zone = day.trip.timeZone ?? water?.timeZone ?? 'UTC'
  const people = aboard(day)
  const [whose, setWhose] = useState<Whose>(people[0] ?? null)
  const [asked, setAsked] = useState<{ readonly asking: Asking | undefined; readonly atMs: number }>()
  const lastStrike = useRef<{ readonly angler: Angler; readonly atMs: number }>(undefined)
  const [picking, setPicking] = useState(false)
  const [sheet, setSheet] = useState<Sheet>()
  const [black, setBlack] = useState(false)
  const lowBattery = useLowBattery()
  const tick = useNow()
  const nowMs = deckNow(day)
  useScreenAwake()
  const { places } = useDeckSettings()
  useEffect(() => {
    followPlace(places)
    return () => followPlace(false)
  }, [places])
  const setAsking = (asking: Asking | undefined): void => setAsked({ asking, atMs: deckNow(day) })
  // A question that nobody answered is not asked of what came long after.
  const asking = asked && nowMs - asked.atMs < ASKED_FOR_MS ? asked.asking : undefined
  const silent = unsureStints(day)
  useEffect(() => {
    // The tap that ends it is itself no sign of fishing.
    const fromMs = lastTapMs(day)
    if (endAtSilence(day, fromMs, deckNow(day)).length > 0)
      void tap(text.said.silence, (ahead, atMs) => endAtSilence(ahead, fromMs, atMs))
    // Looked at a few times a minute, and whenever the screen wakes.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [tick])

  const rods = placedRods(day.trip, rodsUsed(day.stints), lures)
  const anglers: readonly Angler[] = whose === EVERYONE ? people : [whose]
  const lureName = (id: string | undefined): string => lures.find((lure) => lure.id === id)?.name ?? text.takeUp
  const clockAt = (ms: number): string => clock(ms, zone)

  const take = async (rod: PlacedRod): Promise<void> => {
    const told = anglers.length > 1 ? text.said.all(rod.lureRecord.name) : text.said.took(rod.lureRecord.name)
    const edits = await tap(told, (ahead, atMs) => takeInHand(ahead, { anglers, rod, atMs }, newId))
    const stints = edits.filter(({ kind, fields }) => kind === 'stint' && 'lure' in fields).map(({ id }) => id)
    if (stints.length > 0) setAsking({ kind: 'why', stints, rod })
  }
  const strike = async (angler: Angler): Promise<void> => {
    // A wet thumb hits twice: within a moment it is one strike, and *Two strikes* stands beside the question.
    if (lastStrike.current?.angler === angler && performance.now() - lastStrike.current.atMs < ONE_STRIKE_MS) return
    lastStrike.current = { angler, atMs: performance.now() }
    const held = inHand(day, angler)
    const told = text.said.strike(countOf(day.strikes) + 1, lureName(held?.lure), clockAt(nowMs))
    const edits = await tap(told, (ahead, atMs) => [strikeNow(ahead, { angler, atMs, place: placeNow() }, newId)])
    const id = idOf(edits, 'strike')
    if (id) setAsking({ kind: 'outcome', strike: id })
  }
  const second = async (first: string): Promise<void> => {
    const struck = day.strikes.find(({ id }) => id === first)
    if (!struck) return
    const edits = await tap(text.said.second(clockAt(nowMs)), () => [sameMoment(struck, newId)])
    setAsking({ kind: 'outcome', strike: first, next: idOf(edits, 'strike') })
  }
  const raised = async (): Promise<void> => {
    const angler = anglers[0] ?? null
    await tap(text.said.raised(lureName(inHand(day, angler)?.lure), clockAt(nowMs)), (ahead, atMs) => [
      strikeNow(ahead, { angler, atMs, outcome: 'raised', place: placeNow() }, newId),
    ])
  }
  const since = async (rod: PlacedRod, sinceMs: number, struck: boolean): Promise<void> => {
    if (struck) return forgot(rod, sinceMs)
    await tap(text.said.lureSince(rod.lureRecord.name, clockAt(sinceMs)), (ahead, atMs) =>
      anglers.flatMap((angler) => forgottenChange(ahead, { angler, rod, sinceMs, nowMs: atMs }, newId).edits),
    )
    setAsking(undefined)
  }
  const forgot = async (rod: PlacedRod, sinceMs: number): Promise<void> => {
    const angler = anglers[0] ?? null
    const edits = await tap(text.said.forgot(rod.lureRecord.name, clockAt(sinceMs)), (ahead, atMs) => {
      const { edits: cuts, stint } = forgottenChange(ahead, { angler, rod, sinceMs, nowMs: atMs }, newId)
      const struck = strikeNow(ahead, { angler, atMs, place: placeNow() }, newId)
      return [...cuts, { ...struck, fields: { ...struck.fields, stint } }]
    })
    const id = edits.filter(({ kind, fields }) => kind === 'strike' && 'time' in fields).map((edit) => edit.id)[0]
    setAsking(id ? { kind: 'outcome', strike: id } : undefined)
  }
  const chosenRod = (rod: PlacedRod): void => {
    if (!picking) return void take(rod)
    setPicking(false)
    setAsking({ kind: 'since', rod, angler: anglers[0] ?? null, struck: true })
  }

  if (sheet === 'reading') return <ReadingSheet deck={deck} nowMs={nowMs} onDone={() => setSheet(undefined)} />
  if (sheet === 'day')
    return <DaySheet book={book} deck={deck} rods={rods} zone={zone} nowMs={nowMs} onDone={() => setSheet(undefined)} />
  if (sheet) return <StrikeSheet book={book} deck={deck} strike={sheet.strike} onDone={() => setSheet(undefined)} />
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
        {day.trip.purpose === 'tournament' && <Bag deck={deck} nowMs={nowMs} />}
        {people.length > 1 && <Aboard day={day} people={people} whose={whose} onWhose={setWhose} lureName={lureName} />}
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
          // The question was answered: the next tap is another fish, however soon.
          lastStrike.current = undefined
          setAsking(next)
        }}
        onCancel={() => {
          setPicking(false)
          setAsking(undefined)
        }}
        onSince={(rod, sinceMs, struck) => void since(rod, sinceMs, struck)}
        onSecond={(first) => void second(first)}
        onDetails={(id) => setSheet({ strike: id })}
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
