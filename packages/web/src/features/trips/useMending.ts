import { useState } from 'react'
import { useBookId } from '../../app/useBook.ts'
import { commit } from '../../offline/index.ts'
import type { Edit } from '../../offline/index.ts'
import { undoOf } from './mends.ts'
import type { TripOnScreen } from './stripPaths.ts'

export interface Mending {
  readonly mend: (chosen: { readonly edits: readonly Edit[] }) => Promise<void>
  /** Takes the last mend back; absent when there is none. */
  readonly undo: (() => Promise<void>) | undefined
}

/** Mends of a trip, wherever on its page they are made, and the way back from the last. */
export function useMending(screen: TripOnScreen): Mending {
  const book = useBookId()
  const [back, setBack] = useState<readonly Edit[]>()
  return {
    mend: async ({ edits }) => {
      if (edits.length === 0) return
      const inverse = undoOf({ edits }, screen)
      await commit(book, edits)
      setBack(inverse)
    },
    undo:
      back &&
      (async () => {
        await commit(book, back)
        setBack(undefined)
      }),
  }
}
