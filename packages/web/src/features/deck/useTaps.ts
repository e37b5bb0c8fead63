import type { EpochMs } from '@jotbook/core'
import { useRef } from 'react'
import { countOf, forgottenChange, inHand, sameMoment, strikeNow, takeInHand } from '@jotbook/core/deck'
import { isTestLure } from '@jotbook/core/advice'
import type { RodTest } from '@jotbook/core/advice'
import type { Angler, DeckEdit } from '@jotbook/core/deck'
import type { PlacedRod } from './levels.ts'
import { placeNow } from './place.ts'
import type { Asking } from './Prompt.tsx'
import { newId } from './deckSession.ts'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

/** Two taps closer than this are one strike. */
const ONE_STRIKE_MS = 1200

const idOf = (edits: readonly DeckEdit[], kind: string): string | undefined =>
  edits.find((edit) => edit.kind === kind)?.id

interface TapsProps {
  readonly deck: Deck
  readonly nowMs: EpochMs
  /** Whose taps they are: one person's, or everybody's. */
  readonly anglers: readonly Angler[]
  readonly lureName: (id: string | undefined) => string
  readonly clockAt: (ms: EpochMs) => string
  readonly ask: (asking: Asking | undefined) => void
  readonly test: RodTest | undefined
}

export interface Taps {
  readonly take: (rod: PlacedRod) => Promise<void>
  readonly strike: (angler: Angler) => Promise<void>
  /** A second fish at the same moment as that strike. */
  readonly second: (first: string) => Promise<void>
  readonly raised: () => Promise<void>
  /** A rod that was in hand for a while before it was told, with a strike on it or without. */
  readonly since: (rod: PlacedRod, sinceMs: EpochMs, struck: boolean) => Promise<void>
  /** The question after the last strike was answered: the next tap is another fish, however soon. */
  readonly answered: () => void
}

/** What each tap writes, what it is called in the line above, and what it asks next. */
export function useTaps({ deck, nowMs, anglers, lureName, clockAt, ask, test }: TapsProps): Taps {
  const { day, tap } = deck
  const lastStrike = useRef<{ readonly angler: Angler; readonly atMs: EpochMs }>(undefined)

  const take = async (rod: PlacedRod): Promise<void> => {
    const told = anglers.length > 1 ? text.said.all(rod.lureRecord.name) : text.said.took(rod.lureRecord.name)
    // In a test the reason is known.
    const reason = test && isTestLure(test, rod.lure) ? { reason: 'test' } : {}
    const edits = await tap(told, (ahead, atMs) => takeInHand(ahead, { anglers, rod, atMs, ...reason }, newId))
    const stints = edits.filter(({ kind, fields }) => kind === 'stint' && 'lure' in fields).map(({ id }) => id)
    if (stints.length > 0) ask('reason' in reason ? undefined : { kind: 'why', stints, rod })
  }
  const strike = async (angler: Angler): Promise<void> => {
    // A wet thumb hits twice: within a moment it is one strike, and *Two strikes* stands beside the question.
    if (lastStrike.current?.angler === angler && performance.now() - lastStrike.current.atMs < ONE_STRIKE_MS) return
    lastStrike.current = { angler, atMs: performance.now() }
    const held = inHand(day, angler)
    const told = text.said.strike(countOf(day.strikes) + 1, lureName(held?.lure), clockAt(nowMs))
    const edits = await tap(told, (ahead, atMs) => [strikeNow(ahead, { angler, atMs, place: placeNow() }, newId)])
    const id = idOf(edits, 'strike')
    if (id) ask({ kind: 'outcome', strike: id })
  }
  const second = async (first: string): Promise<void> => {
    // The first may be on the disk and not yet on the screen.
    const edits = await tap(text.said.second(clockAt(nowMs)), (ahead) => {
      const struck = ahead.strikes.find(({ id }) => id === first)
      return struck ? [sameMoment(struck, newId)] : []
    })
    const next = idOf(edits, 'strike')
    if (next !== undefined) ask({ kind: 'outcome', strike: first, next })
  }
  const raised = async (): Promise<void> => {
    const angler = anglers[0] ?? null
    await tap(text.said.raised(lureName(inHand(day, angler)?.lure), clockAt(nowMs)), (ahead, atMs) => [
      strikeNow(ahead, { angler, atMs, outcome: 'raised', place: placeNow() }, newId),
    ])
  }
  const since = async (rod: PlacedRod, sinceMs: EpochMs, struck: boolean): Promise<void> => {
    if (struck) return forgot(rod, sinceMs)
    await tap(text.said.lureSince(rod.lureRecord.name, clockAt(sinceMs)), (ahead, atMs) =>
      anglers.flatMap((angler) => forgottenChange(ahead, { angler, rod, sinceMs, nowMs: atMs }, newId).edits),
    )
    ask(undefined)
  }
  const forgot = async (rod: PlacedRod, sinceMs: EpochMs): Promise<void> => {
    const angler = anglers[0] ?? null
    const edits = await tap(text.said.forgot(rod.lureRecord.name, clockAt(sinceMs)), (ahead, atMs) => {
      const { edits: cuts, stint } = forgottenChange(ahead, { angler, rod, sinceMs, nowMs: atMs }, newId)
      const struck = strikeNow(ahead, { angler, atMs, place: placeNow() }, newId)
      return [...cuts, { ...struck, fields: { ...struck.fields, stint } }]
    })
    const id = edits.filter(({ kind, fields }) => kind === 'strike' && 'time' in fields).map((edit) => edit.id)[0]
    ask(id ? { kind: 'outcome', strike: id } : undefined)
  }
  const answered = (): void => {
    lastStrike.current = undefined
  }
  return { take, strike, second, raised, since, answered }
}
