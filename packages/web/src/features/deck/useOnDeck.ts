import { useEffect, useState } from 'react'
import { epochMs, timeZoneOf } from '@jotbook/core'
import type { EpochMs, Id } from '@jotbook/core'
import { aboard, inHand, unsureStints } from '@jotbook/core/deck'
import type { Angler, UsualWords } from '@jotbook/core/deck'
import type { RodTest } from '@jotbook/core/advice'
import { allLures, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { clock } from '../../ui/locale.ts'
import { useRodTest } from './advice/useRodTest.ts'
import { useSpoken } from './advice/useSpoken.ts'
import type { Spoken } from './advice/useSpoken.ts'
import { deckNow } from './deckSession.ts'
import { placedRods } from './levels.ts'
import type { PlacedRod } from './levels.ts'
import { followPlace } from './place.ts'
import type { Asking } from './Prompt.tsx'
import { text } from './text.ts'
import { useAsking } from './useAsking.ts'
import type { Deck } from './useDeck.ts'
import { useNow } from './useNow.ts'
import { useScreenAwake } from './useScreenAwake.ts'
import { useSilenceWatch } from './useSilenceWatch.ts'
import { useTaps } from './useTaps.ts'
import type { Taps } from './useTaps.ts'
import { useUsualWords } from './useUsualWords.ts'
import { EVERYONE, chosenOf } from './whose.ts'
import type { Whose } from './whose.ts'

/** Who and what is on deck now, and what is asked. */
export interface OnDeck {
  readonly people: readonly Angler[]
  /** Whose taps these are: everyone's, or one person's. */
  readonly whose: Whose
  readonly onWhose: (whose: Whose) => void
  readonly anglers: readonly Angler[]
  readonly rods: readonly PlacedRod[]
  readonly usual: UsualWords
  readonly zone: string
  readonly nowMs: EpochMs
  /** Since when nobody knows whether there was fishing. */
  readonly silentFromMs: EpochMs | undefined
  readonly asking: Asking | undefined
  readonly setAsking: (asking: Asking | undefined) => void
  readonly test: RodTest | undefined
  readonly spoken: Spoken | undefined
  readonly taps: Taps
  readonly lureName: (id: string | undefined) => string
  readonly clockAt: (ms: EpochMs) => string
}

export function useOnDeck(book: Id<'book'>, deck: Deck): OnDeck {
  const { day } = deck
  const waters = useAppSelector(allWaters)
  const lures = useAppSelector(allLures)
  const zone = timeZoneOf(
    day.trip,
    waters.find(({ id }) => id === day.trip.water),
  )
  const people = aboard(day)
  const [whose, setWhose] = useState<Whose>(people[0] ?? null)
  const [asking, setAsking] = useAsking(day)
  const tick = useNow()
  const nowMs = deckNow(day)
  useScreenAwake()
  useFollowedPlace()
  const silent = unsureStints(day)
  useSilenceWatch(deck, tick)

  const rods = placedRods(day, lures)
  const anglers = chosenOf(whose, people)
  const first = anglers[0] ?? null
  const usual = useUsualWords(inHand(day, first)?.lure, day.trip.water)
  const lureName = (id: string | undefined): string => lures.find((lure) => lure.id === id)?.name ?? text.takeUp
  const clockAt = (ms: EpochMs): string => clock(ms, zone)
  const test = useRodTest(book, day.trip.id)
  const taps = useTaps({ deck, nowMs, anglers, lureName, clockAt, ask: setAsking, test })
  const spoken = useSpoken(book, deck, { angler: first, rods, tick, nowMs, test })
  return {
    people,
    whose: whose === EVERYONE ? whose : first,
    onWhose: setWhose,
    ...{ anglers, rods, usual, zone, nowMs, asking, setAsking, test, spoken, taps, lureName, clockAt },
    silentFromMs: silent.length > 0 ? Math.max(...silent.map(({ end }) => epochMs(end ?? day.trip.start))) : undefined,
  }
}

function useFollowedPlace(): void {
  const { places } = useAppSelector(({ preferences }) => preferences.deck)
  useEffect(() => {
    followPlace(places)
    return () => followPlace(false)
  }, [places])
}
