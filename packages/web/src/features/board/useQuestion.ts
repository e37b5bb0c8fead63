import { useCallback, useMemo } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { useAppSelector } from '../../state/store.ts'
import { useBookId } from '../../state/useBook.ts'
import { addressOf, askedBy, changed, inBook } from './asked.ts'
import type { AskedQuestion, QuestionChange } from './asked.ts'

/** The question lives in the address, so that a choice is a link; its conditions are spelled as on the command line. */
export function useQuestion(): AskedQuestion {
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const records = useAppSelector((state) => state.records)
  const book = useBookId()
  const text = params.toString()
  const asked = useMemo(() => inBook(askedBy(new URLSearchParams(text)), records), [text, records])
  // The address itself is changed: what was chosen a moment ago may not be drawn yet.
  const set = useCallback(
    (change: QuestionChange): void => {
      const next = changed(inBook(askedBy(new URLSearchParams(window.location.search)), records), change)
      const search = new URLSearchParams([['book', book], ...addressOf(next)])
      void navigate({ search: search.toString() }, { replace: Boolean(change.row), flushSync: true })
    },
    [navigate, records, book],
  )
  return useMemo(() => ({ ...asked, set }), [asked, set])
}
