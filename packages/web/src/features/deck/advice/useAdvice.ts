import { useLiveQuery } from 'dexie-react-hooks'
import { useEffect, useMemo, useRef } from 'react'
import { HOUR_MS, epochMs, isoUtc } from '@jotbook/core'
import type { Id, RecordOf } from '@jotbook/core'
import { inHand } from '@jotbook/core/deck'
import type { Angler } from '@jotbook/core/deck'
import type { DeckAdvice } from '@jotbook/core/advice'
import { commit, newId, recordsOf } from '../../../offline/index.ts'
import { useAppSelector } from '../../../state/store.ts'
import type { AdviceAsked, AdviceGiven } from '../../../workers/advise.ts'
import { deckNow, lastTapMs } from '../deckSession.ts'
import type { Deck } from '../useDeck.ts'
import { useAdviceNames } from './useAdviceNames.ts'
import { useAdviser } from './useAdviser.ts'
import { text } from './text.ts'

/** After a tap nothing is said for so long. */
const CALM_MS = 20_000
/** Said again within this it is the same advice. (ours) */
const SAME_MS = HOUR_MS

export interface ShownAdvice {
  readonly advice: DeckAdvice
  readonly line: string
  /** Its record. */
  readonly logged: RecordOf<'advice'> | undefined
  readonly given: AdviceGiven
}

/**
 * At most one piece of advice: the one that is worth most and was not silenced today. Nothing while it is switched off, within 20
 * seconds of a tap, and while the page is not looked at.
 */
export function useAdvice(
  book: Id<'book'>,
  deck: Deck,
  { angler, onDeck, tick }: { readonly angler: Angler; readonly onDeck: readonly string[]; readonly tick: number },
): ShownAdvice | undefined {
  const { day } = deck
  const isOn = useAppSelector(({ preferences }) => preferences.deck.advice)
  const names = useAdviceNames(day)
  const records = useLiveQuery(
    async () => (await recordsOf(book, 'advice')).filter(({ trip }) => trip === day.trip.id),
    [book, day.trip.id],
  )
  const nowMs = deckNow(day)
  const tapMs = lastTapMs(day)
  const isCalm = nowMs - tapMs >= CALM_MS
  const rods = onDeck.join()
  const asked = useMemo((): [AdviceAsked] | undefined => {
    if (!isOn || !isCalm || document.hidden) return undefined
    return [{ day, angler, nowMs: deckNow(day), onDeck: rods.split(',').filter(Boolean) }]
    // eslint-disable-next-line react-hooks/exhaustive-deps -- with every tick of the clock it is asked again
  }, [isOn, isCalm, day, angler, rods, tick])
  const answer = useAdviser('advise', asked, tapMs)
  // What was said before the last tap is not said after it.
  const given = answer.of === tapMs ? answer.value : undefined
  const silenced = useMemo(
    () => new Set(records?.filter(({ answer }) => answer === 'not now').map(({ about }) => about)),
    [records],
  )
  const advice = isOn && isCalm && records ? given?.advice.find(({ about }) => !silenced.has(about)) : undefined
  const line = advice && text.line(advice, names)
  const logged =
    advice && records?.findLast((one) => one.about === advice.about && Math.abs(nowMs - epochMs(one.time)) < SAME_MS)
  useLogged(book, deck, { advice, line, logged, angler })
  return advice && line && given ? { advice, line, logged, given } : undefined
}

interface ToLog {
  readonly advice: DeckAdvice | undefined
  readonly line: string | undefined
  readonly logged: RecordOf<'advice'> | undefined
  readonly angler: Angler
}

/** Every advice is logged once, when it is first shown: later it is asked whether it helped. */
function useLogged(book: Id<'book'>, { day }: Deck, { advice, line, logged, angler }: ToLog): void {
  const writing = useRef('')
  useEffect(() => {
    // Once it is read back the next of its kind may be written.
    if (logged) writing.current = ''
    const key = advice ? `${day.trip.id} ${advice.about}` : ''
    if (!advice || !line || logged || writing.current === key) return
    writing.current = key
    const stint = inHand(day, angler)?.id
    const lure = lureOf(advice)
    void commit(book, [
      {
        kind: 'advice',
        id: newId(),
        fields: {
          trip: day.trip.id,
          time: isoUtc(deckNow(day)),
          about: advice.about,
          said: line,
          worth: Math.min(1000, Math.max(0, advice.worth)),
          ...(stint ? { stint } : {}),
          ...(lure ? { lure } : {}),
        },
      },
    ])
  }, [book, day, advice, line, logged, angler])
}

/** The rod that the advice names. */
export function lureOf(advice: DeckAdvice): string | undefined {
  switch (advice.about) {
    case 'dry spell':
      return advice.better?.lure
    case 'change':
      return advice.best?.lure
    case 'follow up':
      return advice.catcher.lure
    default:
      return undefined
  }
}
