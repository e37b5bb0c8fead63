import type { Id } from '@jotbook/core'
import { useEffect, useState } from 'react'
import type { UsualWords } from '@jotbook/core/deck'
import { lureOf } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { analysis } from '../../workers/analysis.ts'

const NOTHING_USUAL: UsualWords = {}

/**
 * What is usual for lures of its class, and for places on this water; nothing until it is known. Asked once a class and water, not after each
 * tap: a tap more does not change what is usual.
 */
export function useUsualWords(book: Id<'book'>, lure: Id<'lure'> | undefined, water: Id<'water'>): UsualWords {
  const kind = useAppSelector((state) => (lure === undefined ? undefined : lureOf(state, lure)?.class))
  const [known, setKnown] = useState<{ readonly of: string; readonly words: UsualWords }>()
  const of = kind === undefined ? undefined : `${book} ${water} ${kind}`
  useEffect(() => {
    if (kind === undefined || of === undefined) return undefined
    let live = true
    // Without it the words stand in the order of the trade.
    void analysis()
      .usualWords(book, kind, water)
      .then((words) => live && setKnown({ of, words }))
      .catch(() => undefined)
    return () => {
      live = false
    }
  }, [book, kind, water, of])
  return known && known.of === of ? known.words : NOTHING_USUAL
}
