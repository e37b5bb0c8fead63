import { useCallback, useMemo } from 'react'
import { namedRecords } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useBookId } from '../../state/useBook.ts'
import { usePlace } from '../../ui/ofBook/place.tsx'
import { QUESTION_PARTS, addressOf, askedBy, changed, inBook } from './asked.ts'
import type { AskedQuestion, QuestionChange } from './asked.ts'

/** The question lives in the address, so that a choice is a link; its conditions are spelled as on the command line. */
export function useQuestion(): AskedQuestion {
  const { params, change: write } = usePlace()
  const records = useAppSelector(namedRecords)
  const book = useBookId()
  const text = params.toString()
  const asked = useMemo(() => inBook(askedBy(new URLSearchParams(text)), records), [text, records])
  const set = useCallback(
    (change: QuestionChange): void =>
      write((present) => {
        const next = changed(inBook(askedBy(present), records), change)
        const ofView = [...present].filter(([part]) => part !== 'book' && !QUESTION_PARTS.has(part))
        return new URLSearchParams([['book', book], ...addressOf(next), ...ofView])
      }, Boolean(change.row)),
    [write, records, book],
  )
  return useMemo(() => ({ ...asked, set }), [asked, set])
}
