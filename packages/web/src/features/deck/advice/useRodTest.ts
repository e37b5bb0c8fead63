import { useLiveQuery } from 'dexie-react-hooks'
import { useEffect, useRef } from 'react'
import { MINUTE_MS } from '@jotbook/core'
import type { EpochMs, Id } from '@jotbook/core'
import { openTest, rodTestTurns } from '@jotbook/core/advice'
import type { RodTest } from '@jotbook/core/advice'
import { inHand } from '@jotbook/core/deck'
import type { Angler, DeckDay } from '@jotbook/core/deck'
import { recordsOf } from '../../../offline/index.ts'
import { useNames } from '../../../state/useBook.ts'
import { text } from './text.ts'

/** The test of two rods that is under way on this trip. */
export function useRodTest(book: Id<'book'>, trip: Id<'trip'>): RodTest | undefined {
  const tests = useLiveQuery(() => recordsOf(book, 'rodTest'), [book])
  return tests && openTest(tests, trip)
}

/** What the test asks of a person now, in a line; the phone stirs once when it is time to swap, without a sound. */
export function useTurnLine(
  test: RodTest | undefined,
  day: DeckDay,
  angler: Angler,
  nowMs: EpochMs,
): string | undefined {
  const nameOf = useNames('lures')
  const turns = test && rodTestTurns(test, day, nowMs).turns
  const turn = turns?.find((one) => one.angler === angler) ?? turns?.[0]
  const held = inHand(day, angler)?.lure
  const isOther = turn !== undefined && held !== turn.lure
  const toSwap = isOther && test !== undefined && (held === test.usual || held === test.tried)
  const stirred = useRef(false)
  useEffect(() => {
    if (toSwap && !stirred.current && 'vibrate' in navigator) navigator.vibrate([60, 80, 60])
    stirred.current = toSwap
  }, [toSwap])
  if (!turn) return undefined
  const lure = nameOf(turn.lure)
  if (toSwap) return text.test.swap(lure)
  return isOther ? text.test.pick(lure) : text.test.turnLeft(Math.ceil(turn.leftMs / MINUTE_MS), lure)
}
