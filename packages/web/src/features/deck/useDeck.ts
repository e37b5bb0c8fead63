import { liveQuery } from 'dexie'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Problem } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { DeckDay, DeckEdit } from '@jotbook/core/deck'
import { lastActions, recordsOfTrip, undoAction } from '../../offline/index.ts'
import type { Action } from '../../offline/index.ts'
import { signal } from './signal.ts'
import { DeckSession, wakeClock } from './deckSession.ts'
import type { Build } from './deckSession.ts'
import { text } from './text.ts'

export interface Deck {
  readonly day: DeckDay
  readonly actions: readonly Action[]
  /** The last tap, as it is told to who does not look. */
  readonly said: string
  /** Why the last tap was not kept. */
  readonly problem: string | undefined
  readonly tap: (said: string, build: Build) => Promise<readonly DeckEdit[]>
  readonly undo: (n: number) => Promise<void>
}

/** One trip's deck, kept up with the device store. Undefined until the store was read. */
export function useDeck(book: Id<'book'>, trip: Id<'trip'>): Deck | undefined {
  const [day, setDay] = useState<DeckDay>()
  const [actions, setActions] = useState<readonly Action[]>([])
  const [said, setSaid] = useState('')
  const [problem, setProblem] = useState<string>()
  const session = useRef<DeckSession>(undefined)
  useEffect(() => {
    let reading: { unsubscribe: () => void } | undefined
    let live = true
    void wakeClock(trip).then(() => {
      if (!live) return
      reading = liveQuery(async () => {
        const commits = session.current?.commits ?? 0
        return { commits, records: await recordsOfTrip(book, trip), actions: await lastActions(book, trip) }
      }).subscribe((read) => {
        // Trip and children as of one read: a tap built on an older trip would take back the one before it.
        const next = read.records.trip && { ...read.records, trip: read.records.trip }
        if (!next) return
        session.current ??= new DeckSession(book, next)
        session.current.arrive(next, read.commits)
        setDay(next)
        setActions(read.actions)
      })
    })
    return () => {
      live = false
      session.current = undefined
      reading?.unsubscribe()
    }
  }, [book, trip])
  const tap = useCallback(async (told: string, build: Build) => {
    if (!session.current) return []
    try {
      const edits = await session.current.tap(told, build)
      if (edits.length > 0) signal()
      setSaid(told)
      setProblem(undefined)
      return edits
    } catch (error) {
      setProblem(`${text.notKept} ${error instanceof Problem ? error.detail : (error as Error).message}`)
      return []
    }
  }, [])
  const undo = useCallback(
    async (n: number) => {
      session.current?.wrote(await undoAction(book, n))
      signal()
      setSaid(text.said.undone)
    },
    [book],
  )
  return day && { day, actions, said, problem, tap, undo }
}
