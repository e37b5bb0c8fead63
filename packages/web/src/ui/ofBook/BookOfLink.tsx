import { useEffect, useState } from 'react'
import { useLocation } from 'react-router'
import type { BookSummary } from '@jotbook/contract'
import type { Kind } from '@jotbook/core'
import { store } from '../../offline/index.ts'
import { Button, Panel } from '../controls.tsx'
import { bookOpened } from '../../state/session.ts'
import { useAppDispatch, useAppSelector } from '../../state/store.ts'
import { text } from './text.ts'

/** A link says of which book it is: that one is opened, or it is said that it cannot be. */
export function BookOfLink() {
  const asked = new URLSearchParams(useLocation().search).get('book')
  const { books, book } = useAppSelector(({ session }) => session)
  const dispatch = useAppDispatch()
  const isMine = books.some(({ id }) => id === asked)
  useEffect(() => {
    if (asked !== null && asked !== book && isMine) dispatch(bookOpened(asked))
  }, [asked, book, isMine, dispatch])
  if (asked === null || isMine || books.length === 0) return null
  return (
    <Panel edge="float" role="note" px={{ base: '16px', md: '32px' }} className="no-print">
      {text.otherBook}
    </Panel>
  )
}

/** Where a record is not in the open book but in another one on this device: the way there. */
export function InOtherBook({ kind, id }: { kind: Kind; id: string | undefined }) {
  const { books, book } = useAppSelector(({ session }) => session)
  const dispatch = useAppDispatch()
  const [found, setFound] = useState<BookSummary>()
  useEffect(() => {
    let live = true
    const look = async (): Promise<void> => {
      for (const other of books.filter((one) => one.id !== book)) {
        if (id !== undefined && (await store.records.get([other.id, kind, id])) && live) setFound(other)
      }
    }
    void look()
    return () => void (live = false)
  }, [books, book, kind, id])
  return found ? <Button onClick={() => dispatch(bookOpened(found.id))}>{text.openBook(found.name)}</Button> : null
}
